import type { MigrationInterface, QueryRunner } from 'typeorm'

/** Finds a tune's runs in their order, and its last one, without reading the others. */
export class RunsByTune1764800000000 implements MigrationInterface {
  name = 'RunsByTune1764800000000'

  async up(runner: QueryRunner): Promise<void> {
    await runner.query('CREATE INDEX "runs_tune_played" ON "runs" ("tune", "playedAt")')
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP INDEX "runs_tune_played"')
  }
}
