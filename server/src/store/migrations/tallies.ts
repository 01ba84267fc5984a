import type { MigrationInterface, QueryRunner } from 'typeorm'

/** The runs that are listed, in the orders in which they are. */
const INDEXES = {
  runs_listed: '"playedAt"',
  runs_listed_by_tune: '"tune", "playedAt"',
  runs_listed_by_marks: '"least", "playedAt", "id"',
} as const

/**
 * What was played is counted by change of chord, degree, key, rung and beat; runs have a length, the player's words, and can
 * be deleted. The takes that stand are counted after the start, as they have to be read one by one.
 */
export class Tallies1765300000000 implements MigrationInterface {
  name = 'Tallies1765300000000'

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `CREATE TABLE "tallies" ("kind" text NOT NULL, "name" text NOT NULL, "day" text NOT NULL, "notes" integer NOT NULL,
       "right" integer NOT NULL, "offMs" real NOT NULL, "timed" integer NOT NULL, "tune" text NOT NULL, "rung" text NOT NULL,
       "key" text NOT NULL, "fromBar" integer NOT NULL, "toBar" integer NOT NULL, PRIMARY KEY ("kind", "name", "day"))`,
    )
    await runner.query('CREATE INDEX "tallies_day" ON "tallies" ("day")')
    await runner.query('ALTER TABLE "takes" ADD COLUMN "tallies" text')
    await runner.query('ALTER TABLE "takes" ADD COLUMN "grader" text')
    await runner.query(
      `UPDATE "takes" SET "grader" = json_extract("take", '$.grader') WHERE json_valid("take")`,
    )
    await runner.query('CREATE INDEX "takes_uncounted" ON "takes" ("run") WHERE "tallies" IS NULL')
    await runner.query('CREATE INDEX "takes_grader" ON "takes" ("grader")')
    await runner.query('ALTER TABLE "runs" ADD COLUMN "seconds" real NOT NULL DEFAULT 0')
    await runner.query(`ALTER TABLE "runs" ADD COLUMN "words" text NOT NULL DEFAULT ''`)
    await runner.query('ALTER TABLE "runs" ADD COLUMN "least" integer NOT NULL DEFAULT 0')
    await runner.query(`ALTER TABLE "runs" ADD COLUMN "searched" text NOT NULL DEFAULT ''`)
    await runner.query(
      `UPDATE "runs" SET "searched" = REPLACE("rung", '-', ' ') || ' ' || "key" || ' ' || CAST("tempo" AS integer) || ' ' ||
       CASE "state" WHEN 'abandoned' THEN 'abandoned' ELSE "verdict" END`,
    )
    await runner.query('ALTER TABLE "runs" ADD COLUMN "revision" integer NOT NULL DEFAULT 0')
    await runner.query('ALTER TABLE "runs" ADD COLUMN "removed" boolean NOT NULL DEFAULT 0')
    await runner.query(
      `UPDATE "runs" SET "seconds" = COALESCE((SELECT MAX(json_extract(value, '$.onsetMs')) / 1000.0
       FROM "takes", json_each("takes"."take", '$.notes') WHERE "takes"."run" = "runs"."id" AND json_valid("takes"."take")), 0)`,
    )
    await runner.query(
      `UPDATE "runs" SET "least" = COALESCE((SELECT MIN(value) FROM json_each("runs"."marks")), 0) WHERE json_valid("marks")`,
    )
    for (const [name, columns] of Object.entries(INDEXES))
      await runner.query(`CREATE INDEX "${name}" ON "runs" (${columns}) WHERE "removed" = 0`)
    await runner.query(
      `CREATE TABLE "run_words" ("id" text PRIMARY KEY NOT NULL, "words" text NOT NULL, "removed" boolean NOT NULL DEFAULT 0,
       "revision" integer NOT NULL, "lastEdit" text NOT NULL, "updatedAt" text NOT NULL)`,
    )
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE "run_words"')
    for (const name of Object.keys(INDEXES)) await runner.query(`DROP INDEX "${name}"`)
    for (const name of ['removed', 'revision', 'searched', 'least', 'words', 'seconds'])
      await runner.query(`ALTER TABLE "runs" DROP COLUMN "${name}"`)
    await runner.query('DROP INDEX "takes_grader"')
    await runner.query('DROP INDEX "takes_uncounted"')
    for (const name of ['grader', 'tallies']) await runner.query(`ALTER TABLE "takes" DROP COLUMN "${name}"`)
    await runner.query('DROP TABLE "tallies"')
  }
}
