import type { MigrationInterface, QueryRunner } from 'typeorm'

const COLUMNS = {
  words: 'text',
  tags: `text NOT NULL DEFAULT '[]'`,
  parent: 'text',
  change: 'text',
} as const

/** Phrases keep the player's words and tags, and what they were made from. */
export class Vocabulary1765000000000 implements MigrationInterface {
  name = 'Vocabulary1765000000000'

  async up(runner: QueryRunner): Promise<void> {
    for (const [name, type] of Object.entries(COLUMNS))
      await runner.query(`ALTER TABLE "phrases" ADD COLUMN "${name}" ${type}`)
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const name of Object.keys(COLUMNS).reverse())
      await runner.query(`ALTER TABLE "phrases" DROP COLUMN "${name}"`)
  }
}
