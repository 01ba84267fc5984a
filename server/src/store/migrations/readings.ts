import type { MigrationInterface, QueryRunner } from 'typeorm'

/** The player's own readings of a tune's chords, and how notes are spelled. */
export class Readings1764100000000 implements MigrationInterface {
  name = 'Readings1764100000000'

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE "tunes" ADD COLUMN "readings" text NOT NULL DEFAULT '[]'`)
    await runner.query(`ALTER TABLE "settings" ADD COLUMN "spelling" text NOT NULL DEFAULT 'exact'`)
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE "settings" DROP COLUMN "spelling"')
    await runner.query('ALTER TABLE "tunes" DROP COLUMN "readings"')
  }
}
