import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Pieces may be dipped in a range of their own. */
export class DipRange1804000000000 implements MigrationInterface {
  readonly name = 'DipRange1804000000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE "piece" ADD "dip_range" jsonb`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE "piece" DROP COLUMN "dip_range"`);
  }
}
