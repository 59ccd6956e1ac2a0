import type { MigrationInterface, QueryRunner } from 'typeorm';
import { added } from './statements';

/** What of *may contain* stops an order is the shop's rule. */
export class MayContainStop1797000000000 implements MigrationInterface {
  readonly name = 'MayContainStop1797000000000';

  async up(runner: QueryRunner): Promise<void> {
    for (const statement of added('workshop', 'may_contain_stop', ['text', "'bowls'"]))
      await runner.query(statement);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE "workshop" DROP COLUMN "may_contain_stop"`);
  }
}
