import type { MigrationInterface, QueryRunner } from 'typeorm'

const COLUMNS = {
  families: `text NOT NULL DEFAULT '[]'`,
  use: 'text',
  source: 'text',
} as const

/** Phrases keep what they are made of, what they are used for, and where they came from. */
export class Families1765100000000 implements MigrationInterface {
  name = 'Families1765100000000'

  async up(runner: QueryRunner): Promise<void> {
    for (const [name, type] of Object.entries(COLUMNS))
      await runner.query(`ALTER TABLE "phrases" ADD COLUMN "${name}" ${type}`)
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const name of Object.keys(COLUMNS).reverse())
      await runner.query(`ALTER TABLE "phrases" DROP COLUMN "${name}"`)
  }
}
