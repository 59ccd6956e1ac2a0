import { DEFAULT_LATE_KEEP_MINUTES, DEFAULT_NO_SHOW_REFUND_SHARE, NO_TAX } from '@alnage/core';
import type { MigrationInterface, QueryRunner } from 'typeorm';
import { added, json } from './statements';

const ENTRY = `
  "at" timestamptz NOT NULL,
  "by" text,
  "order_id" uuid NOT NULL,
  "id" uuid NOT NULL PRIMARY KEY`;

const ofOrder = (table: string, key: string): string[] => [
  `ALTER TABLE "${table}" ADD CONSTRAINT "${key}" FOREIGN KEY ("order_id")
     REFERENCES "customer_order"("id") ON DELETE CASCADE`,
  `CREATE INDEX "${table}_order_id" ON "${table}" ("order_id")`,
];

const UP = [
  `CREATE TABLE "hand_over" (${ENTRY},
    "collected_by" text NOT NULL,
    "boxes" jsonb NOT NULL,
    "lines" jsonb NOT NULL,
    "against" text,
    "undone_at" timestamptz,
    "undone_by" text
  )`,
  ...ofOrder('hand_over', 'FK_112abf56c7887d31b47b6197ef1'),
  `CREATE TABLE "card_request" (${ENTRY},
    "kind" text NOT NULL,
    "amount_minor" integer NOT NULL,
    "state" text NOT NULL,
    "settled_at" timestamptz
  )`,
  ...ofOrder('card_request', 'FK_eec7b4e5a576a4556130ce2a63c'),
  `CREATE TABLE "counter_deed" (${ENTRY},
    "kind" text NOT NULL,
    "received_at" timestamptz NOT NULL
  )`,
  ...ofOrder('counter_deed', 'FK_967dd2da3f33f1501a99c159d04'),
  `CREATE TABLE "day_closing" (
    "at" timestamptz NOT NULL,
    "by" text,
    "id" uuid NOT NULL DEFAULT gen_random_uuid() PRIMARY KEY,
    "day" date NOT NULL,
    "float_minor" integer NOT NULL,
    "expected_minor" integer NOT NULL,
    "counted_minor" integer NOT NULL,
    "note" text NOT NULL
  )`,
  `CREATE INDEX "day_closing_day" ON "day_closing" ("day")`,
  `ALTER TABLE "customer_order" ADD "kept_until" timestamptz`,
  `ALTER TABLE "order_payment" ADD "given_minor" integer`,
  ...added('workshop', 'late_keep_minutes', ['integer', String(DEFAULT_LATE_KEEP_MINUTES)]),
  ...added('workshop', 'no_show_refund_share', ['double precision', String(DEFAULT_NO_SHOW_REFUND_SHARE)]),
  ...added('workshop', 'tax_rates', ['jsonb', json(NO_TAX)]),
];

const DOWN = [
  `ALTER TABLE "workshop" DROP COLUMN "tax_rates"`,
  `ALTER TABLE "workshop" DROP COLUMN "no_show_refund_share"`,
  `ALTER TABLE "workshop" DROP COLUMN "late_keep_minutes"`,
  `ALTER TABLE "order_payment" DROP COLUMN "given_minor"`,
  `ALTER TABLE "customer_order" DROP COLUMN "kept_until"`,
  `DROP TABLE "day_closing"`,
  `DROP TABLE "counter_deed"`,
  `DROP TABLE "card_request"`,
  `DROP TABLE "hand_over"`,
];

/** The counter: who collected what, what a terminal was asked, who is late, what the drawer held. */
export class Counter1816000000000 implements MigrationInterface {
  readonly name = 'Counter1816000000000';

  async up(runner: QueryRunner): Promise<void> {
    for (const statement of UP) await runner.query(statement);
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const statement of DOWN) await runner.query(statement);
  }
}
