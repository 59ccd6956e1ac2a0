import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Pieces may be made by several recipes, each made for a batch by itself. */
export class MadeParts1805000000000 implements MigrationInterface {
  readonly name = 'MadeParts1805000000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE "piece" ADD "made_parts" jsonb NOT NULL DEFAULT '[]'`);
    await runner.query(`ALTER TABLE "preparation" DROP CONSTRAINT "preparation_batch"`);
    await runner.query(
      `ALTER TABLE "preparation" ADD CONSTRAINT "preparation_batch" UNIQUE ("horizon_start", "batch", "piece_id", "recipe_id")`,
    );
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE "preparation" DROP CONSTRAINT "preparation_batch"`);
    await runner.query(
      `ALTER TABLE "preparation" ADD CONSTRAINT "preparation_batch" UNIQUE ("horizon_start", "batch", "piece_id")`,
    );
    await runner.query(`ALTER TABLE "piece" DROP COLUMN "made_parts"`);
  }
}
