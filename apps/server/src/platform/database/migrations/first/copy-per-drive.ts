import type { MigrationInterface, QueryRunner } from 'typeorm';

/** A copy goes onto one drive: a plan for two of them asks for one copy each. */
export class CopyPerDrive1795800000000 implements MigrationInterface {
  name = 'CopyPerDrive1795800000000';

  async up(runner: QueryRunner): Promise<void> {
    for (const sql of [...TABLES, ...CONTENT]) await runner.query(sql);
  }

  async down(): Promise<void> {
    throw new Error('Restore the backup that was made before the upgrade.');
  }
}

const TABLES = [
  `DROP INDEX "public"."run_attempt"`,
  `ALTER TABLE "run" ADD "onto" text`,
  `ALTER TABLE "look" ADD "onto" text NOT NULL DEFAULT 'new'`,
  `CREATE UNIQUE INDEX "run_attempt" ON "run"  ("job_id", "kind", "onto", "attempt")`,
];

const CONTENT = [
  `update run set onto = 'new' where kind = 'copy'`,
  // Plans for two drives that nothing was copied for yet are accepted again, with a copy for each.
  `update fact set current = false
    where key = 'plan' and current and value ->> 'addedSerial' is not null
      and not exists (select 1 from run r where r.job_id = fact.job_id and r.kind = 'copy')`,
  // What was copied onto two drives in one run stays as it was judged then.
  `update fact set value = value || '{"addedSerial":null}'
    where key = 'plan' and current and value ->> 'addedSerial' is not null`,
  `update fact set value = value || jsonb_build_object('work', (
      select coalesce(jsonb_agg(one || jsonb_build_object('onto',
               case when one -> 'estimate' ->> 'kind' in ('copy', 'read back') then '"new"'::jsonb else 'null'::jsonb end)
             order by place), '[]')
        from jsonb_array_elements(value -> 'work') with ordinality as planned (one, place)))
    where key = 'plan'`,
];
