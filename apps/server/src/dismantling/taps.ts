import type { JobView, PlaceDisassembly, TapDisassembly } from '@udrel/contract/types';
import { placed, tap } from '@udrel/core/disassembly';
import { changeJob, requireStep } from '../jobs/change-job';
import { withDisassembly } from '../jobs/job-after';
import type { JobRecord } from '../jobs/job-record';
import type { CommandContext } from '../platform/command-context';
import { fieldWrong, notFound } from '../platform/errors';
import { keepSheet } from './keep-sheet';

function itemOf(job: JobRecord, id: string) {
  const item = job.snapshot.disassembly.find((one) => one.id === id);
  if (!item) throw notFound('This item of the strip-down sheet');
  return item;
}

/** A tap on the picture: a piece comes out of its place, one goes into it, or that is taken back. */
export function tapItem(context: CommandContext, tag: string, itemId: string, given: TapDisassembly): Promise<JobView> {
  return changeJob(context, tag, given.version, async (job) => {
    const item = itemOf(job, itemId);
    const { place, way, of = itemId } = given;
    if (way === 'out') requireStep(job, 'strip down');
    if (way === 'in') requireStep(job, 'close up');
    const next = tap(job.snapshot.disassembly, { item: itemId, place, way, of });
    if (typeof next === 'string') throw fieldWrong('place', next);
    await keepSheet(context, job.id, next);
    const data = { name: item.name, place, way, of: itemOf(job, of).name };
    return { events: [{ kind: 'disassembly tapped', data }], after: withDisassembly(job, next) };
  });
}

/** Shows on the picture where the pieces of an item are. */
export function placeItem(
  context: CommandContext,
  tag: string,
  itemId: string,
  { version, places }: PlaceDisassembly,
): Promise<JobView> {
  return changeJob(context, tag, version, async (job) => {
    const item = itemOf(job, itemId);
    const next = placed(job.snapshot.disassembly, itemId, places);
    if (typeof next === 'string') throw fieldWrong('places', next);
    await keepSheet(context, job.id, next);
    const data = { name: item.name, places: places.length };
    return { events: [{ kind: 'disassembly placed', data }], after: withDisassembly(job, next) };
  });
}
