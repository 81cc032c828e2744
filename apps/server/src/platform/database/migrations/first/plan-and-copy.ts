import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Preparing runs beside copies, plans with everything that was decided, prices up to which a gate stays passed. */
export class PlanAndCopy1795600000000 implements MigrationInterface {
  name = 'PlanAndCopy1795600000000';

  async up(runner: QueryRunner): Promise<void> {
    for (const sql of [...TABLES, ...CONTENT]) await runner.query(sql);
  }

  async down(): Promise<void> {
    throw new Error('Restore the backup that was made before the upgrade.');
  }
}

const TABLES = [
  `ALTER TABLE "run" ADD "source_bytes" bigint NOT NULL DEFAULT '0'`,
  `ALTER TABLE "run" ADD "target_bytes" bigint NOT NULL DEFAULT '0'`,
  `DROP INDEX "public"."override_gate"`,
  `DROP INDEX "public"."run_attempt"`,
  `ALTER TABLE "gate_override" ADD "amount" integer`,
  `ALTER TABLE "run" ADD "about" text`,
  `ALTER TABLE "run" ADD "source_class" text NOT NULL DEFAULT 'SATA SSD'`,
  `CREATE INDEX "override_gate" ON "gate_override"  ("job_id", "gate")`,
  `CREATE UNIQUE INDEX "run_attempt" ON "run"  ("job_id", "kind", "attempt")`,
  `CREATE TABLE "look" ("id" uuid NOT NULL, "job_id" uuid NOT NULL, "berth_id" uuid NOT NULL, "attempt" integer NOT NULL, "asked_by" uuid NOT NULL, "asked_at" TIMESTAMP WITH TIME ZONE NOT NULL, "answered_at" TIMESTAMP WITH TIME ZONE, "trouble" text NOT NULL DEFAULT '', CONSTRAINT "PK_eae7adf6a1797a942cb3d0dfc6c" PRIMARY KEY ("id"))`,
  `CREATE UNIQUE INDEX "look_open" ON "look"  ("job_id") WHERE answered_at is null`,
  `ALTER TABLE "run" ADD "changed" text NOT NULL DEFAULT ''`,
  `ALTER TABLE "run" ADD "left_as" text`,
  `ALTER TABLE "run" ADD "alarms" jsonb NOT NULL DEFAULT '[]'`,
  `CREATE INDEX "fact_drive" ON "fact"  ("drive_id") WHERE drive_id is not null`,
  `CREATE INDEX "run_target" ON "run"  ("target_serial")`,
  `ALTER TABLE "look" ADD CONSTRAINT "FK_0da6c6759200e8018d8b9ce7dd8" FOREIGN KEY ("job_id") REFERENCES "job"("id") ON DELETE NO ACTION ON UPDATE NO ACTION`,
  `ALTER TABLE "look" ADD CONSTRAINT "FK_2735c45094d462fbc3c7356c3ad" FOREIGN KEY ("berth_id") REFERENCES "berth"("id") ON DELETE NO ACTION ON UPDATE NO ACTION`,
  `ALTER TABLE "look" ADD CONSTRAINT "FK_41fd215d84e85c93a45188b2d16" FOREIGN KEY ("asked_by") REFERENCES "staff"("id") ON DELETE NO ACTION ON UPDATE NO ACTION`,
];

/** What was decided about a plan before more could be decided. */
const INTENT = `
  (value -> 'intent') - 'restTo' || jsonb_build_object(
    'extent', 'whole device', 'keepFree', 0, 'order', '[]'::jsonb, 'elsewhere', '[]'::jsonb, 'decrypted', '[]'::jsonb,
    'scheme', null, 'added', '[]'::jsonb,
    'spare', case when value -> 'intent' ->> 'restTo' is null then '{"to":"nobody"}'::jsonb
                  else jsonb_build_object('to', 'partition', 'id', value -> 'intent' -> 'restTo') end)`;

const STARTED = `case when value ->> 'route' = 'both at the bench' then null else 'its own system' end`;

const CONTENT = [
  `update run set source_bytes = (f.value ->> 'bytes')::bigint from fact f
    where f.job_id = run.job_id and f.key = 'old drive' and f.current`,
  `update run set target_bytes = (f.value ->> 'bytes')::bigint from fact f
    where f.job_id = run.job_id and f.key = 'drive choice' and f.current`,
  `update run set source_class = f.value ->> 'class' from fact f
    where f.job_id = run.job_id and f.key = 'old drive' and f.current`,
  `update run set estimate = estimate || jsonb_build_object(
     'kind', 'copy', 'bytes', planned_bytes, 'prior', estimate -> 'middle')`,
  `update fact set value = value || jsonb_build_object('intent', ${INTENT}, 'startedFrom', ${STARTED})
    where key in ('plan', 'plan draft') and value -> 'intent' ? 'restTo'`,
  // Accepted plans are accepted again: their runs and their table were not written down.
  `update fact set current = false
    where key = 'plan' and current and not value ? 'work'
      and not exists (select 1 from run r where r.job_id = fact.job_id)`,
  `update fact set value = value || jsonb_build_object(
      'addedSerial', null, 'targets', '[]'::jsonb,
      'estimate', (value -> 'estimate') || jsonb_build_object(
        'kind', 'copy', 'bytes', value -> 'bytesToCopy', 'prior', value -> 'estimate' -> 'middle'),
      'work', jsonb_build_array(jsonb_build_object('about', null, 'estimate', (value -> 'estimate') || jsonb_build_object(
        'kind', 'copy', 'bytes', value -> 'bytesToCopy', 'prior', value -> 'estimate' -> 'middle'))),
      'partitions', (select coalesce(jsonb_agg(p || '{"on":"new"}'), '[]') from jsonb_array_elements(value -> 'partitions') p))
    where key = 'plan' and not value ? 'work'`,
];
