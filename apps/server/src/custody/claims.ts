import type { JobView, HandOff } from '@udrel/contract/types';
import { Refusal } from '../platform/errors';
import type { CommandContext } from '../platform/command-context';
import { changeJob } from '../jobs/change-job';
import { Job, type HandOffNote } from '../jobs/entities';

/** Takes a job in hand: from the shelf, from where it was put down, or over from somebody else. */
export function claim(context: CommandContext, tag: string, version: number): Promise<JobView> {
  const { manager, actor, now } = context;
  return changeJob(context, tag, version, async (job) => {
    const before = job.holding.claimed;
    if (before?.id === actor.id) throw new Refusal(409, 'in-hand', 'You have this job in hand already.');
    await manager.update(
      Job,
      { id: job.id },
      { claimedBy: actor.id, claimedAt: now, handedOffBy: null, handOff: null },
    );
    return [{ kind: 'claimed', data: before ? { from: before.id } : {} }];
  });
}

/** Puts a job down mid-way with what the next one must know. Screws and steps stand in the record anyway. */
export function handOff(context: CommandContext, tag: string, given: HandOff): Promise<JobView> {
  const { manager, actor, now } = context;
  const { version, ...state } = given;
  return changeJob(context, tag, version, async (job) => {
    const note: HandOffNote = { at: now.toISOString(), ...state };
    await manager.update(
      Job,
      { id: job.id },
      { claimedBy: null, claimedAt: null, handedOffBy: actor.id, handOff: note },
    );
    return [{ kind: 'handed off', data: state }];
  });
}
