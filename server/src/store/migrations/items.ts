import type { MigrationInterface, QueryRunner } from 'typeorm'
import { type ItemRun, itemsOf } from '../items.ts'

/** What is practised has a memory of its own, made of the runs that stand. */
export class Items1765200000000 implements MigrationInterface {
  name = 'Items1765200000000'

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `CREATE TABLE "items" ("id" text PRIMARY KEY NOT NULL, "tune" text NOT NULL, "rung" text NOT NULL, "key" text NOT NULL,
       "fromBar" integer NOT NULL, "toBar" integer NOT NULL, "line" text, "memory" text NOT NULL, "recent" text NOT NULL, "due" text NOT NULL)`,
    )
    await runner.query('CREATE INDEX "items_tune" ON "items" ("tune")')
    await runner.query('CREATE INDEX "items_due" ON "items" ("due")')
    const runs: readonly ItemRun[] = await runner.query(
      `SELECT "tune", "rung", "key", "tempo", "state", "verdict", "playedAt", "fromBar", "toBar", "line", "source"
       FROM "runs" ORDER BY "playedAt"`,
    )
    for (const { id, tune, rung, key, fromBar, toBar, line, memory, recent, due } of itemsOf(runs))
      await runner.query('INSERT INTO "items" VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)', [
        ...[id, tune, rung, key, fromBar, toBar, line],
        ...[JSON.stringify(memory), JSON.stringify(recent), due],
      ])
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE "items"')
  }
}
