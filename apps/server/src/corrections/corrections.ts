import { isHeldByRun, targetKey, type FactKey } from '@udrel/core/facts';
import type { JobEvent } from '@udrel/contract/events';
import type { ConsideredView, Correction, JobView } from '@udrel/contract/types';
import type { Considered, MakeCorrection } from '@udrel/contract/shapes';
import { TARGET_IDS } from '@udrel/core/layout';
import { consequencesOf, type JobSnapshot } from '@udrel/core/steps';
import { changedRows, rows } from '../platform/database/database';
import type { CommandContext } from '../platform/command-context';
import { rolesOf } from '../shelf/entities';
import { releaseStock } from '../shelf/reservations';
import { changeJob, requireNoRun } from '../jobs/change-job';
import { customerCorrection, detailsCorrection, rebooking, serialCorrection } from './correct-booking';
import { ending, goingOn } from './correct-end';
import { backToStation, modelCorrection, retractedStamp } from './correct-work';
import { lockJobs } from '../jobs/lock-jobs';
import type { Proposed } from './considered';
import { withSteps } from '../jobs/job-after';
import type { JobRecord } from '../jobs/job-record';
import { readJob } from '../jobs/view-job';

/** What a correction would lead to, as the job stands now. Nothing is changed. */
export async function consider(
  context: CommandContext,
  tag: string,
  { correction }: Considered,
): Promise<ConsideredView> {
  const job = await readJob(context.manager, tag, context.now);
  const { after, besides } = await prepare(context, job, correction);
  return { version: job.version, consequences: [...besides, ...consequencesOf(job.snapshot, after)] };
}

/** Makes a correction as a new event that names what it corrects; facts that fall with it stay on record. */
export async function correct(context: CommandContext, tag: string, given: MakeCorrection): Promise<JobView> {
  // Another customer is noted on the order: with it, all its jobs change.
  if (given.correction.what === 'customer') await lockJobs(context.manager, { orderOf: tag });
  return changeJob(context, tag, given.version, async (job) => {
    const { after, event, carryOut } = await prepare(context, job, given.correction);
    const fallen = keysOf(job.snapshot).filter((key) => after.facts[key] === undefined);
    if (fallen.some((key) => isHeldByRun(key)) && given.correction.what !== 'end') requireNoRun(job);
    const corrects = await eventsBehind(context, job.id, fallen);
    const changed = await carryOut();
    const released = await letFall(context, job.id, fallen);
    const data = { ...event.data, reason: given.reason, ...(fallen.length > 0 ? { facts: fallen } : {}) };
    const made = { ...event, data, corrects } as JobEvent;
    const events = [made, ...released.map((role) => ({ kind: 'reservation released' as const, data: { role } }))];
    return changed ? { events, after: withSteps({ ...job, ...changed }, after, fallen, context.now) } : events;
  });
}

function prepare(context: CommandContext, job: JobRecord, correction: Correction): Promise<Proposed> {
  switch (correction.what) {
    case 'stamp':
      return retractedStamp(context, job, correction.step);
    case 'station':
      return backToStation(job, correction.station);
    case 'model':
      return modelCorrection(context, job, correction.modelId);
    case 'customer':
      return customerCorrection(context, job, correction.customer);
    case 'customer details':
      return detailsCorrection(context, job, correction);
    case 'serial':
      return serialCorrection(context, job, correction.serial);
    case 'booking':
      return rebooking(context, job, correction);
    case 'end':
      return ending(context, job, correction.kind);
    case 'go on':
      return goingOn(context, job);
  }
}

const keysOf = (snapshot: JobSnapshot) => Object.keys(snapshot.facts) as FactKey[];

/** The latest entries of the history that recorded these facts. */
async function eventsBehind({ manager }: CommandContext, jobId: string, keys: readonly FactKey[]): Promise<number[]> {
  if (keys.length === 0) return [];
  const found = await rows<{ seq: number }>(
    manager,
    'select max(seq) as seq from event where job_id = $1 and fact = any ($2) group by fact order by 1',
    [jobId, keys],
  );
  return found.map((row) => row.seq);
}

async function letFall(context: CommandContext, jobId: string, keys: readonly FactKey[]): Promise<string[]> {
  if (keys.length === 0) return [];
  await changedRows(
    context.manager,
    'update fact set current = false where job_id = $1 and current and key = any ($2)',
    [jobId, keys],
  );
  const released: string[] = [];
  for (const on of TARGET_IDS) {
    if (keys.includes(targetKey(on, 'choice'))) released.push(...(await releaseStock(context, jobId, rolesOf(on))));
  }
  if (keys.includes('old drive moves')) released.push(...(await releaseStock(context, jobId, ['moved adapter'])));
  if (keys.includes('memory choice')) released.push(...(await releaseStock(context, jobId, ['memory'])));
  return released;
}
