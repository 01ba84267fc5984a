import type { MigrationInterface, QueryRunner } from 'typeorm'

/** Goals of the player. */
export class Goals1765400000000 implements MigrationInterface {
  name = 'Goals1765400000000'

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `CREATE TABLE "goals" ("id" text PRIMARY KEY NOT NULL, "tune" text NOT NULL, "rung" text NOT NULL, "fromBar" integer NOT NULL,
       "toBar" integer NOT NULL, "keys" text NOT NULL, "tempo" real NOT NULL, "by" text NOT NULL,
       "removed" boolean NOT NULL DEFAULT 0, "revision" integer NOT NULL, "lastEdit" text NOT NULL, "updatedAt" text NOT NULL)`,
    )
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE "goals"')
  }
}
