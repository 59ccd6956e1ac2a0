import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Orders remember why they were taken although their customer must never have what is in them. */
export class AllergyWaivers1795000000000 implements MigrationInterface {
  readonly name = 'AllergyWaivers1795000000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE "customer_order" ADD "allergy_waiver" jsonb`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE "customer_order" DROP COLUMN "allergy_waiver"`);
  }
}
