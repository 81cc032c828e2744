import type { FloorView } from '@udrel/contract/types';
import { nextHands } from '@udrel/core/steps';
import type { EntityManager } from 'typeorm';
import { readOpenJobs } from '../jobs/record';

/** What needs hands next over all open jobs. */
export async function viewFloor(manager: EntityManager, now: Date): Promise<FloorView> {
  const jobs = await readOpenJobs(manager, now);
  const byTag = new Map(jobs.map((job) => [job.tag, job]));
  const floorJobs = jobs.map(({ tag, promisedAt, snapshot }) => {
    return { tag, promisedAt: promisedAt?.getTime() ?? null, snapshot };
  });
  const hands = nextHands(floorJobs, now.getTime()).flatMap((row) => {
    const job = byTag.get(row.tag);
    if (!job) return [];
    const { customer, model, promisedAt, holding } = job;
    const device = `${model.maker} ${model.name}`;
    return [{ ...row, customer, device, promisedAt: promisedAt?.toISOString() ?? null, holding }];
  });
  return { now: now.toISOString(), hands };
}
