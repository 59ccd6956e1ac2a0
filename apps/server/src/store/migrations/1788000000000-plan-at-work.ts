import type { MigrationInterface, QueryRunner } from 'typeorm';
import { added, json } from './statements';

const UP = [
  ...added('plan', 'origin', ['text', `'planned'`]),
  ...added('plan', 'pins', ['jsonb', json([])]),
  ...added('plan', 'locks', ['jsonb', json([])]),
  ...added('plan', 'lapsed', ['jsonb', json([])]),
  `ALTER TABLE "plan" ADD "made_by" text`,
  `ALTER TABLE "plan" ADD "based_on" integer`,
  `ALTER TABLE "plan" ADD "published_at" TIMESTAMP WITH TIME ZONE`,
  `CREATE TABLE "plan_job" (
    "id" uuid NOT NULL,
    "kind" text NOT NULL,
    "state" text NOT NULL,
    "asked_at" TIMESTAMP WITH TIME ZONE NOT NULL,
    "asked_by" text,
    "seconds" integer NOT NULL,
    "base_version" integer,
    "progress" double precision NOT NULL,
    "is_stopping" boolean NOT NULL,
    "heartbeat_at" TIMESTAMP WITH TIME ZONE,
    "runner" uuid,
    "attempts" integer NOT NULL,
    "best" jsonb,
    "version" integer,
    "fault" text,
    CONSTRAINT "PK_plan_job" PRIMARY KEY ("id")
  )`,
  // two plans of one workshop never run against each other
  `CREATE UNIQUE INDEX "plan_job_one_open" ON "plan_job" ((true)) WHERE "state" IN ('queued', 'running')`,
];

const DOWN = [
  `DROP INDEX "plan_job_one_open"`,
  `DROP TABLE "plan_job"`,
  ...['published_at', 'based_on', 'made_by', 'lapsed', 'locks', 'pins', 'origin'].map(
    (column) => `ALTER TABLE "plan" DROP COLUMN "${column}"`,
  ),
];

/** Plans have an origin, pins and a publication; they are made by jobs. */
export class PlanAtWork1788000000000 implements MigrationInterface {
  readonly name = 'PlanAtWork1788000000000';

  async up(runner: QueryRunner): Promise<void> {
    for (const statement of UP) await runner.query(statement);
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const statement of DOWN) await runner.query(statement);
  }
}
