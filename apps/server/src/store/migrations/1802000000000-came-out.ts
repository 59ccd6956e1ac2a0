import type { MigrationInterface, QueryRunner } from 'typeorm';

/**
 * Centres that were made keep what went into the pot, what a portion was to weigh, and what came out, once somebody says it; what was
 * measured is kept with its recipe as well.
 */
export class CameOut1802000000000 implements MigrationInterface {
  readonly name = 'CameOut1802000000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `ALTER TABLE "preparation" ADD "pot_grams" double precision, ADD "portion_grams" double precision, ADD "came_out" jsonb`,
    );
    await runner.query(`CREATE TABLE "recipe_batch" (
      "preparation_id" uuid NOT NULL PRIMARY KEY,
      "recipe_id" text NOT NULL,
      "at" timestamptz NOT NULL,
      "pot_grams" double precision NOT NULL,
      "grams" double precision NOT NULL
    )`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`DROP TABLE "recipe_batch"`);
    await runner.query(
      `ALTER TABLE "preparation" DROP COLUMN "pot_grams", DROP COLUMN "portion_grams", DROP COLUMN "came_out"`,
    );
  }
}
