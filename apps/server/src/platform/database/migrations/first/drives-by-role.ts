import type { MigrationInterface, QueryRunner } from 'typeorm';

/**
 * Each drive that goes in has the same facts under keys of its own; what was fitted is a fact of its own for memory.
 * A plan names its drives in one list, and volumes that are made are called so.
 */
export class DrivesByRole1795970000000 implements MigrationInterface {
  name = 'DrivesByRole1795970000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query('alter table event disable trigger event_append_only');
    for (const sql of [...MEMORY, ...KEYS, ...ROLES, ...PLANS]) await runner.query(sql);
    await runner.query('alter table event enable trigger event_append_only');
  }

  async down(): Promise<void> {
    throw new Error('Restore the backup that was made before the upgrade.');
  }
}

const RENAMED = `(values
  ('drive choice', 'new drive choice'), ('added choice', 'added drive choice'),
  ('target identified', 'new drive identified'), ('added identified', 'added drive identified'),
  ('target holds', 'new drive holds'), ('added holds', 'added drive holds'),
  ('overwrite confirmed', 'new drive confirmed'), ('added overwrite confirmed', 'added drive confirmed'),
  ('read back', 'new drive read back'), ('added read back', 'added drive read back'),
  ('fitted', 'new drive fitted'), ('added fitted', 'added drive fitted')) as renamed (was, now)`;

const wishes = (job: string, kinds: string) =>
  `exists (select 1 from wish w where w.job_id = ${job} and w.kind in (${kinds}))`;
const TAKES_OVER = `'new drive', 'new drive beside', 'fresh installation'`;

/** One stamp said that a drive and memory were fitted: of a job that wishes both there are two now. */
const MEMORY = [
  `insert into fact (id, job_id, device_id, drive_id, key, value, origin, by, at, current)
   select gen_random_uuid(), f.job_id, f.device_id, null, 'memory fitted',
          jsonb_build_object('modules', coalesce((
            select (c.value ->> 'count')::int from fact c
             where c.job_id = f.job_id and c.key = 'memory choice' order by c.current desc, c.at desc limit 1), 1)),
          f.origin, f.by, f.at, f.current
     from fact f
    where f.key = 'fitted' and ${wishes('f.job_id', `'memory'`)}`,
  `delete from fact where key = 'fitted' and not ${wishes('fact.job_id', TAKES_OVER)}
      and ${wishes('fact.job_id', `'memory'`)}`,
  `update event set fact = 'memory fitted', data = data || '{"key": "memory fitted"}'
    where fact = 'fitted' and not ${wishes('event.job_id', TAKES_OVER)} and ${wishes('event.job_id', `'memory'`)}`,
];

const KEYS = [
  `update fact set key = renamed.now from ${RENAMED} where fact.key = renamed.was`,
  `update event set fact = renamed.now, data = case when data ? 'key' then data || jsonb_build_object('key', renamed.now) else data end
     from ${RENAMED} where event.fact = renamed.was`,
  `update event set data = data || jsonb_build_object('facts', (
      select coalesce(jsonb_agg(coalesce(renamed.now, key)), '[]')
        from jsonb_array_elements_text(data -> 'facts') as fallen (key) left join ${RENAMED} on renamed.was = key))
    where data ? 'facts'`,
  `update event set data = data || jsonb_build_object('on', case kind when 'drive reserved' then 'new' else 'added' end),
                    kind = 'drive reserved'
    where kind in ('drive reserved', 'added drive reserved')`,
];

const ROLES = ['reservation', 'part_order'].map(
  (table) => `update ${table} set role = case role when 'drive' then 'new drive' when 'adapter' then 'new drive adapter'
                                                   else 'added drive adapter' end
               where role in ('drive', 'adapter', 'added adapter')`,
);

const PLANS = [
  `update part_order
      set choice = choice - 'added' || jsonb_build_object('on', case when choice ->> 'added' = 'true' then 'added' else 'new' end)
    where choice ->> 'kind' = 'drive'`,
  `update fact set value = value - 'targetSerial' - 'addedSerial' where key = 'plan' and value ? 'planner'`,
  `update fact set value = jsonb_set(value #- '{intent,added}', '{intent,made}', value #> '{intent,added}')
    where key in ('plan', 'plan draft') and value #> '{intent,added}' is not null`,
];
