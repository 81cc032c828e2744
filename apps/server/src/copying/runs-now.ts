import type { RunNow } from '@udrel/contract/types';
import { thinned } from '@udrel/core/progress';
import type { EntityManager } from 'typeorm';
import { rows } from '../platform/database/database';
import { FAILING_SOURCE, RUN_JSON, viewRun, wantsAt, type StoredRun } from '../jobs/run-view';

/** What the small curve of a strip can show. */
const STRIP_POINTS = 60;

interface Row extends Pick<RunNow, 'tag' | 'customer' | 'device'> {
  run: StoredRun;
  failingSource: boolean;
}

/** Everything that runs: where it stands, and why hands are wanted at it; its curve as a strip shows it. */
export async function runsNow(manager: EntityManager, now: Date): Promise<RunNow[]> {
  const running = await rows<Row>(manager, `${RUNNING} order by b.number nulls last, r.began_at`, []);
  return running.map((row) => viewed(row, now)).map((run) => ({ ...run, curve: thinned(run.curve, STRIP_POINTS) }));
}

/** The same of one job, with its whole curve. */
export async function runsOfJob(manager: EntityManager, tag: string, now: Date): Promise<RunNow[]> {
  const running = await rows<Row>(manager, `${RUNNING} and j.tag = $1 order by r.began_at`, [tag.toUpperCase()]);
  return running.map((row) => viewed(row, now));
}

const RUNNING = `
    select j.tag, c.name as customer, (m.spec ->> 'maker') || ' ' || (m.spec ->> 'name') as device,
            ${RUN_JSON} as run, ${FAILING_SOURCE} as "failingSource"
       from run r
       join job j on j.id = r.job_id
       join shop_order o on o.id = j.order_id
       join customer c on c.id = o.customer_id
       join device d on d.id = j.device_id
       join device_model m on m.id = d.model_id
       left join berth b on b.id = r.berth_id
      where r.outcome = 'running'`;

function viewed({ run: stored, failingSource, ...job }: Row, now: Date): RunNow {
  const run = viewRun(stored, now);
  return { ...job, ...run, wants: wantsAt(run, failingSource, now) };
}
