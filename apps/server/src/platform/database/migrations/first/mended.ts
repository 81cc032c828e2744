import type { MigrationInterface, QueryRunner } from 'typeorm';

/** What a body was under a key, money that went back, what of a sheet never came out, losses of a copy. */
export class Mended1795900000000 implements MigrationInterface {
  name = 'Mended1795900000000';

  async up(runner: QueryRunner): Promise<void> {
    for (const sql of [...TABLES, ...CONTENT]) await runner.query(sql);
  }

  async down(): Promise<void> {
    throw new Error('Restore the backup that was made before the upgrade.');
  }
}

const TABLES = [
  `ALTER TABLE "idempotency" ADD "digest" text NOT NULL DEFAULT ''`,
  `ALTER TABLE "payment" ADD "corrects" uuid`,
  `ALTER TABLE "payment" ADD "reason" text NOT NULL DEFAULT ''`,
  `ALTER TABLE "payment" ADD CONSTRAINT "FK_6e21d193cda2605a264f6fe1b42" FOREIGN KEY ("corrects") REFERENCES "payment"("id") ON DELETE NO ACTION ON UPDATE NO ACTION`,
  `ALTER TABLE "strip_item" ADD "missing_count" integer NOT NULL DEFAULT '0'`,
  `ALTER TABLE "strip_item" ADD "left_count" integer NOT NULL DEFAULT '0'`,
  `ALTER TABLE "strip_item" ADD "replaced_count" integer NOT NULL DEFAULT '0'`,
  `ALTER TABLE "run" ADD "losses" jsonb NOT NULL DEFAULT '[]'`,
  `ALTER TABLE "run" ADD "took" integer`,
  `ALTER TABLE "run" ADD "learn" boolean NOT NULL DEFAULT true`,
];

/** What the system is started from has another name, on the old drive and in what was planned of it. */
const CONTENT = [
  `update fact set value = replace(value::text, '"kind": "boot"', '"kind": "loader"')::jsonb
    where key in ('partition table', 'plan', 'read back', 'added read back') and value::text like '%"kind": "boot"%'`,
];
