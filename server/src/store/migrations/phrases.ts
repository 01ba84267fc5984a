import type { MigrationInterface, QueryRunner } from 'typeorm'

/** The player's comments and tags on a line, its versions, and phrases. */
export class Phrases1764200000000 implements MigrationInterface {
  name = 'Phrases1764200000000'

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE "lines" ADD COLUMN "remark" text NOT NULL DEFAULT ''`)
    await runner.query(`ALTER TABLE "lines" ADD COLUMN "tags" text NOT NULL DEFAULT '[]'`)
    await runner.query('ALTER TABLE "lines" ADD COLUMN "removed" boolean NOT NULL DEFAULT 0')
    await runner.query(
      `CREATE TABLE "line_versions" ("line" text NOT NULL REFERENCES "lines" ("id"), "revision" integer NOT NULL,
       "title" text NOT NULL, "fromBar" integer NOT NULL, "toBar" integer NOT NULL, "notes" text NOT NULL,
       "keptAt" text NOT NULL, PRIMARY KEY ("line", "revision"))`,
    )
    await runner.query(
      `CREATE TABLE "phrases" ("id" text PRIMARY KEY NOT NULL, "title" text NOT NULL, "notes" text NOT NULL,
       "chords" text NOT NULL, "removed" boolean NOT NULL DEFAULT 0, "revision" integer NOT NULL,
       "lastEdit" text NOT NULL, "updatedAt" text NOT NULL)`,
    )
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const table of ['phrases', 'line_versions']) await runner.query(`DROP TABLE "${table}"`)
    for (const column of ['removed', 'tags', 'remark'])
      await runner.query(`ALTER TABLE "lines" DROP COLUMN "${column}"`)
  }
}
