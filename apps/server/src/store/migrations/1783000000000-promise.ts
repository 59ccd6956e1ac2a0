import type { MigrationInterface, QueryRunner } from 'typeorm';
import { added, json } from './statements';

/** Until somebody says otherwise a point that was there is open all day, as it was before there were hours. */
const ALWAYS = Array.from({ length: 7 }, (_, i) => ({ weekday: i + 1, opens: '00:00', closes: '24:00' }));

const UP = [
  `ALTER TABLE "pickup_point" ADD "version" integer NOT NULL DEFAULT '1'`,
  ...added('pickup_point', 'hours', ['jsonb', json(ALWAYS)]),
  ...added('pickup_point', 'exceptions', ['jsonb', `'[]'`]),
  ...added('pickup_point', 'slot_minutes', ['integer', '30']),
  `ALTER TABLE "pickup_point" ADD "slot_boxes" integer`,
  `ALTER TABLE "pickup_point" ADD "closed_slots" jsonb NOT NULL DEFAULT '[]'`,
  ...added('box', 'among', ['jsonb', `'[]'`]),
  `ALTER TABLE "order_line" ADD "price_minor" integer`,
  `UPDATE "order_line" SET "price_minor" = ("piece"."costs"->>'priceMinor')::integer FROM "piece" WHERE "piece"."id" = "order_line"."piece_id"`,
  `CREATE TABLE "order_box" (
    "order_id" uuid NOT NULL,
    "position" integer NOT NULL,
    "box_id" text NOT NULL,
    "count" integer NOT NULL,
    "contents" jsonb NOT NULL,
    "price_minor" integer,
    CONSTRAINT "PK_order_box" PRIMARY KEY ("order_id", "position")
  )`,
  `ALTER TABLE "order_box" ADD CONSTRAINT "FK_10cd73fd2b420fec33eb1f6ba84" FOREIGN KEY ("order_id") REFERENCES "customer_order"("id") ON DELETE CASCADE ON UPDATE NO ACTION`,
  `ALTER TABLE "order_box" ADD CONSTRAINT "FK_661733a451ad48a0aed61e76b54" FOREIGN KEY ("box_id") REFERENCES "box"("id") ON DELETE NO ACTION ON UPDATE NO ACTION`,
];

/** An order goes back to loose pieces: what was in its boxes is added to its lines. */
const DOWN = [
  `INSERT INTO "order_line" ("order_id", "position", "piece_id", "pieces")
   SELECT b."order_id", 1000 + row_number() OVER (PARTITION BY b."order_id"), c->>'piece', sum(b."count" * (c->>'pieces')::integer)
   FROM "order_box" b, jsonb_array_elements(b."contents") c GROUP BY b."order_id", c->>'piece'`,
  `UPDATE "customer_order" SET "state" = 'cancelled' WHERE "state" IN ('waiting', 'not-collected')`,
  `DROP TABLE "order_box"`,
  `ALTER TABLE "order_line" DROP COLUMN "price_minor"`,
  `ALTER TABLE "box" DROP COLUMN "among"`,
  ...['version', 'hours', 'exceptions', 'slot_minutes', 'slot_boxes', 'closed_slots'].map(
    (column) => `ALTER TABLE "pickup_point" DROP COLUMN "${column}"`,
  ),
];

/** Orders are of boxes as well as pieces, at agreed prices; pickup points have hours and slots. */
export class Promise1783000000000 implements MigrationInterface {
  readonly name = 'Promise1783000000000';

  async up(runner: QueryRunner): Promise<void> {
    for (const statement of UP) await runner.query(statement);
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const statement of DOWN) await runner.query(statement);
  }
}
