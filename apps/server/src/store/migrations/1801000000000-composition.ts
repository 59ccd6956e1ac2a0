import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Supplies keep what 100 g of them are made of, where somebody has said it. */
export class Composition1801000000000 implements MigrationInterface {
  readonly name = 'Composition1801000000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE "supply" ADD "composition" jsonb`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE "supply" DROP COLUMN "composition"`);
  }
}
