import type { FloorView } from '@udrel/contract/types';
import { nextHands } from '@udrel/core/steps';
import type { EntityManager } from 'typeorm';
import { readJobs } from '../jobs/record';

/** What needs hands next over all open jobs. */
export async function viewFloor(manager: EntityManager, now: Date): Promise<FloorView> {
  const jobs = await readJobs(manager, { open: true }, now);
  const names = new Map(
    jobs.map((job) => [
      job.tag,
      {
        customer: job.customer,
        device: `${job.model.maker} ${job.model.name}`,
        promisedAt: job.promisedAt?.toISOString() ?? null,
        holding: job.holding,
      },
    ]),
  );
  const named = (tag: string) =>
    names.get(tag) ?? { customer: '', device: '', promisedAt: null, holding: { takenUp: null, putDown: null } };
  const floorJobs = jobs.map(({ tag, promisedAt, snapshot }) => ({
    tag,
    promisedAt: promisedAt?.getTime() ?? null,
    snapshot,
  }));
  return {
    now: now.toISOString(),
    hands: nextHands(floorJobs, now.getTime()).map((row) => ({ ...row, ...named(row.tag) })),
  };
}
