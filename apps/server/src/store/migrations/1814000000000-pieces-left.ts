import type { MigrationInterface, QueryRunner } from 'typeorm';

/** What was paid for pieces that nobody had ordered, and moves of pieces that were taken back. */
export class PiecesLeft1814000000000 implements MigrationInterface {
  readonly name = 'PiecesLeft1814000000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE "piece_move"
      ADD "amount_minor" integer,
      ADD "method" text,
      ADD "reference" text,
      ADD "undone_at" timestamptz,
      ADD "undone_by" text`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`DELETE FROM "piece_move" WHERE "undone_at" IS NOT NULL`);
    await runner.query(`ALTER TABLE "piece_move"
      DROP COLUMN "amount_minor",
      DROP COLUMN "method",
      DROP COLUMN "reference",
      DROP COLUMN "undone_at",
      DROP COLUMN "undone_by"`);
  }
}
