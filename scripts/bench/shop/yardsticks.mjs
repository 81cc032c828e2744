import pg from 'pg';
import { OVER_ALL_JOBS } from '../../../apps/server/src/yardsticks/view-yardsticks';
import { round } from '../load.mjs';

const JOBS = 1_000_000;

/** How long the shop's figures take over a million closed jobs: a table of this session alone stands in the place of the shop's. */
export async function yardstickFigures(databaseUrl) {
  const client = new pg.Client({ connectionString: databaseUrl });
  await client.connect();
  try {
    await client.query('create temp table job_measure (like public.job_measure including indexes)');
    await client.query(
      `insert into job_measure (job_id, model_id, month, kind, turnaround, late, started_first, attempts, failed, speed_up,
                                revenue, work, cost, hands, returned, ended)
       select gen_random_uuid(), ('00000000-0000-4000-8000-' || lpad((n % 400)::text, 12, '0'))::uuid,
              (2024 + n % 3) * 100 + 1 + (n / 3) % 12,
              (array['new drive', 'memory', 'memory, new drive', 'added drive', 'fresh installation'])[1 + n % 5],
              (exp(random() * 5))::int, (random() * 60 - 40)::int, random() < 0.9, 1 + (n % 7 = 0)::int, (n % 7 = 0)::int,
              case when n % 3 = 0 then (10 + random() * 60)::int end, 8000 + n % 30000, 3000 + n % 5000, case when n % 4 > 0 then 3000 + n % 9000 end,
              case when n % 2 = 0 then (60 + random() * 120)::int end, n % 97 = 0, n % 23 = 0
         from generate_series(1, $1::int) n`,
      [JOBS],
    );
    await client.query('vacuum analyze job_measure');
    const took = [];
    for (let turn = 0; turn < 3; turn += 1) {
      const from = performance.now();
      for (const sql of OVER_ALL_JOBS) await client.query(sql, [202401, 202612, null, null]);
      took.push(performance.now() - from);
    }
    return { [`yardsticks over ${JOBS} closed jobs, s`]: round(took.sort((a, b) => a - b)[1] / 1000) };
  } finally {
    await client.end();
  }
}
