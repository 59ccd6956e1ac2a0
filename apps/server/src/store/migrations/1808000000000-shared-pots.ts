import type { MigrationInterface, QueryRunner } from 'typeorm';

/** What was made in one pot for several batches knows its pot. */
export class SharedPots1808000000000 implements MigrationInterface {
  readonly name = 'SharedPots1808000000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE "preparation" ADD "pot" uuid`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE "preparation" DROP COLUMN "pot"`);
  }
}
