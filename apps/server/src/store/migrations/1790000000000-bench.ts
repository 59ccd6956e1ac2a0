import type { MigrationInterface, QueryRunner } from 'typeorm';

const UP = [
  `CREATE TABLE "run" (
    "id" uuid NOT NULL DEFAULT gen_random_uuid(),
    "horizon_start" TIMESTAMP WITH TIME ZONE NOT NULL,
    "work" text NOT NULL,
    "product" text NOT NULL,
    "kind" text NOT NULL,
    "code" text NOT NULL,
    "planned" jsonb NOT NULL,
    "plan_version" integer NOT NULL,
    "begun_at" TIMESTAMP WITH TIME ZONE,
    "ended_at" TIMESTAMP WITH TIME ZONE,
    "touched_at" TIMESTAMP WITH TIME ZONE NOT NULL,
    "sealed_at" TIMESTAMP WITH TIME ZONE,
    "record" jsonb,
    "weighing_id" uuid,
    CONSTRAINT "run_work" UNIQUE ("horizon_start", "work", "product"),
    CONSTRAINT "PK_run" PRIMARY KEY ("id")
  )`,
  `CREATE TABLE "bench_event" (
    "seq" bigint GENERATED ALWAYS AS IDENTITY NOT NULL,
    "id" uuid NOT NULL,
    "run_id" uuid NOT NULL,
    "at" TIMESTAMP WITH TIME ZONE NOT NULL,
    "by" text,
    "deed" jsonb NOT NULL,
    "received_at" TIMESTAMP WITH TIME ZONE NOT NULL,
    CONSTRAINT "bench_event_id" UNIQUE ("id"),
    CONSTRAINT "PK_bench_event" PRIMARY KEY ("seq")
  )`,
  `CREATE INDEX "bench_event_run" ON "bench_event" ("run_id")`,
  `CREATE TABLE "run_amendment" (
    "id" bigint GENERATED ALWAYS AS IDENTITY NOT NULL,
    "run_id" uuid NOT NULL,
    "at" TIMESTAMP WITH TIME ZONE NOT NULL,
    "by" text,
    "reason" text NOT NULL,
    "before" jsonb NOT NULL,
    "after" jsonb NOT NULL,
    CONSTRAINT "PK_run_amendment" PRIMARY KEY ("id")
  )`,
  `CREATE INDEX "run_amendment_run" ON "run_amendment" ("run_id")`,
  `CREATE TABLE "device" (
    "id" uuid NOT NULL DEFAULT gen_random_uuid(),
    "name" text NOT NULL,
    "kind" text NOT NULL,
    "bowl_id" text,
    "token_hash" text NOT NULL,
    "is_simulated" boolean NOT NULL,
    "last_heard_at" TIMESTAMP WITH TIME ZONE,
    CONSTRAINT "device_token" UNIQUE ("token_hash"),
    CONSTRAINT "PK_device" PRIMARY KEY ("id")
  )`,
  `CREATE TABLE "reading" (
    "device_id" uuid NOT NULL,
    "kind" text NOT NULL,
    "at" TIMESTAMP WITH TIME ZONE NOT NULL,
    "value" double precision NOT NULL,
    CONSTRAINT "PK_reading" PRIMARY KEY ("device_id", "kind", "at")
  )`,
  `CREATE TABLE "reading_minute" (
    "device_id" uuid NOT NULL,
    "kind" text NOT NULL,
    "at" TIMESTAMP WITH TIME ZONE NOT NULL,
    "count" integer NOT NULL,
    "mean" double precision NOT NULL,
    "low" double precision NOT NULL,
    "high" double precision NOT NULL,
    CONSTRAINT "PK_reading_minute" PRIMARY KEY ("device_id", "kind", "at")
  )`,
  `CREATE TABLE "label" (
    "id" uuid NOT NULL DEFAULT gen_random_uuid(),
    "device_id" uuid NOT NULL,
    "at" TIMESTAMP WITH TIME ZONE NOT NULL,
    "title" text NOT NULL,
    "lines" jsonb NOT NULL,
    "printed_at" TIMESTAMP WITH TIME ZONE,
    CONSTRAINT "PK_label" PRIMARY KEY ("id")
  )`,
  `ALTER TABLE "bench_event" ADD CONSTRAINT "FK_bench_event_run" FOREIGN KEY ("run_id") REFERENCES "run"("id") ON DELETE CASCADE ON UPDATE NO ACTION`,
  `ALTER TABLE "run_amendment" ADD CONSTRAINT "FK_run_amendment_run" FOREIGN KEY ("run_id") REFERENCES "run"("id") ON DELETE CASCADE ON UPDATE NO ACTION`,
  `ALTER TABLE "lot_move" ADD "run_id" uuid`,
  `ALTER TABLE "coating" ADD "tempering" jsonb`,
  // a sealed record is never changed: the database itself holds to that
  `CREATE FUNCTION "keep_sealed_runs"() RETURNS trigger LANGUAGE plpgsql AS $$
    BEGIN
      IF OLD.record IS NOT NULL AND NEW.record IS DISTINCT FROM OLD.record THEN
        RAISE EXCEPTION 'run % is sealed; amend it', OLD.id;
      END IF;
      RETURN NEW;
    END $$`,
  `CREATE TRIGGER "run_sealed" BEFORE UPDATE ON "run" FOR EACH ROW EXECUTE FUNCTION "keep_sealed_runs"()`,
];

const DOWN = [
  `DROP TRIGGER "run_sealed" ON "run"`,
  `DROP FUNCTION "keep_sealed_runs"`,
  `ALTER TABLE "coating" DROP COLUMN "tempering"`,
  `ALTER TABLE "lot_move" DROP COLUMN "run_id"`,
  `DROP TABLE "label"`,
  `DROP TABLE "reading_minute"`,
  `DROP TABLE "reading"`,
  `DROP TABLE "device"`,
  `DROP TABLE "run_amendment"`,
  `DROP TABLE "bench_event"`,
  `DROP TABLE "run"`,
];

/** What is done at the bench, what came of it, and what devices say. */
export class Bench1790000000000 implements MigrationInterface {
  readonly name = 'Bench1790000000000';

  async up(runner: QueryRunner): Promise<void> {
    for (const statement of UP) await runner.query(statement);
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const statement of DOWN) await runner.query(statement);
  }
}
