import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Quotes and payments, parts ordered for a job, reorder levels, lessons of models, and finding a model among many. */
export class FitAndPrice1795400000000 implements MigrationInterface {
  name = 'FitAndPrice1795400000000';

  async up(runner: QueryRunner): Promise<void> {
    for (const statement of [...TABLES, ...BESIDES]) await runner.query(statement);
  }

  async down(): Promise<void> {
    throw new Error('this schema is not taken back: restore a backup instead');
  }
}

const BESIDES = [
  `UPDATE gate_override SET gate = 'price agreed' WHERE gate = 'within the limit'`,
  `CREATE EXTENSION IF NOT EXISTS pg_trgm`,
  `CREATE TRIGGER part_order_hint AFTER INSERT OR UPDATE OR DELETE ON part_order
     FOR EACH STATEMENT EXECUTE FUNCTION hint_of('shelf')`,
  // Words are looked for anywhere in the three names of a model.
  `CREATE INDEX device_model_words ON device_model USING gin ((maker || ' ' || name || ' ' || code) gin_trgm_ops)`,
];

const TABLES = [
  `CREATE TABLE "quote_version" ("id" uuid NOT NULL, "order_id" uuid NOT NULL, "version" integer NOT NULL, "quote" jsonb NOT NULL, "by" uuid NOT NULL, "at" TIMESTAMP WITH TIME ZONE NOT NULL, "accepted_at" TIMESTAMP WITH TIME ZONE, "accepted_how" text, "accepted_by" uuid, "note" text NOT NULL DEFAULT '', CONSTRAINT "PK_c43c48c852ccd172a80b352764b" PRIMARY KEY ("id"))`,
  `CREATE UNIQUE INDEX "quote_order" ON "quote_version"  ("order_id", "version")`,
  `CREATE TABLE "payment" ("id" uuid NOT NULL, "order_id" uuid NOT NULL, "amount" integer NOT NULL, "how" text NOT NULL, "by" uuid NOT NULL, "at" TIMESTAMP WITH TIME ZONE NOT NULL, CONSTRAINT "PK_fcaec7df5adf9cac408c686b2ab" PRIMARY KEY ("id"))`,
  `CREATE INDEX "payment_order" ON "payment"  ("order_id")`,
  `CREATE TABLE "part_order" ("id" uuid NOT NULL, "job_id" uuid NOT NULL, "part_id" uuid NOT NULL, "count" integer NOT NULL, "role" text NOT NULL, "choice" jsonb NOT NULL, "quoted" jsonb NOT NULL, "supplier" text NOT NULL, "ordered_at" TIMESTAMP WITH TIME ZONE NOT NULL, "expected" text NOT NULL, "state" text NOT NULL, "note" text NOT NULL DEFAULT '', "by" uuid NOT NULL, "settled_at" TIMESTAMP WITH TIME ZONE, CONSTRAINT "part_order_count" CHECK (count > 0), CONSTRAINT "PK_e5df16628cc2ca1a391082b5e5d" PRIMARY KEY ("id"))`,
  `CREATE INDEX "part_order_job" ON "part_order"  ("job_id")`,
  `CREATE TABLE "lesson" ("id" uuid NOT NULL, "model_id" uuid NOT NULL, "job_id" uuid NOT NULL, "text" text NOT NULL, "by" uuid NOT NULL, "at" TIMESTAMP WITH TIME ZONE NOT NULL, CONSTRAINT "PK_0ef25918f0237e68696dee455bd" PRIMARY KEY ("id"))`,
  `CREATE INDEX "lesson_model" ON "lesson"  ("model_id")`,
  `ALTER TABLE "part" ADD "reorder_level" integer`,
  `ALTER TABLE "quote_version" ADD CONSTRAINT "FK_477c961b791fe5d0366ccaf5083" FOREIGN KEY ("order_id") REFERENCES "shop_order"("id") ON DELETE NO ACTION ON UPDATE NO ACTION`,
  `ALTER TABLE "quote_version" ADD CONSTRAINT "FK_43a29c76541e438a915c310369e" FOREIGN KEY ("by") REFERENCES "staff"("id") ON DELETE NO ACTION ON UPDATE NO ACTION`,
  `ALTER TABLE "quote_version" ADD CONSTRAINT "FK_8264b77b1d6b8fed0643cd77886" FOREIGN KEY ("accepted_by") REFERENCES "staff"("id") ON DELETE NO ACTION ON UPDATE NO ACTION`,
  `ALTER TABLE "payment" ADD CONSTRAINT "FK_f5221735ace059250daac9d9803" FOREIGN KEY ("order_id") REFERENCES "shop_order"("id") ON DELETE NO ACTION ON UPDATE NO ACTION`,
  `ALTER TABLE "payment" ADD CONSTRAINT "FK_8bf84fdc83f0f430f449f5a26fa" FOREIGN KEY ("by") REFERENCES "staff"("id") ON DELETE NO ACTION ON UPDATE NO ACTION`,
  `ALTER TABLE "part_order" ADD CONSTRAINT "FK_105165b2fa4323c8838523c5c19" FOREIGN KEY ("job_id") REFERENCES "job"("id") ON DELETE NO ACTION ON UPDATE NO ACTION`,
  `ALTER TABLE "part_order" ADD CONSTRAINT "FK_b0c4ee1ce56efe9a4da434b3a7e" FOREIGN KEY ("part_id") REFERENCES "part"("id") ON DELETE NO ACTION ON UPDATE NO ACTION`,
  `ALTER TABLE "part_order" ADD CONSTRAINT "FK_48230321192fc7d6abb0fe7522c" FOREIGN KEY ("by") REFERENCES "staff"("id") ON DELETE NO ACTION ON UPDATE NO ACTION`,
  `ALTER TABLE "lesson" ADD CONSTRAINT "FK_43268921eee37c67d0bebaadf80" FOREIGN KEY ("model_id") REFERENCES "device_model"("id") ON DELETE NO ACTION ON UPDATE NO ACTION`,
  `ALTER TABLE "lesson" ADD CONSTRAINT "FK_3b9f14c06b4125dd6888355d3e0" FOREIGN KEY ("job_id") REFERENCES "job"("id") ON DELETE NO ACTION ON UPDATE NO ACTION`,
  `ALTER TABLE "lesson" ADD CONSTRAINT "FK_ce80614c4be16dab17857aa3a36" FOREIGN KEY ("by") REFERENCES "staff"("id") ON DELETE NO ACTION ON UPDATE NO ACTION`,
];
