import type { ConsideredView, Correction, JobView } from '@udrel/contract/types';
import type { Considered, MakeCorrection } from '@udrel/contract/schemas';
import { consequencesOf, type FactKey, type JobSnapshot } from '@udrel/core/steps';
import { rows } from '../platform/database';
import type { Acting } from '../platform/routes';
import { ROLES_OF } from '../shelf/entities';
import { releaseStock } from '../shelf/reservations';
import { changeJob, requireNoRun } from './change';
import { customerCorrection, detailsCorrection, rebooking, serialCorrection } from './correct-booking';
import { ending, goingOn } from './correct-end';
import { backToStation, modelCorrection, stampTakenBack } from './correct-work';
import { lockJobs } from './lock';
import type { Prepared } from './prepared';
import type { JobRecord } from './record';
import { readJob } from './view';

/** Facts under a running copy, and what it writes to: these wait until it has ended. */
const HELD_BY_A_RUN: readonly FactKey[] = ['old drive', 'partition table', 'drive choice', 'plan', 'fitted'];

/** What a correction would lead to, as the job stands now. Nothing is changed. */
export async function consider(acting: Acting, tag: string, { correction }: Considered): Promise<ConsideredView> {
  const job = await readJob(acting.manager, tag, acting.now);
  const { after, besides } = await prepare(acting, job, correction);
  return { version: job.version, consequences: [...besides, ...consequencesOf(job.snapshot, after)] };
}

/** Makes a correction as a new event that names what it corrects; facts that fall with it stay on record. */
export async function correct(acting: Acting, tag: string, given: MakeCorrection): Promise<JobView> {
  // Another customer is noted on the order: with it, all its jobs change.
  if (given.correction.what === 'customer') await lockJobs(acting.manager, { orderOf: tag });
  return changeJob(acting, tag, given.version, async (job) => {
    const { after, event, carryOut } = await prepare(acting, job, given.correction);
    const fallen = keysOf(job.snapshot).filter((key) => after.facts[key] === undefined);
    if (fallen.some((key) => HELD_BY_A_RUN.includes(key)) && given.correction.what !== 'end') requireNoRun(job);
    const corrects = await eventsBehind(acting, job.id, fallen);
    await carryOut();
    const released = await letFall(acting, job.id, fallen);
    const data = { ...event.data, reason: given.reason, ...(fallen.length > 0 ? { facts: fallen, corrects } : {}) };
    return [{ kind: event.kind, data }, ...released.map((role) => ({ kind: 'reservation released', data: { role } }))];
  });
}

function prepare(acting: Acting, job: JobRecord, correction: Correction): Promise<Prepared> {
  switch (correction.what) {
    case 'stamp':
      return stampTakenBack(acting, job, correction.step);
    case 'station':
      return backToStation(job, correction.station);
    case 'model':
      return modelCorrection(acting, job, correction.modelId);
    case 'customer':
      return customerCorrection(acting, job, correction.customer);
    case 'customer details':
      return detailsCorrection(acting, job, correction);
    case 'serial':
      return serialCorrection(acting, job, correction.serial);
    case 'booking':
      return rebooking(acting, job, correction);
    case 'end':
      return ending(acting, job, correction.kind);
    case 'go on':
      return goingOn(acting, job);
  }
}

const keysOf = (snapshot: JobSnapshot) => Object.keys(snapshot.facts) as FactKey[];

/** The latest entries of the history that recorded these facts. */
async function eventsBehind({ manager }: Acting, jobId: string, keys: readonly FactKey[]): Promise<number[]> {
  if (keys.length === 0) return [];
  const found = await rows<{ seq: number }>(
    manager,
    `select max(seq) as seq from event
      where job_id = $1 and coalesce(data ->> 'key', case kind when 'drive reserved' then 'drive choice'
              when 'added drive reserved' then 'added choice' when 'old drive moved' then 'old drive moves'
              when 'memory reserved' then 'memory choice' when 'plan accepted' then 'plan' end) = any ($2)
      group by coalesce(data ->> 'key', kind) order by 1`,
    [jobId, keys],
  );
  return found.map((row) => row.seq);
}

async function letFall(acting: Acting, jobId: string, keys: readonly FactKey[]): Promise<string[]> {
  if (keys.length === 0) return [];
  await acting.manager.query('update fact set current = false where job_id = $1 and current and key = any ($2)', [
    jobId,
    keys,
  ]);
  const released: string[] = [];
  if (keys.includes('drive choice')) released.push(...(await releaseStock(acting, jobId, [...ROLES_OF.main])));
  if (keys.includes('added choice')) released.push(...(await releaseStock(acting, jobId, [...ROLES_OF.added])));
  if (keys.includes('old drive moves')) released.push(...(await releaseStock(acting, jobId, ['moved adapter'])));
  if (keys.includes('memory choice')) released.push(...(await releaseStock(acting, jobId, ['memory'])));
  return released;
}
