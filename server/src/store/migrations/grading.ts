import type { MigrationInterface, QueryRunner } from 'typeorm'

/** The player's own grading limits, and the minutes after which a break is suggested. */
export class Grading1764500000000 implements MigrationInterface {
  name = 'Grading1764500000000'

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE "settings" ADD COLUMN "grading" text NOT NULL DEFAULT '{}'`)
    await runner.query('ALTER TABLE "settings" ADD COLUMN "restMinutes" integer NOT NULL DEFAULT 25')
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE "settings" DROP COLUMN "restMinutes"')
    await runner.query('ALTER TABLE "settings" DROP COLUMN "grading"')
  }
}
