import type { MigrationInterface, QueryRunner } from 'typeorm'

/** Tunes have tags, and can be put into the bin. */
export class Bin1765600000000 implements MigrationInterface {
  name = 'Bin1765600000000'

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE "tunes" ADD COLUMN "tags" text NOT NULL DEFAULT '[]'`)
    await runner.query('ALTER TABLE "tunes" ADD COLUMN "removedAt" text')
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const name of ['removedAt', 'tags']) await runner.query(`ALTER TABLE "tunes" DROP COLUMN "${name}"`)
  }
}
