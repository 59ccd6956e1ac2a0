import type { MigrationInterface, QueryRunner } from 'typeorm';

/** A zone tells how warm it is kept. */
export class ZoneWarmth1799000000000 implements MigrationInterface {
  readonly name = 'ZoneWarmth1799000000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE "zone" ADD "celsius" double precision`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE "zone" DROP COLUMN "celsius"`);
  }
}
