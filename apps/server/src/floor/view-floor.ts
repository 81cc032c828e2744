import type { FloorView, ReadyView } from '@udrel/contract/types';
import { nextHands, nextStep, procedureOf, waitsForCustomer } from '@udrel/core/steps';
import type { EntityManager } from 'typeorm';
import { readOpenJobs } from '../jobs/job-record';

/** Minutes as they are told: digits behind the tenth say nothing, and are half of what a list of times weighs. */
const toTenth = (minutes: number) => Math.round(minutes * 10) / 10;

/** What needs hands next over all open jobs, and what waits to be fetched. */
export async function viewFloor(manager: EntityManager, now: Date): Promise<FloorView> {
  const { jobs, open } = await readOpenJobs(manager, now);
  const byTag = new Map(jobs.map((job) => [job.tag, job]));
  const floorJobs = jobs.map(({ tag, promisedAt, snapshot }) => {
    return { tag, promisedAt: promisedAt?.getTime() ?? null, snapshot };
  });
  const hands: FloorView['hands'] = [];
  // Field by field, into one list: a spread of each row, and a list around each, take as long as all the rest.
  for (const { tag, step, inMinutes, slack, readyIn } of nextHands(floorJobs, now.getTime())) {
    const job = byTag.get(tag);
    if (!job) continue;
    const { customer, model, promisedAt, holding } = job;
    const device = `${model.maker} ${model.name}`;
    hands.push({
      tag,
      step,
      inMinutes,
      slack: slack === null ? null : toTenth(slack),
      readyIn: toTenth(readyIn),
      customer,
      device,
      promisedAt: promisedAt?.toISOString() ?? null,
      holding,
    });
  }
  const busy = new Set(hands.map(({ tag }) => tag));
  const ready = jobs.flatMap(({ tag, customer, model, promisedAt, snapshot }): ReadyView[] => {
    if (busy.has(tag)) return [];
    const procedure = procedureOf(snapshot);
    if (!waitsForCustomer(procedure)) return [];
    const next = nextStep(procedure)?.title ?? '';
    const device = `${model.maker} ${model.name}`;
    return [{ tag, customer, device, promisedAt: promisedAt?.toISOString() ?? null, next }];
  });
  return { now: now.toISOString(), hands, ready, open, looked: jobs.length };
}
