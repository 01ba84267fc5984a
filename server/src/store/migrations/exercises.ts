import type { MigrationInterface, QueryRunner } from 'typeorm'

/** The player's own exercises, and lists of them. */
export class Exercises1764400000000 implements MigrationInterface {
  name = 'Exercises1764400000000'

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `CREATE TABLE "exercises" ("id" text PRIMARY KEY NOT NULL, "title" text NOT NULL, "tune" text NOT NULL,
       "rung" text NOT NULL, "variant" integer NOT NULL, "fromBar" integer NOT NULL, "toBar" integer NOT NULL,
       "tempo" real NOT NULL, "key" text, "hide" integer NOT NULL, "line" text,
       "removed" boolean NOT NULL DEFAULT 0, "revision" integer NOT NULL, "lastEdit" text NOT NULL,
       "updatedAt" text NOT NULL)`,
    )
    await runner.query('CREATE INDEX "exercises_tune" ON "exercises" ("tune")')
    await runner.query(
      `CREATE TABLE "set_lists" ("id" text PRIMARY KEY NOT NULL, "title" text NOT NULL, "exercises" text NOT NULL,
       "removed" boolean NOT NULL DEFAULT 0, "revision" integer NOT NULL, "lastEdit" text NOT NULL,
       "updatedAt" text NOT NULL)`,
    )
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE "set_lists"')
    await runner.query('DROP TABLE "exercises"')
  }
}
