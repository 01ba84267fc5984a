import { foretoldRecall, type Memory, remembered } from '@eager-contour/core'
import type { MigrationInterface, QueryRunner } from 'typeorm'

/** A run as this migration reads it. */
interface RunRow {
  readonly id: string
  readonly item: string
  readonly verdict: 'again' | 'close' | 'solid' | 'move on'
  readonly playedAt: string
}

/** Parameters of the memory that are fitted to the log; what was foretold of each run; runs from memory; words to a day. */
export class Memory1765500000000 implements MigrationInterface {
  name = 'Memory1765500000000'

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `CREATE TABLE "memory_fit" ("id" text PRIMARY KEY NOT NULL, "parameters" text NOT NULL, "reviews" integer NOT NULL,
       "usual" real NOT NULL, "fitted" real NOT NULL, "isUsed" boolean NOT NULL, "fittedAt" text NOT NULL)`,
    )
    await runner.query(
      `CREATE TABLE "days" ("id" text PRIMARY KEY NOT NULL, "words" text NOT NULL,
       "revision" integer NOT NULL, "lastEdit" text NOT NULL, "updatedAt" text NOT NULL)`,
    )
    await runner.query('ALTER TABLE "items" ADD COLUMN "fromMemory" boolean NOT NULL DEFAULT 0')
    await runner.query('ALTER TABLE "runs" ADD COLUMN "fromMemory" boolean NOT NULL DEFAULT 0')
    await runner.query('ALTER TABLE "runs" ADD COLUMN "foretold" real')
    await runner.query('UPDATE "runs" SET "searched" = LOWER("searched")')
    await fillForetold(runner)
    await runner.query(
      `CREATE INDEX "runs_foretold" ON "runs" ("playedAt", "tune", "foretold", "verdict")
       WHERE "removed" = 0 AND "foretold" IS NOT NULL`,
    )
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP INDEX "runs_foretold"')
    for (const name of ['foretold', 'fromMemory'])
      await runner.query(`ALTER TABLE "runs" DROP COLUMN "${name}"`)
    await runner.query('ALTER TABLE "items" DROP COLUMN "fromMemory"')
    await runner.query('DROP TABLE "days"')
    await runner.query('DROP TABLE "memory_fit"')
  }
}

/** What would have been foretold of the runs that stand. */
const fillForetold = async (runner: QueryRunner): Promise<void> => {
  const rows = (await runner.query(
    `SELECT id, tune || ' ' || rung || ' ' || "key" || ' ' || fromBar || ' ' || toBar || ' ' || COALESCE(line, '') AS item,
     verdict, playedAt FROM runs WHERE removed = 0 AND state = 'finished' AND source <> 'simulated' ORDER BY playedAt`,
  )) as readonly RunRow[]
  const memories = new Map<string, Memory>()
  for (const { id, item, verdict, playedAt } of rows) {
    const before = memories.get(item)
    const foretold = before && foretoldRecall(before, playedAt)
    if (foretold !== undefined)
      await runner.query('UPDATE runs SET foretold = ? WHERE id = ?', [foretold, id])
    memories.set(item, remembered(before, verdict, playedAt))
  }
}
