import type { MigrationInterface, QueryRunner } from 'typeorm';
import { added, json } from './statements';

const UP = [
  `CREATE TABLE "supply" (
    "id" text NOT NULL,
    "name" text NOT NULL,
    "position" integer NOT NULL,
    "version" integer NOT NULL DEFAULT '1',
    "kind" text NOT NULL,
    "base" text NOT NULL,
    "grams_per_ml" double precision,
    "grams_per_piece" double precision,
    "allergens" text array NOT NULL,
    "supplier" text NOT NULL,
    "packs" jsonb NOT NULL,
    "sorted_out_share" double precision NOT NULL,
    "keeps_hours" integer,
    "ahead_hours" integer NOT NULL,
    CONSTRAINT "PK_supply" PRIMARY KEY ("id")
  )`,
  `CREATE TABLE "recipe" (
    "id" text NOT NULL,
    "name" text NOT NULL,
    "position" integer NOT NULL,
    "version" integer NOT NULL DEFAULT '1',
    "measures" text NOT NULL,
    "ingredients" jsonb NOT NULL,
    "steps" jsonb NOT NULL,
    "yield" jsonb NOT NULL,
    "portion" jsonb NOT NULL,
    "note" text NOT NULL,
    CONSTRAINT "PK_recipe" PRIMARY KEY ("id")
  )`,
  `CREATE TABLE "recipe_version" (
    "recipe_id" text NOT NULL,
    "version" integer NOT NULL,
    "at" TIMESTAMP WITH TIME ZONE NOT NULL,
    "by" text,
    "recipe" jsonb NOT NULL,
    CONSTRAINT "PK_recipe_version" PRIMARY KEY ("recipe_id", "version")
  )`,
  `CREATE TABLE "lot" (
    "id" uuid NOT NULL DEFAULT gen_random_uuid(),
    "item_kind" text NOT NULL,
    "item_id" text NOT NULL,
    "code" text NOT NULL,
    "origin" text NOT NULL,
    "best_before" date,
    "allergens" text array NOT NULL,
    "note" text NOT NULL,
    "received_at" TIMESTAMP WITH TIME ZONE NOT NULL,
    "opened_at" TIMESTAMP WITH TIME ZONE,
    CONSTRAINT "PK_lot" PRIMARY KEY ("id")
  )`,
  `CREATE INDEX "lot_item" ON "lot" ("item_kind", "item_id")`,
  `CREATE TABLE "lot_move" (
    "id" bigint GENERATED ALWAYS AS IDENTITY NOT NULL,
    "lot_id" uuid NOT NULL,
    "at" TIMESTAMP WITH TIME ZONE NOT NULL,
    "by" text,
    "kind" text NOT NULL,
    "amount" double precision NOT NULL,
    "reason" text NOT NULL,
    "preparation_id" uuid,
    CONSTRAINT "PK_lot_move" PRIMARY KEY ("id")
  )`,
  `CREATE INDEX "lot_move_lot" ON "lot_move" ("lot_id")`,
  `CREATE TABLE "preparation" (
    "id" uuid NOT NULL DEFAULT gen_random_uuid(),
    "horizon_start" TIMESTAMP WITH TIME ZONE NOT NULL,
    "batch" text NOT NULL,
    "piece_id" text NOT NULL,
    "recipe_id" text NOT NULL,
    "recipe_version" integer NOT NULL,
    "pieces" integer NOT NULL,
    "at" TIMESTAMP WITH TIME ZONE NOT NULL,
    "by" text,
    "missing" jsonb NOT NULL,
    CONSTRAINT "preparation_batch" UNIQUE ("horizon_start", "batch", "piece_id"),
    CONSTRAINT "PK_preparation" PRIMARY KEY ("id")
  )`,
  `ALTER TABLE "lot_move" ADD CONSTRAINT "FK_lot_move_lot" FOREIGN KEY ("lot_id") REFERENCES "lot"("id") ON DELETE CASCADE ON UPDATE NO ACTION`,
  `ALTER TABLE "piece" ADD "recipe" text`,
  ...added('piece', 'supplies', ['jsonb', json([])]),
  ...added('box', 'supplies', ['jsonb', json([])]),
];

const DOWN = [
  `ALTER TABLE "box" DROP COLUMN "supplies"`,
  `ALTER TABLE "piece" DROP COLUMN "supplies"`,
  `ALTER TABLE "piece" DROP COLUMN "recipe"`,
  `DROP TABLE "preparation"`,
  `DROP TABLE "lot_move"`,
  `DROP TABLE "lot"`,
  `DROP TABLE "recipe_version"`,
  `DROP TABLE "recipe"`,
  `DROP TABLE "supply"`,
];

/** What the larder keeps, the recipes that are made of it, its lots, and what was prepared. */
export class Larder1789000000000 implements MigrationInterface {
  readonly name = 'Larder1789000000000';

  async up(runner: QueryRunner): Promise<void> {
    for (const statement of UP) await runner.query(statement);
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const statement of DOWN) await runner.query(statement);
  }
}
