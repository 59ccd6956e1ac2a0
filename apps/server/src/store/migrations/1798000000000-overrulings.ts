import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Orders remember who took them although the plan had no room for them. */
export class Overrulings1798000000000 implements MigrationInterface {
  readonly name = 'Overrulings1798000000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE "customer_order" ADD "kitchen_overruled" jsonb`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE "customer_order" DROP COLUMN "kitchen_overruled"`);
  }
}
