import type { JobView, StampPreparation } from '@udrel/contract/types';
import { preparationsOf, type PreparedStamp } from '@udrel/core/steps';
import { fieldWrong } from '../platform/errors';
import type { Acting } from '../platform/routes';
import { changeJob, requireStep } from './change';
import { keepFact } from './facts';

/** Stamps a check before the copy with who did it and when, or takes the stamp back. */
export function stampPreparation(acting: Acting, tag: string, given: StampPreparation): Promise<JobView> {
  return changeJob(acting, tag, given.version, async (job) => {
    requireStep(job, 'prepare');
    const check = preparationsOf(job.snapshot).find(({ id, by }) => id === given.id && by === 'hands');
    if (!check) throw fieldWrong('id', 'This job has no such check.');
    if (given.done && check.asks !== null && given.note.trim() === '')
      throw fieldWrong('note', `${check.asks}: note it.`);
    const others = (job.snapshot.facts.prepared?.stamps ?? []).filter(({ id }) => id !== given.id);
    const stamp: PreparedStamp = {
      id: given.id,
      by: acting.actor.name,
      at: acting.now.toISOString(),
      note: given.note,
    };
    await keepFact(acting, job, 'prepared', { stamps: given.done ? [...others, stamp] : others }, 'seen');
    return [
      { kind: given.done ? 'prepared' : 'preparation taken back', data: { check: check.title, note: given.note } },
    ];
  });
}
