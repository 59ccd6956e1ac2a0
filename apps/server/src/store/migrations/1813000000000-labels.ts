import type { MigrationInterface, QueryRunner } from 'typeorm';

/** The workshop tells where it is, and what it says on its labels. */
export class Labels1813000000000 implements MigrationInterface {
  readonly name = 'Labels1813000000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `ALTER TABLE "workshop" ADD "address" text NOT NULL DEFAULT '', ADD "label_words" text NOT NULL DEFAULT ''`,
    );
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE "workshop" DROP COLUMN "address", DROP COLUMN "label_words"`);
  }
}
