import type { MigrationInterface, QueryRunner } from 'typeorm';
import { added } from './statements';

/** What of *may contain* stops an order is the shop's rule. */
export class TraceStop1797000000000 implements MigrationInterface {
  readonly name = 'TraceStop1797000000000';

  async up(runner: QueryRunner): Promise<void> {
    for (const statement of added('workshop', 'trace_stop', ['text', "'bowls'"]))
      await runner.query(statement);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE "workshop" DROP COLUMN "trace_stop"`);
  }
}
