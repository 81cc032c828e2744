import type { JobView, HandOff } from '@udrel/contract/types';
import { Refusal } from '../platform/errors';
import type { CommandContext } from '../platform/command-context';
import { changeJob } from '../jobs/change-job';
import type { HandOffNote, JobEntity } from '../jobs/entities';
import type { EntityManager } from 'typeorm';
import { firstRow } from '../platform/database/database';

/** Takes a job in hand: from the shelf, from where it was put down, or over from somebody else. */
export function claim(context: CommandContext, tag: string, version: number): Promise<JobView> {
  const { manager, actor, now } = context;
  return changeJob(context, tag, version, async (job) => {
    const before = job.holding.claimed;
    if (before?.id === actor.id) throw new Refusal(409, 'in-hand', 'You have this job in hand already.');
    const at = await hold(manager, job.id, { claimedBy: actor.id, claimedAt: now, handedOffBy: null, handOff: null });
    return {
      events: [{ kind: 'claimed', data: before ? { from: before.id } : {} }],
      after: { ...job, holding: { claimed: { id: actor.id, name: actor.name, at: at ?? '' }, handOff: null } },
    };
  });
}

/** Puts a job down mid-way with what the next one must know. Screws and steps stand in the record anyway. */
export function handOff(context: CommandContext, tag: string, given: HandOff): Promise<JobView> {
  const { manager, actor, now } = context;
  const { version, ...state } = given;
  return changeJob(context, tag, version, async (job) => {
    const note: HandOffNote = { at: now.toISOString(), ...state };
    await hold(manager, job.id, { claimedBy: null, claimedAt: null, handedOffBy: actor.id, handOff: note });
    return {
      events: [{ kind: 'handed off', data: state }],
      after: { ...job, holding: { claimed: null, handOff: { ...note, by: actor.name } } },
    };
  });
}

/** Notes in whose hands a job is; answers since when, as it is read. */
async function hold(
  manager: EntityManager,
  jobId: string,
  {
    claimedBy,
    claimedAt,
    handedOffBy,
    handOff,
  }: Pick<JobEntity, 'claimedBy' | 'claimedAt' | 'handedOffBy' | 'handOff'>,
): Promise<string | null> {
  const held = await firstRow<{ at: string | null }>(
    manager,
    `update job set claimed_by = $2, claimed_at = $3, handed_off_by = $4, hand_off = $5 where id = $1
     returning to_json(claimed_at) as at`,
    [jobId, claimedBy, claimedAt, handedOffBy, handOff],
  );
  return held?.at ?? null;
}
