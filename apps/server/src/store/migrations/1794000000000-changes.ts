import type { MigrationInterface, QueryRunner } from 'typeorm';

/** What changed, and which order was written, in which transaction: what was read before need not be read again. */
export class Changes1794000000000 implements MigrationInterface {
  readonly name = 'Changes1794000000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `CREATE TABLE "change" (
         "id" bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
         "topic" text NOT NULL,
         "xact" bigint NOT NULL,
         "at" timestamptz NOT NULL DEFAULT now()
       )`,
    );
    await runner.query(`CREATE INDEX "change_xact" ON "change" ("xact")`);
    await runner.query(`CREATE INDEX "change_at" ON "change" ("at")`);
    // orders of before were written before any snapshot that is asked about
    await runner.query(`ALTER TABLE "customer_order" ADD "xact" bigint NOT NULL DEFAULT 0`);
    await runner.query(`ALTER TABLE "customer_order" ALTER "xact" DROP DEFAULT`);
    await runner.query(`CREATE INDEX "customer_order_xact" ON "customer_order" ("xact")`);
    await runner.query(
      `CREATE FUNCTION "keep_xact"() RETURNS trigger LANGUAGE plpgsql AS $$
       BEGIN NEW."xact" := pg_current_xact_id()::text::bigint; RETURN NEW; END $$`,
    );
    await runner.query(
      `CREATE TRIGGER "customer_order_xact" BEFORE INSERT OR UPDATE ON "customer_order"
         FOR EACH ROW EXECUTE FUNCTION "keep_xact"()`,
    );
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`DROP TRIGGER "customer_order_xact" ON "customer_order"`);
    await runner.query(`DROP FUNCTION "keep_xact"`);
    await runner.query(`ALTER TABLE "customer_order" DROP COLUMN "xact"`);
    await runner.query(`DROP TABLE "change"`);
  }
}
