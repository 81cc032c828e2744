import type { ChooseSame, JobView } from '@udrel/contract/types';
import { targetKey } from '@udrel/core/facts';
import { TARGET_IDS } from '@udrel/core/layout';
import { Refusal, naming } from '../platform/errors';
import type { CommandContext } from '../platform/command-context';
import { changeJob, requireNoRun, type Changed } from '../jobs/change-job';
import { lockJobs } from '../jobs/lock-jobs';
import type { JobRecord } from '../jobs/job-record';
import { orderedFor, orderFor } from './part-orders';
import { choosableDrive, choosableMemory, takeDrive, takeMemory } from './reserve-parts';
import { readJob, viewJob } from '../jobs/view-job';

/**
 * Chooses for like devices of the same order what was chosen for this one, or orders what was ordered for it: matched once, each with pieces of its own
 * by serial. All of them or none; the answer names the device that stands in the way.
 */
export async function chooseSame(context: CommandContext, tag: string, { tags }: ChooseSame): Promise<JobView> {
  const { manager, now } = context;
  await lockJobs(manager, { tags: [tag, ...tags] });
  const job = await readJob(manager, tag, now);
  for (const other of tags) {
    if (!job.alike.some((one) => one.tag === other)) {
      throw new Refusal(409, 'not-alike', `${other} is no open device of the same model and wishes in this order.`);
    }
    await changeJob(context, other, null, (twin) => naming(other, () => chooseAs(context, job, twin)));
  }
  return viewJob(manager, tag, now);
}

async function chooseAs(context: CommandContext, job: JobRecord, twin: JobRecord): Promise<Changed> {
  requireNoRun(twin);
  const { facts } = job.snapshot;
  const memory = facts['memory choice'];
  let changed: Changed = { events: [], after: twin };
  for (const on of TARGET_IDS) {
    const choice = facts[targetKey(on, 'choice')];
    if (!choice) continue;
    const { partId, siteId } = choice;
    if (partId === null)
      throw new Refusal(409, 'not-alike', 'what is chosen is the customer’s own drive, of which there is one.');
    const choosable = await choosableDrive(context, changed.after, { partId, siteId, on });
    changed = then(changed, await takeDrive(context, changed.after, choosable));
  }
  if (memory && memory.partId !== null) {
    const { partId, count } = memory;
    const set = await choosableMemory(context, changed.after, { partId, count });
    changed = then(changed, await takeMemory(context, changed.after, set));
  }
  if (changed.events.length > 0) return changed;
  // What the shelf has none of was ordered instead: it is for the others too.
  const ordered = await orderedFor(context, job.id);
  if (!ordered) throw new Refusal(409, 'gate-closed', 'nothing is chosen yet.');
  return orderFor(context, twin, ordered);
}

/** One thing after the other. */
const then = (first: Changed, { events, after }: Changed): Changed => ({
  events: [...first.events, ...events],
  after,
});
