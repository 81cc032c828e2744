import { randomUUID } from 'node:crypto';
import type { AddBelonging, JobView, MoveBelonging } from '@udrel/contract/types';
import { firstRow } from '../platform/database/database';
import { notFound } from '../platform/errors';
import { insertRows } from '../platform/database/insert';
import type { CommandContext } from '../platform/command-context';
import { placeOf } from '../shelf/stock';
import { changeJob } from '../jobs/change-job';
import { Belonging } from './entities';

/** Puts something on record that lies in the shop for a job: it gets the next number, printed on its label. */
export async function keepBelonging(
  { manager }: CommandContext,
  jobId: string,
  given: { name: string; place: string },
): Promise<number> {
  const last = await firstRow<{ last: number | null }>(
    manager,
    'select max(number) as last from belonging where job_id = $1',
    [jobId],
  );
  const number = (last?.last ?? -1) + 1;
  const placeId = await placeOf(manager, given.place, 'storage');
  await insertRows(manager, 'belonging', [{ id: randomUUID(), jobId, number, name: given.name, placeId }]);
  return number;
}

export function addBelonging(context: CommandContext, tag: string, given: AddBelonging): Promise<JobView> {
  return changeJob(context, tag, null, async (job) => {
    const number = await keepBelonging(context, job.id, given);
    return [{ kind: 'belonging kept', data: { number, name: given.name, place: given.place } }];
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
    if (belonging.place === given.place && belonging.back === given.back) return [];
    const placeId = await placeOf(context.manager, given.place, 'storage');
    await context.manager.update(
      Belonging,
      { id: belonging.id },
      { placeId, returnedAt: given.back ? context.now : null },
    );
    return [{ kind: 'belonging moved', data: { number, name: belonging.name, place: given.place, back: given.back } }];
  });
}

/** Puts everything of the job that has not gone back to one place: what lies there already is not moved. */
export function moveAllBelongings(context: CommandContext, tag: string, place: string): Promise<JobView> {
  return changeJob(context, tag, null, async (job) => {
    const moved = job.belongings.filter(
      (belonging) => !belonging.back && belonging.place.toUpperCase() !== place.toUpperCase(),
    );
    const placeId = await placeOf(context.manager, place, 'storage');
    for (const { id } of moved) await context.manager.update(Belonging, { id }, { placeId });
    return moved.map(({ number, name }) => ({ kind: 'belonging moved', data: { number, name, place, back: false } }));
  });
}
