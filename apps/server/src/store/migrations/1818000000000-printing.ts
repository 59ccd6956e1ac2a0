import { USUAL_ROLL } from '@alnage/contract';
import type { MigrationInterface, QueryRunner } from 'typeorm';

const UP = [
  `ALTER TABLE "device" ADD "sheet" text`,
  `ALTER TABLE "device" ADD "trouble" text`,
  `UPDATE "device" SET "sheet" = '${USUAL_ROLL}' WHERE "kind" = 'printer'`,
  `ALTER TABLE "label" ADD "order_id" uuid`,
  `ALTER TABLE "label" ADD "number" integer`,
  `ALTER TABLE "label" ADD "box" jsonb`,
  `CREATE INDEX "label_order_id" ON "label" ("order_id")`,
  `CREATE UNIQUE INDEX "label_waiting" ON "label" ("order_id", "number") WHERE printed_at IS NULL`,
  `CREATE TABLE "simulated_printer" ("device_id" uuid NOT NULL PRIMARY KEY, "manner" text NOT NULL)`,
  `CREATE TABLE "simulated_paper" ("label_id" uuid NOT NULL PRIMARY KEY, "at" timestamptz NOT NULL)`,
];

const DOWN = [
  `DROP TABLE "simulated_paper"`,
  `DROP TABLE "simulated_printer"`,
  `DROP INDEX "label_waiting"`,
  `DROP INDEX "label_order_id"`,
  `ALTER TABLE "label" DROP COLUMN "box"`,
  `ALTER TABLE "label" DROP COLUMN "number"`,
  `ALTER TABLE "label" DROP COLUMN "order_id"`,
  `ALTER TABLE "device" DROP COLUMN "trouble"`,
  `ALTER TABLE "device" DROP COLUMN "sheet"`,
];

/** Labels of boxes wait for a printer, which says what it lacks. */
export class Printing1818000000000 implements MigrationInterface {
  readonly name = 'Printing1818000000000';

  async up(runner: QueryRunner): Promise<void> {
    for (const statement of UP) await runner.query(statement);
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const statement of DOWN) await runner.query(statement);
  }
}
