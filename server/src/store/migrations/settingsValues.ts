import type { MigrationInterface, QueryRunner } from 'typeorm'

/** The settings that had a column each. */
const TEXTS = ['instrument', 'look', 'chordStyle', 'scaleNames', 'spelling', 'player'] as const

/** All settings in one JSON column, so that a new one needs no migration. */
export class SettingsValues1764700000000 implements MigrationInterface {
  name = 'SettingsValues1764700000000'

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE "settings" ADD COLUMN "values" text NOT NULL DEFAULT '{}'`)
    await runner.query(
      `UPDATE "settings" SET "values" = json_object(
         ${TEXTS.map((column) => `'${column}', "${column}"`).join(', ')},
         'grading', json("grading"), 'restMinutes', "restMinutes")`,
    )
    for (const column of [...TEXTS, 'grading', 'restMinutes'])
      await runner.query(`ALTER TABLE "settings" DROP COLUMN "${column}"`)
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const column of TEXTS)
      await runner.query(
        `ALTER TABLE "settings" ADD COLUMN "${column}" text NOT NULL DEFAULT '${column === 'spelling' ? 'exact' : ''}'`,
      )
    await runner.query(`ALTER TABLE "settings" ADD COLUMN "grading" text NOT NULL DEFAULT '{}'`)
    await runner.query(`ALTER TABLE "settings" ADD COLUMN "restMinutes" integer NOT NULL DEFAULT 25`)
    for (const column of [...TEXTS, 'grading', 'restMinutes'])
      await runner.query(
        `UPDATE "settings" SET "${column}" = json_extract("values", '$.${column}')
         WHERE json_extract("values", '$.${column}') IS NOT NULL`,
      )
    await runner.query('ALTER TABLE "settings" DROP COLUMN "values"')
  }
}
