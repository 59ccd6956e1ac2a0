import type { MigrationInterface, QueryRunner } from 'typeorm';

/** What is made keeps what was left of it once its pieces had theirs; what went on them is kept with the piece as well. */
export class PartUses1810000000000 implements MigrationInterface {
  readonly name = 'PartUses1810000000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE "preparation" ADD "rest" jsonb`);
    await runner.query(`CREATE TABLE "part_use" (
      "preparation_id" uuid NOT NULL PRIMARY KEY,
      "piece_id" text NOT NULL,
      "recipe_id" text NOT NULL,
      "at" timestamptz NOT NULL,
      "pieces" integer NOT NULL,
      "grams" double precision NOT NULL
    )`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`DROP TABLE "part_use"`);
    await runner.query(`ALTER TABLE "preparation" DROP COLUMN "rest"`);
  }
}
