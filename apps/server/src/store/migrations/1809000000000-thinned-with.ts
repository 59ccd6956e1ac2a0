import type { MigrationInterface, QueryRunner } from 'typeorm';

/** A coating may say which supply is stirred into it: it is drawn, and its allergens are declared. */
export class ThinnedWith1809000000000 implements MigrationInterface {
  readonly name = 'ThinnedWith1809000000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE "coating" ADD "thinned_with" text`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE "coating" DROP COLUMN "thinned_with"`);
  }
}
