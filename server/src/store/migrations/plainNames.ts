import type { MigrationInterface, QueryRunner } from 'typeorm'

/** Old and new ids of verdicts. */
const VERDICTS = [
  ['nearly', 'close'],
  ['holds', 'solid'],
  ['moves on', 'move on'],
] as const

/** Old and new names of the marks from which a verdict is given. */
const LEASTS = [
  ['nearly', 'close'],
  ['holds', 'solid'],
  ['movesOn', 'moveOn'],
] as const

/** Moves a JSON value from one path to another, if it exists. */
const moved = (table: string, column: string, from: string, to: string): string =>
  `UPDATE "${table}" SET "${column}" = json_remove(
     json_set("${column}", '${to}', json(json_extract("${column}", '${from}'))), '${from}')
   WHERE json_extract("${column}", '${from}') IS NOT NULL`

/** Verdicts, grading limits and the ungraded notes of takes get the names that the application now uses. */
export class PlainNames1764600000000 implements MigrationInterface {
  name = 'PlainNames1764600000000'

  async up(runner: QueryRunner): Promise<void> {
    for (const [before, after] of VERDICTS)
      await runner.query('UPDATE "runs" SET "verdict" = ? WHERE "verdict" = ?', [after, before])
    await runner.query(moved('takes', 'take', '$.aside', '$.ungradedNotes'))
    for (const [before, after] of LEASTS)
      await runner.query(moved('settings', 'grading', `$.leasts.${before}`, `$.leasts.${after}`))
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const [before, after] of VERDICTS)
      await runner.query('UPDATE "runs" SET "verdict" = ? WHERE "verdict" = ?', [before, after])
    await runner.query(moved('takes', 'take', '$.ungradedNotes', '$.aside'))
    for (const [before, after] of LEASTS)
      await runner.query(moved('settings', 'grading', `$.leasts.${after}`, `$.leasts.${before}`))
  }
}
