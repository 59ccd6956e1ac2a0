import { DEFAULT_MESSAGES, DEFAULT_SWAP_RULE } from '@alnage/core';
import type { MigrationInterface, QueryRunner } from 'typeorm';
import { added, json } from './statements';

/** Who is told of changes is told of swaps. */
const TOLD = `
  UPDATE "workshop" SET "messages" = jsonb_set("messages", '{texts,swapped}',
    jsonb_set(${json(DEFAULT_MESSAGES.swapped)}, '{isOn}', "messages"->'texts'->'changed'->'isOn'))`;

/** A recall is told whatever is switched off: somebody says so each time. */
const RECALLED = `
  UPDATE "workshop" SET "messages" =
    jsonb_set("messages", '{texts,recalled}', ${json(DEFAULT_MESSAGES.recalled)})`;

const UP = [
  ...added('workshop', 'swaps', ['jsonb', json(DEFAULT_SWAP_RULE)]),
  ...added('customer_order', 'swaps', ['jsonb', json([])]),
  TOLD,
  RECALLED,
  `ALTER TABLE "piece_move" ADD "sale_id" uuid`,
];

const DOWN = [
  `ALTER TABLE "piece_move" DROP COLUMN "sale_id"`,
  `UPDATE "workshop" SET "messages" = "messages" #- '{texts,swapped}' #- '{texts,recalled}'`,
  `ALTER TABLE "customer_order" DROP COLUMN "swaps"`,
  `ALTER TABLE "workshop" DROP COLUMN "swaps"`,
];

/** What lacks in an order may be swapped for what is there, and pieces of several batches are sold together. */
export class Swaps1819000000000 implements MigrationInterface {
  readonly name = 'Swaps1819000000000';

  async up(runner: QueryRunner): Promise<void> {
    for (const statement of UP) await runner.query(statement);
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const statement of DOWN) await runner.query(statement);
  }
}
