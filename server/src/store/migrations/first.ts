import type { MigrationInterface, QueryRunner } from 'typeorm'

/** The first tables: tunes, lines, runs with their takes, settings. */
export class First1764000000000 implements MigrationInterface {
  name = 'First1764000000000'

  async up(runner: QueryRunner): Promise<void> {
    const edited = '"revision" integer NOT NULL, "lastEdit" text NOT NULL, "updatedAt" text NOT NULL'
    await runner.query(
      `CREATE TABLE "tunes" ("id" text PRIMARY KEY NOT NULL, "title" text NOT NULL, "chart" text NOT NULL, ${edited})`,
    )
    await runner.query(
      `CREATE TABLE "lines" ("id" text PRIMARY KEY NOT NULL, "tune" text NOT NULL REFERENCES "tunes" ("id"), "title" text NOT NULL,
       "fromBar" integer NOT NULL, "toBar" integer NOT NULL, "notes" text NOT NULL, ${edited})`,
    )
    await runner.query(
      `CREATE TABLE "runs" ("id" text PRIMARY KEY NOT NULL, "tune" text NOT NULL REFERENCES "tunes" ("id"), "playedAt" text NOT NULL,
       "rung" text NOT NULL, "key" text NOT NULL, "fromBar" integer NOT NULL, "toBar" integer NOT NULL, "tempo" real NOT NULL,
       "state" text NOT NULL, "verdict" text NOT NULL, "notesMark" integer NOT NULL, "timeMark" integer NOT NULL,
       "flowMark" integer NOT NULL, "source" text NOT NULL, "weakestBar" integer, "line" text)`,
    )
    await runner.query(
      `CREATE TABLE "takes" ("run" text PRIMARY KEY NOT NULL REFERENCES "runs" ("id"), "take" text NOT NULL)`,
    )
    await runner.query(
      `CREATE TABLE "settings" ("id" text PRIMARY KEY NOT NULL, "instrument" text NOT NULL, "look" text NOT NULL,
       "chordStyle" text NOT NULL, "scaleNames" text NOT NULL, "player" text NOT NULL, ${edited})`,
    )
    await runner.query('CREATE INDEX "lines_tune" ON "lines" ("tune")')
    await runner.query('CREATE INDEX "runs_tune" ON "runs" ("tune")')
    await runner.query('CREATE INDEX "runs_playedAt" ON "runs" ("playedAt")')
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const table of ['takes', 'runs', 'lines', 'tunes', 'settings'])
      await runner.query(`DROP TABLE "${table}"`)
  }
}
