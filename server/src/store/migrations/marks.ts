import type { MigrationInterface, QueryRunner } from 'typeorm'

/** Every mark of a run by its name: free rungs have other marks than notes, time and flow. */
export class Marks1764300000000 implements MigrationInterface {
  name = 'Marks1764300000000'

  async up(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE "runs" ADD COLUMN "marks" text')
    await runner.query(
      `UPDATE "runs" SET "marks" =
       '{"notes":' || "notesMark" || ',"time":' || "timeMark" || ',"flow":' || "flowMark" || '}'`,
    )
    for (const column of ['notesMark', 'timeMark', 'flowMark'])
      await runner.query(`ALTER TABLE "runs" DROP COLUMN "${column}"`)
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const mark of ['notes', 'time', 'flow']) {
      await runner.query(`ALTER TABLE "runs" ADD COLUMN "${mark}Mark" integer NOT NULL DEFAULT 0`)
      await runner.query(`UPDATE "runs" SET "${mark}Mark" = COALESCE(json_extract("marks", '$.${mark}'), 0)`)
    }
    await runner.query('ALTER TABLE "runs" DROP COLUMN "marks"')
  }
}
