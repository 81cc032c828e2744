import type { JobEvent } from '@udrel/contract/events';
import { measureOf, type Stamp } from '@udrel/core/yardsticks';
import type { EntityManager } from 'typeorm';
import { readJobs, type JobRecord } from '../jobs/job-record';
import { rows } from '../platform/database/database';
import { insertRows } from '../platform/database/insert';
import { shopDay } from '../shop/calendar';
import { readShop } from '../staff/people';
import { stepOf } from './step-of-event';

/** Who stamped what of a job when, in its order. */
async function stampsOf(manager: EntityManager, jobId: string): Promise<Stamp[]> {
  const events = await rows<JobEvent & { by: string; at: Date }>(
    manager,
    'select kind, data, by, at from event where job_id = $1 order by seq',
    [jobId],
  );
  return events.map((event) => ({ step: stepOf(event), by: event.by, at: event.at.getTime() }));
}

/** What the pieces that are reserved for a job cost the shop; null where nobody noted that of one of them. */
export async function costOfReserved(manager: EntityManager, jobId: string): Promise<number | null> {
  const [found] = await rows<{ cost: number | null }>(
    manager,
    `select case when bool_and(p.cost is not null) is not false then coalesce(sum(p.cost * r.quantity), 0)::int end as cost
       from reservation r join stock s on s.id = r.stock_id join part p on p.id = s.part_id where r.job_id = $1`,
    [jobId],
  );
  return found?.cost ?? null;
}

/** Measures a job as it is closed; `cost`: what its parts cost the shop. */
export async function measureJob(
  manager: EntityManager,
  job: JobRecord,
  closedAt: Date,
  cost: number | null,
): Promise<void> {
  const { formats } = await readShop(manager);
  const measure = measureOf({
    snapshot: job.snapshot,
    bookedAt: job.bookedAt.getTime(),
    readyAt: (job.readySince ?? closedAt).getTime(),
    promisedAt: job.promisedAt?.getTime() ?? null,
    trials: job.trials,
    cost,
    stamps: await stampsOf(manager, job.id),
    ran: job.runs.map(({ beganAt, endedAt }) => ({
      from: Date.parse(beganAt),
      until: endedAt === null ? closedAt.getTime() : Date.parse(endedAt),
    })),
  });
  const month = Number(shopDay(closedAt, formats).slice(0, 7).replace('-', ''));
  await insertRows(manager, 'job_measure', [{ jobId: job.id, modelId: job.modelId, month, ...measure }]);
}

/** Jobs that are measured in one go. */
const AT_ONCE = 50;

/** Measures jobs that were closed before that was kept. Answers how many; what is left is measured the next time. */
export async function measureClosed(manager: EntityManager, now: Date): Promise<number> {
  const tags = await rows<{ tag: string; closedAt: Date }>(
    manager,
    `select j.tag, j.closed_at as "closedAt" from job j
      where j.closed_at is not null and not exists (select 1 from job_measure m where m.job_id = j.id)
      order by j.number desc limit ${AT_ONCE} for update of j skip locked`,
  );
  for (const { tag, closedAt } of tags) {
    const [job] = await readJobs(manager, { tag }, now);
    // What left the shelf for it then is not told apart any more.
    if (job) await measureJob(manager, job, closedAt, null);
  }
  return tags.length;
}
