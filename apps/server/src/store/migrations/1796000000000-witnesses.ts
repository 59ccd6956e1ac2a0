import type { MigrationInterface, QueryRunner } from 'typeorm';

/** What was promised since the newest plan is kept with the work that makes it. */
export class Witnesses1796000000000 implements MigrationInterface {
  readonly name = 'Witnesses1796000000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`CREATE TABLE "plan_witness" (
      "horizon_start" TIMESTAMP WITH TIME ZONE NOT NULL,
      "version" integer NOT NULL,
      "laid_in_at" TIMESTAMP WITH TIME ZONE NOT NULL,
      "orders" jsonb NOT NULL,
      "difference" jsonb NOT NULL,
      CONSTRAINT "PK_plan_witness" PRIMARY KEY ("horizon_start")
    )`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`DROP TABLE "plan_witness"`);
  }
}
