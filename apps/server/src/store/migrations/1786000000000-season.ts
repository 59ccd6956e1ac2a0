import type { MigrationInterface, QueryRunner } from 'typeorm';
import { added, json } from './statements';

const UP = [
  // seasons become records of their own, each name once
  `UPDATE "season" SET "name" = "name" || ' ' || extract(year from "starts_on") WHERE "name" IN (SELECT "name" FROM "season" GROUP BY "name" HAVING count(*) > 1)`,
  ...added('season', 'position', ['integer', '0']),
  `UPDATE "season" s SET "position" = (SELECT count(*) FROM "season" o WHERE o."starts_on" < s."starts_on")`,
  `ALTER TABLE "season" ADD "version" integer NOT NULL DEFAULT '1'`,
  ...added('season', 'offers', ['jsonb', json([])]),
  `ALTER TABLE "season" ADD "compared_with" text`,
  `ALTER TABLE "season" ADD "peak_on" date`,
  `UPDATE "season" SET "peak_on" = coalesce((SELECT min(key)::date FROM jsonb_object_keys("holidays") key), "starts_on")`,
  `ALTER TABLE "season" ALTER COLUMN "peak_on" SET NOT NULL`,
  `UPDATE "season" SET "holidays" = coalesce((SELECT jsonb_agg(jsonb_build_object('date', key, 'name', value) ORDER BY key) FROM jsonb_each_text("holidays") AS each(key, value)), '[]')`,
  `UPDATE "season" s SET "compared_with" = (SELECT o."id" FROM "season" o WHERE o."starts_on" < s."starts_on" ORDER BY o."starts_on" DESC LIMIT 1)`,
  // the workshop says where it is, and which season is worked on
  ...added('workshop', 'country', ['text', `''`]),
  ...added('workshop', 'region', ['text', `''`]),
  `ALTER TABLE "workshop" ADD "season_id" text`,
  ...added('workshop', 'details_version', ['integer', '1']),
  // people work by the week, by the date, and are away
  `ALTER TABLE "person" ADD "version" integer NOT NULL DEFAULT '1'`,
  ...added('person', 'week', ['jsonb', json([])]),
  ...added('person', 'absences', ['jsonb', json([])]),
  ...added('person', 'shifts', ['jsonb', json([])]),
  `UPDATE "person" p SET "shifts" = coalesce((SELECT jsonb_agg(jsonb_build_object('day', s."day", 'starts', to_char(s."starts", 'HH24:MI'), 'ends', to_char(s."ends", 'HH24:MI')) ORDER BY s."day", s."starts") FROM "shift" s WHERE s."person_id" = p."id"), '[]')`,
  `DROP TABLE "shift"`,
];

const DOWN = [
  `CREATE TABLE "shift" (
    "person_id" text NOT NULL,
    "day" date NOT NULL,
    "starts" TIME NOT NULL,
    "ends" TIME NOT NULL,
    CONSTRAINT "PK_69c67ce883420faca0c79fed2fa" PRIMARY KEY ("person_id", "day", "starts")
  )`,
  `INSERT INTO "shift" ("person_id", "day", "starts", "ends") SELECT p."id", (s->>'day')::date, (s->>'starts')::time, (s->>'ends')::time FROM "person" p, jsonb_array_elements(p."shifts") s`,
  `ALTER TABLE "shift" ADD CONSTRAINT "FK_147ec9e118d2c8a3ca974ce6656" FOREIGN KEY ("person_id") REFERENCES "person"("id") ON DELETE CASCADE ON UPDATE NO ACTION`,
  `ALTER TABLE "person" DROP COLUMN "shifts"`,
  `ALTER TABLE "person" DROP COLUMN "absences"`,
  `ALTER TABLE "person" DROP COLUMN "week"`,
  `ALTER TABLE "person" DROP COLUMN "version"`,
  `ALTER TABLE "workshop" DROP COLUMN "details_version"`,
  `ALTER TABLE "workshop" DROP COLUMN "season_id"`,
  `ALTER TABLE "workshop" DROP COLUMN "region"`,
  `ALTER TABLE "workshop" DROP COLUMN "country"`,
  `UPDATE "season" SET "holidays" = coalesce((SELECT jsonb_object_agg(h->>'date', h->>'name') FROM jsonb_array_elements("holidays") h), '{}')`,
  `ALTER TABLE "season" DROP COLUMN "peak_on"`,
  `ALTER TABLE "season" DROP COLUMN "compared_with"`,
  `ALTER TABLE "season" DROP COLUMN "offers"`,
  `ALTER TABLE "season" DROP COLUMN "version"`,
  `ALTER TABLE "season" DROP COLUMN "position"`,
];

/** Seasons say what is offered when and are held against each other; people’s weeks and absences; where the workshop is. */
export class Season1786000000000 implements MigrationInterface {
  readonly name = 'Season1786000000000';

  async up(runner: QueryRunner): Promise<void> {
    for (const statement of UP) await runner.query(statement);
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const statement of DOWN) await runner.query(statement);
  }
}
