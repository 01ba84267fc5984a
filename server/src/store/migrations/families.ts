import type { MigrationInterface, QueryRunner } from 'typeorm'

const COLUMNS = [
  ['phrases', 'families', `text NOT NULL DEFAULT '[]'`],
  ['phrases', 'use', 'text'],
  ['phrases', 'source', 'text'],
  ['phrases', 'fingering', 'text'],
  ['lines', 'fingering', 'text'],
] as const

/**
 * Phrases keep what they are made of, what they are used for, and where they came from; lines and phrases
 * their fingering. A phrase's runs are found by it.
 */
export class Families1765100000000 implements MigrationInterface {
  name = 'Families1765100000000'

  async up(runner: QueryRunner): Promise<void> {
    for (const [table, name, type] of COLUMNS)
      await runner.query(`ALTER TABLE "${table}" ADD COLUMN "${name}" ${type}`)
    await runner.query('CREATE INDEX "runs_line" ON "runs" ("line")')
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP INDEX "runs_line"')
    for (const [table, name] of COLUMNS.toReversed())
      await runner.query(`ALTER TABLE "${table}" DROP COLUMN "${name}"`)
  }
}
