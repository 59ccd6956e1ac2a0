import type { MigrationInterface, QueryRunner } from 'typeorm';
import { added } from './statements';

/** What the shop warms its bowls with is a rule of its own. */
export class Warming1791000000000 implements MigrationInterface {
  readonly name = 'Warming1791000000000';

  async up(runner: QueryRunner): Promise<void> {
    for (const statement of added('workshop', 'warming_watts', ['double precision', '500']))
      await runner.query(statement);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE "workshop" DROP COLUMN "warming_watts"`);
  }
}
