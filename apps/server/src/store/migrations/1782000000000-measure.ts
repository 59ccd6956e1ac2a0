import { DEFAULT_WAY_RULES } from '@alnage/core';
import type { MigrationInterface, QueryRunner } from 'typeorm';
import { added, json } from './statements';

const VERSIONED = ['piece', 'coating', 'bowl', 'zone'];

const NO_COSTS = { centreMinorPer100: 0, finishMinorPer100: 0, packingMinorPer100: 0, priceMinor: null };

const UP = [
  ...VERSIONED.map((table) => `ALTER TABLE "${table}" ADD "version" integer NOT NULL DEFAULT '1'`),
  `CREATE TABLE "box" (
    "id" text NOT NULL,
    "name" text NOT NULL,
    "position" integer NOT NULL,
    "version" integer NOT NULL DEFAULT '1',
    "contents" jsonb NOT NULL,
    "box_minor" integer NOT NULL,
    "packing_seconds" integer NOT NULL,
    "price_minor" integer,
    CONSTRAINT "PK_1a95bae3d12a9f21be6502e8a8b" PRIMARY KEY ("id")
  )`,
  `CREATE TABLE "weighing" (
    "id" uuid NOT NULL DEFAULT gen_random_uuid(),
    "piece_id" text NOT NULL,
    "coat" text NOT NULL,
    "size_class" text NOT NULL,
    "weighed" jsonb NOT NULL,
    "pieces" integer NOT NULL,
    "rejects" integer NOT NULL,
    "at" TIMESTAMP WITH TIME ZONE NOT NULL,
    "estimate_grams" double precision NOT NULL,
    "set_aside_reason" text,
    "version" integer NOT NULL,
    CONSTRAINT "PK_600690680efe2fc76418a7b9b6a" PRIMARY KEY ("id")
  )`,
  `CREATE INDEX "weighing_piece_at" ON "weighing" ("piece_id", "at")`,
  `ALTER TABLE "weighing" ADD CONSTRAINT "FK_3496e1dc2532a6ab44ebe6c5dc1" FOREIGN KEY ("piece_id") REFERENCES "piece"("id") ON DELETE NO ACTION ON UPDATE NO ACTION`,
  `ALTER TABLE "bowl" ADD "form" jsonb`,
  `ALTER TABLE "bowl" ADD "measured_tail_grams" integer`,
  `UPDATE "bowl" SET "measured_tail_grams" = "tail_grams"`,
  `ALTER TABLE "bowl" DROP COLUMN "tail_grams"`,
  ...added('bowl', 'is_tilted', ['boolean', 'false']),
  ...added('coating', 'fluidity', ['smallint', '3']),
  `ALTER TABLE "coating" ADD "measured_yield_pa" double precision`,
  `UPDATE "coating" SET "measured_yield_pa" = "yield_pa"`,
  `ALTER TABLE "coating" DROP COLUMN "yield_pa"`,
  ...added('coating', 'thinned_percent', ['double precision', '0']),
  ...added('coating', 'stock_months', ['double precision', '0']),
  ...added('coating', 'is_tempered', ['boolean', 'true']),
  `UPDATE "coating" SET "is_tempered" = false WHERE "kind" = 'compound'`,
  ...added('coating', 'parts', ['jsonb', `'[]'`]),
  ...added('coating', 'packs', ['jsonb', `'[]'`]),
  ...added('piece', 'family', ['text', `'other'`]),
  ...added('piece', 'sizes', ['jsonb', `'[]'`]),
  ...added('piece', 'costs', ['jsonb', json(NO_COSTS)]),
  `UPDATE "piece" SET "form" = "form" || '{"dripGrams":0}' WHERE "form"->>'kind' = 'dipped'`,
  `UPDATE "piece" SET "form" = "form" || '{"centreGrams":12}' WHERE "form"->>'kind' = 'moulded'`,
  ...added('workshop', 'ways', ['jsonb', json(DEFAULT_WAY_RULES)]),
  ...added('workshop', 'labour_minor_per_hour', ['integer', '0']),
  ...added('workshop', 'waste_share', ['double precision', '0.2']),
  ...added('workshop', 'certainty', ['double precision', '0.95']),
  ...added('workshop', 'seed_share', ['double precision', '0.3333333333333333']),
  ...added('workshop', 'rules_version', ['integer', '1']),
];

const DOWN = [
  ...['ways', 'labour_minor_per_hour', 'waste_share', 'certainty', 'seed_share', 'rules_version'].map(
    (column) => `ALTER TABLE "workshop" DROP COLUMN "${column}"`,
  ),
  `UPDATE "piece" SET "form" = "form" - 'dripGrams' - 'centreGrams' WHERE "form"->>'kind' = 'moulded'`,
  `UPDATE "piece" SET "form" = "form" - 'dripGrams' WHERE "form"->>'kind' = 'dipped'`,
  ...['family', 'sizes', 'costs'].map((column) => `ALTER TABLE "piece" DROP COLUMN "${column}"`),
  ...added('coating', 'yield_pa', ['double precision', '15']),
  `UPDATE "coating" SET "yield_pa" = "measured_yield_pa" WHERE "measured_yield_pa" IS NOT NULL`,
  ...[
    'fluidity',
    'measured_yield_pa',
    'thinned_percent',
    'stock_months',
    'is_tempered',
    'parts',
    'packs',
  ].map((column) => `ALTER TABLE "coating" DROP COLUMN "${column}"`),
  ...added('bowl', 'tail_grams', ['integer', '0']),
  `UPDATE "bowl" SET "tail_grams" = "measured_tail_grams" WHERE "measured_tail_grams" IS NOT NULL`,
  ...['form', 'measured_tail_grams', 'is_tilted'].map(
    (column) => `ALTER TABLE "bowl" DROP COLUMN "${column}"`,
  ),
  ...VERSIONED.map((table) => `ALTER TABLE "${table}" DROP COLUMN "version"`),
  `DROP TABLE "weighing"`,
  `DROP TABLE "box"`,
];

/** What a piece carries is learned from weighings; the workshop’s coatings, bowls, pieces, boxes and rules can be changed. */
export class Measure1782000000000 implements MigrationInterface {
  readonly name = 'Measure1782000000000';

  async up(runner: QueryRunner): Promise<void> {
    for (const statement of UP) await runner.query(statement);
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const statement of DOWN) await runner.query(statement);
  }
}
