import type { MigrationInterface, QueryRunner } from 'typeorm'

/** What a tune's chart was before it was changed. */
export class ChartVersions1765700000000 implements MigrationInterface {
  name = 'ChartVersions1765700000000'

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `CREATE TABLE "tune_versions" ("tune" text NOT NULL, "revision" integer NOT NULL, "title" text NOT NULL, "chart" text NOT NULL, "keptAt" text NOT NULL, PRIMARY KEY ("tune", "revision"))`,
    )
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE "tune_versions"')
  }
}
