import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Good pieces that went elsewhere than into the orders that they were made for. */
export class PieceMoves1812000000000 implements MigrationInterface {
  readonly name = 'PieceMoves1812000000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`CREATE TABLE "piece_move" (
      "at" timestamptz NOT NULL,
      "by" text,
      "id" uuid NOT NULL DEFAULT gen_random_uuid() PRIMARY KEY,
      "horizon_start" timestamptz NOT NULL,
      "batch" text NOT NULL,
      "piece_id" text NOT NULL,
      "kind" text NOT NULL,
      "pieces" integer NOT NULL,
      "cause" text NOT NULL
    )`);
    await runner.query(`CREATE INDEX "piece_move_horizon_start" ON "piece_move" ("horizon_start")`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`DROP TABLE "piece_move"`);
  }
}
