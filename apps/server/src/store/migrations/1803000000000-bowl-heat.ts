import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Bowls keep what they are warmed by. */
export class BowlHeat1803000000000 implements MigrationInterface {
  readonly name = 'BowlHeat1803000000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE "bowl" ADD "heat" text NOT NULL DEFAULT 'steam'`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE "bowl" DROP COLUMN "heat"`);
  }
}
