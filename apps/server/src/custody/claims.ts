import type { JobView, PutDown } from '@udrel/contract/types';
import { Refusal } from '../platform/errors';
import type { CommandContext } from '../platform/command-context';
import { changeJob } from '../jobs/change-job';
import { Job, type PutDownNote } from '../jobs/entities';

/** Takes a job in hand: from the shelf, from where it was put down, or over from somebody else. */
export function takeUp(context: CommandContext, tag: string, version: number): Promise<JobView> {
  const { manager, actor, now } = context;
  return changeJob(context, tag, version, async (job) => {
    const before = job.holding.takenUp;
    if (before?.id === actor.id) throw new Refusal(409, 'in-hand', 'You have this job in hand already.');
    await manager.update(Job, { id: job.id }, { takenBy: actor.id, takenAt: now, putDownBy: null, putDown: null });
    return [{ kind: 'taken up', data: before ? { from: before.id } : {} }];
  });
}

/** Puts a job down mid-way with what the next one must know. Screws and steps stand in the record anyway. */
export function putDown(context: CommandContext, tag: string, given: PutDown): Promise<JobView> {
  const { manager, actor, now } = context;
  const { version, ...state } = given;
  return changeJob(context, tag, version, async (job) => {
    const note: PutDownNote = { at: now.toISOString(), ...state };
    await manager.update(Job, { id: job.id }, { takenBy: null, takenAt: null, putDownBy: actor.id, putDown: note });
    return [{ kind: 'put down', data: state }];
  });
}
