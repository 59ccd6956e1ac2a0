import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Orders of a pickup point may be sent by post. */
export class Sending1806000000000 implements MigrationInterface {
  readonly name = 'Sending1806000000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE "pickup_point" ADD "sending" jsonb`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE "pickup_point" DROP COLUMN "sending"`);
  }
}
