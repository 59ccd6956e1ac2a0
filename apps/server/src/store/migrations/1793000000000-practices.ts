import type { MigrationInterface, QueryRunner } from 'typeorm';

/** What became of practices on the simulated bowl. */
export class Practices1793000000000 implements MigrationInterface {
  readonly name = 'Practices1793000000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `CREATE TABLE "practice" (
         "id" uuid PRIMARY KEY,
         "at" timestamptz NOT NULL,
         "by" text,
         "coating_id" text NOT NULL,
         "school" text NOT NULL,
         "pieces" integer NOT NULL,
         "good" integer NOT NULL,
         "bloom" integer NOT NULL,
         "feet" integer NOT NULL,
         "lumps" integer NOT NULL,
         "mean_film_mm" double precision NOT NULL,
         "right_film_mm" double precision NOT NULL,
         "minutes" double precision NOT NULL
       )`,
    );
    await runner.query(`CREATE INDEX "practice_at" ON "practice" ("at")`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`DROP TABLE "practice"`);
  }
}
