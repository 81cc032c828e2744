import { randomUUID } from 'node:crypto';
import type { AddBelonging, BelongingView, JobView, MoveBelonging } from '@udrel/contract/types';
import { firstRow } from '../platform/database/database';
import { notFound } from '../platform/errors';
import { insertRows } from '../platform/database/insert';
import type { CommandContext } from '../platform/command-context';
import { placeOf } from '../shelf/stock';
import { changeJob } from '../jobs/change-job';
import type { JobRecord } from '../jobs/job-record';
import { Belonging } from './entities';

/** Puts something on record that lies in the shop for a job: it gets the next number, printed on its label. */
export async function keepBelonging(
  { manager }: CommandContext,
  jobId: string,
  given: { name: string; place: string },
): Promise<BelongingView> {
  const last = await firstRow<{ last: number | null }>(
    manager,
    'select max(number) as last from belonging where job_id = $1',
    [jobId],
  );
  const number = (last?.last ?? -1) + 1;
  const place = await placeOf(manager, given.place, 'storage');
  const id = randomUUID();
  await insertRows(manager, 'belonging', [{ id, jobId, number, name: given.name, placeId: place?.id ?? null }]);
  return { id, number, name: given.name, place: place?.code ?? '', serial: '', stay: null, until: null, back: false };
}

export function addBelonging(context: CommandContext, tag: string, given: AddBelonging): Promise<JobView> {
  return changeJob(context, tag, null, async (job) => {
    const kept = await keepBelonging(context, job.id, given);
    return {
      events: [{ kind: 'belonging kept', data: { number: kept.number, name: given.name, place: given.place } }],
      after: { ...job, belongings: [...job.belongings, kept] },
    };
  });
}

/** Notes where a thing lies now, or that it went back to the customer. */
export function moveBelonging(
  context: CommandContext,
  tag: string,
  number: number,
  given: MoveBelonging,
): Promise<JobView> {
  return changeJob(context, tag, null, async (job) => {
    const belonging = job.belongings.find((one) => one.number === number);
    if (!belonging) throw notFound('This thing');
    const { place: to, back } = given;
    if (belonging.place === to && belonging.back === back) return [];
    const place = await placeOf(context.manager, to, 'storage');
    const noted = {
      placeId: place?.id ?? null,
      returnedAt: back ? context.now : null,
      goneAs: back ? ('returned' as const) : null,
      missingSince: null,
    };
    await context.manager.update(Belonging, { id: belonging.id }, noted);
    return {
      events: [{ kind: 'belonging moved', data: { number, name: belonging.name, place: to, back } }],
      after: withBelongings(job, [belonging], { place: place?.code ?? '', back }),
    };
  });
}

/** Puts everything of the job that has not gone back to one place: what lies there already is not moved. */
export function moveAllBelongings(context: CommandContext, tag: string, place: string): Promise<JobView> {
  return changeJob(context, tag, null, async (job) => {
    const moved = job.belongings.filter(
      (belonging) => !belonging.back && belonging.place.toUpperCase() !== place.toUpperCase(),
    );
    const to = await placeOf(context.manager, place, 'storage');
    for (const { id } of moved)
      await context.manager.update(Belonging, { id }, { placeId: to?.id ?? null, missingSince: null });
    return {
      events: moved.map(({ number, name }) => ({
        kind: 'belonging moved',
        data: { number, name, place, back: false },
      })),
      after: withBelongings(job, moved, { place: to?.code ?? '' }),
    };
  });
}

/** The job once some of its belongings lie elsewhere. */
function withBelongings(job: JobRecord, moved: readonly BelongingView[], now: Partial<BelongingView>): JobRecord {
  const belongings = job.belongings.map((one) => (moved.includes(one) ? { ...one, ...now } : one));
  return { ...job, belongings };
}
