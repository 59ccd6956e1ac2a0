import type { MigrationInterface, QueryRunner } from 'typeorm';

const UP = [
  `CREATE TABLE "customer" (
    "id" text NOT NULL,
    "name" text NOT NULL,
    "position" integer NOT NULL,
    "version" integer NOT NULL DEFAULT '1',
    "phone" text NOT NULL,
    "allergies" jsonb NOT NULL,
    "wishes" text NOT NULL,
    CONSTRAINT "PK_customer" PRIMARY KEY ("id")
  )`,
  `ALTER TABLE "workshop" ADD "feed_token" text`,
  `ALTER TABLE "customer_order" ADD "customer_id" text`,
  `ALTER TABLE "customer_order" ADD "import_key" text`,
  `CREATE UNIQUE INDEX "customer_order_import_key" ON "customer_order" ("import_key")`,
  `CREATE INDEX "customer_order_customer_id" ON "customer_order" ("customer_id")`,
  `ALTER TABLE "customer_order" ADD CONSTRAINT "FK_97d7c30b1057c7be6404732d9d4" FOREIGN KEY ("customer_id") REFERENCES "customer"("id") ON DELETE SET NULL ON UPDATE NO ACTION`,
];

const DOWN = [
  `ALTER TABLE "workshop" DROP COLUMN "feed_token"`,
  `ALTER TABLE "customer_order" DROP COLUMN "import_key"`,
  `ALTER TABLE "customer_order" DROP COLUMN "customer_id"`,
  `DROP TABLE "customer"`,
];

/** Customers are remembered, with their allergies and wishes; calendars have a secret address; lists that
 * are brought in are known again. */
export class Customers1785000000000 implements MigrationInterface {
  readonly name = 'Customers1785000000000';

  async up(runner: QueryRunner): Promise<void> {
    for (const statement of UP) await runner.query(statement);
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const statement of DOWN) await runner.query(statement);
  }
}
