import { randomUUID } from 'node:crypto';
import type { AddThing, JobView, MoveThing } from '@udrel/contract/types';
import { firstRow } from '../platform/database/database';
import { notFound } from '../platform/errors';
import { insertRows } from '../platform/database/insert';
import type { CommandContext } from '../platform/command-context';
import { placeOf } from '../shelf/stock';
import { changeJob } from '../jobs/change-job';
import { Thing } from './entities';

/** Puts something on record that lies in the shop for a job: it gets the next number, printed on its label. */
export async function keepThing(
  { manager }: CommandContext,
  jobId: string,
  given: { name: string; place: string },
): Promise<number> {
  const last = await firstRow<{ last: number | null }>(
    manager,
    'select max(number) as last from thing where job_id = $1',
    [jobId],
  );
  const number = (last?.last ?? -1) + 1;
  const placeId = await placeOf(manager, given.place, 'storage');
  await insertRows(manager, 'thing', [{ id: randomUUID(), jobId, number, name: given.name, placeId }]);
  return number;
}

export function addThing(context: CommandContext, tag: string, given: AddThing): Promise<JobView> {
  return changeJob(context, tag, null, async (job) => {
    const number = await keepThing(context, job.id, given);
    return [{ kind: 'thing kept', data: { number, name: given.name, place: given.place } }];
  });
}

/** Notes where a thing lies now, or that it went back to the customer. */
export function moveThing(context: CommandContext, tag: string, number: number, given: MoveThing): Promise<JobView> {
  return changeJob(context, tag, null, async (job) => {
    const thing = job.things.find((one) => one.number === number);
    if (!thing) throw notFound('This thing');
    if (thing.place === given.place && thing.back === given.back) return [];
    const placeId = await placeOf(context.manager, given.place, 'storage');
    await context.manager.update(Thing, { id: thing.id }, { placeId, returnedAt: given.back ? context.now : null });
    return [{ kind: 'thing moved', data: { number, name: thing.name, place: given.place, back: given.back } }];
  });
}

/** Puts everything of the job that has not gone back to one place: what lies there already is not moved. */
export function moveAllThings(context: CommandContext, tag: string, place: string): Promise<JobView> {
  return changeJob(context, tag, null, async (job) => {
    const moved = job.things.filter((thing) => !thing.back && thing.place.toUpperCase() !== place.toUpperCase());
    const placeId = await placeOf(context.manager, place, 'storage');
    for (const { id } of moved) await context.manager.update(Thing, { id }, { placeId });
    return moved.map(({ number, name }) => ({ kind: 'thing moved', data: { number, name, place, back: false } }));
  });
}
