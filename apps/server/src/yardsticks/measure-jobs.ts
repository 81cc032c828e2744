import { measureOf } from '@udrel/core/yardsticks';
import type { EntityManager } from 'typeorm';
import { readJobs, type JobRecord } from '../jobs/job-record';
import { rows } from '../platform/database/database';
import { insertRows } from '../platform/database/insert';
import { shopDay } from '../shop/calendar';
import { readShop } from '../staff/people';

/** Measures a job as it is closed. */
export async function measureJob(manager: EntityManager, job: JobRecord, closedAt: Date): Promise<void> {
  const { formats } = await readShop(manager);
  const measure = measureOf({
    snapshot: job.snapshot,
    bookedAt: job.bookedAt.getTime(),
    readyAt: (job.readySince ?? closedAt).getTime(),
    promisedAt: job.promisedAt?.getTime() ?? null,
    trials: job.trials,
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
    if (job) await measureJob(manager, job, closedAt);
  }
  return tags.length;
}
