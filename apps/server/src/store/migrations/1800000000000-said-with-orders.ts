import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Orders keep the telephone and what must never be in them that were said with them, whoever is remembered. */
export class SaidWithOrders1800000000000 implements MigrationInterface {
  readonly name = 'SaidWithOrders1800000000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `ALTER TABLE "customer_order" ADD "phone" text NOT NULL DEFAULT '', ADD "allergies" jsonb NOT NULL DEFAULT '[]'`,
    );
    await runner.query(
      `ALTER TABLE "customer_order" ALTER "phone" DROP DEFAULT, ALTER "allergies" DROP DEFAULT`,
    );
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE "customer_order" DROP COLUMN "phone", DROP COLUMN "allergies"`);
  }
}
