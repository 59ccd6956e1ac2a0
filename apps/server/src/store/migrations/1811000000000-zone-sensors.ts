import type { MigrationInterface, QueryRunner } from 'typeorm';

/** What measures a climate may do so in a zone; a pickup point tells how warm the way there is. */
export class ZoneSensors1811000000000 implements MigrationInterface {
  readonly name = 'ZoneSensors1811000000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE "device" ADD "zone_id" text`);
    await runner.query(`ALTER TABLE "pickup_point" ADD "way_celsius" double precision`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE "pickup_point" DROP COLUMN "way_celsius"`);
    await runner.query(`ALTER TABLE "device" DROP COLUMN "zone_id"`);
  }
}
