import { DEFAULT_MESSAGES, DEFAULT_QUIET_HOURS } from '@alnage/core';
import type { MigrationInterface, QueryRunner } from 'typeorm';
import { added, json } from './statements';

/** Nobody is written to before somebody says so. */
const SILENT = {
  texts: Object.fromEntries(
    Object.entries(DEFAULT_MESSAGES).map(([kind, text]) => [kind, { ...text, isOn: false }]),
  ),
  quiet: DEFAULT_QUIET_HOURS,
  reminderHours: 24,
};

const UP = [
  `CREATE TABLE "message" (
    "id" uuid NOT NULL DEFAULT gen_random_uuid() PRIMARY KEY,
    "key" text NOT NULL,
    "order_id" uuid NOT NULL,
    "kind" text NOT NULL,
    "state" text NOT NULL,
    "due_at" timestamptz NOT NULL,
    "channel" text,
    "address" text NOT NULL,
    "subject" text NOT NULL,
    "body" text NOT NULL,
    "sent_at" timestamptz,
    "settled_at" timestamptz,
    "fault" text NOT NULL,
    CONSTRAINT "FK_message_order" FOREIGN KEY ("order_id") REFERENCES "customer_order"("id") ON DELETE CASCADE
  )`,
  `CREATE UNIQUE INDEX "message_key" ON "message" ("key")`,
  `CREATE INDEX "message_order_id" ON "message" ("order_id")`,
  `CREATE INDEX "message_due" ON "message" ("state", "due_at")`,
  ...added('workshop', 'messages', ['jsonb', json(SILENT)]),
  ...added('workshop', 'messages_version', ['integer', '1']),
  `ALTER TABLE "customer" ADD "email" text NOT NULL DEFAULT ''`,
  `ALTER TABLE "customer" ADD "no_messages" boolean NOT NULL DEFAULT false`,
];

const DOWN = [
  `ALTER TABLE "customer" DROP COLUMN "no_messages"`,
  `ALTER TABLE "customer" DROP COLUMN "email"`,
  `ALTER TABLE "workshop" DROP COLUMN "messages_version"`,
  `ALTER TABLE "workshop" DROP COLUMN "messages"`,
  `DROP TABLE "message"`,
];

/** Customers are told of their orders. */
export class Messages1817000000000 implements MigrationInterface {
  readonly name = 'Messages1817000000000';

  async up(runner: QueryRunner): Promise<void> {
    for (const statement of UP) await runner.query(statement);
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const statement of DOWN) await runner.query(statement);
  }
}
