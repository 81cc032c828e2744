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

/** Everything that runs: where it stands, and why hands are wanted at it. */
export async function runsNow(manager: EntityManager, now: Date): Promise<RunNow[]> {
  const running = await rows<Row>(
    manager,
    `select j.tag, c.name as customer, (m.spec ->> 'maker') || ' ' || (m.spec ->> 'name') as device,
            ${RUN_JSON} as run, ${FAILING_SOURCE} as "failingSource"
       from run r
       join job j on j.id = r.job_id
       join shop_order o on o.id = j.order_id
       join customer c on c.id = o.customer_id
       join device d on d.id = j.device_id
       join device_model m on m.id = d.model_id
       left join berth b on b.id = r.berth_id
      where r.outcome = 'running'
      order by b.number nulls last, r.began_at`,
  );
  return running.map(({ run: stored, failingSource, ...job }) => {
    const run = viewRun(stored, now);
    const wants = wantsAt(run, failingSource, now);
    return { ...job, ...run, curve: thinned(run.curve, STRIP_POINTS), wants };
  });
}
