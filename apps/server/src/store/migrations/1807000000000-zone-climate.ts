import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Zones may be humid, and there only at times. */
export class ZoneClimate1807000000000 implements MigrationInterface {
  readonly name = 'ZoneClimate1807000000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE "zone" ADD "humidity" double precision`);
    await runner.query(`ALTER TABLE "zone" ADD "there" jsonb`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE "zone" DROP COLUMN "there"`);
    await runner.query(`ALTER TABLE "zone" DROP COLUMN "humidity"`);
  }
}
