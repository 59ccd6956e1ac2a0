import type { MigrationInterface, QueryRunner } from 'typeorm';

/** A lot tells which order's boxes took out of it. */
export class BoxStock1792000000000 implements MigrationInterface {
  readonly name = 'BoxStock1792000000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE "lot_move" ADD "order_id" uuid`);
    await runner.query(`CREATE INDEX "lot_move_order" ON "lot_move" ("order_id")`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`DROP INDEX "lot_move_order"`);
    await runner.query(`ALTER TABLE "lot_move" DROP COLUMN "order_id"`);
  }
}
