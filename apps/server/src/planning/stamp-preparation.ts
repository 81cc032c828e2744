import type { PreparedStamp } from '@udrel/core/facts';
import type { JobView, StampPreparation } from '@udrel/contract/types';
import { preparationsOf } from '@udrel/core/steps';
import { fieldWrong } from '../platform/errors';
import type { CommandContext } from '../platform/command-context';
import { withFacts } from '../jobs/job-after';
import { changeJob, requireStep } from '../jobs/change-job';
import { keepFact } from '../facts/record-fact';

/** Stamps a check before the copy with who did it and when, or takes the stamp back. */
export function stampPreparation(context: CommandContext, tag: string, given: StampPreparation): Promise<JobView> {
  return changeJob(context, tag, given.version, async (job) => {
    requireStep(job, 'prepare');
    const check = preparationsOf(job.snapshot).find(({ id, run }) => id === given.id && run === null);
    if (!check) throw fieldWrong('id', 'This job has no such check.');
    if (given.done && check.asks !== null && given.note.trim() === '')
      throw fieldWrong('note', `${check.asks}: note it.`);
    const others = (job.snapshot.facts.prepared?.stamps ?? []).filter(({ id }) => id !== given.id);
    const stamp: PreparedStamp = {
      id: given.id,
      of: check.title,
      by: context.actor.name,
      at: context.now.toISOString(),
      note: given.note,
    };
    const { fact } = await keepFact(
      context,
      job,
      'prepared',
      { stamps: given.done ? [...others, stamp] : others },
      'seen',
    );
    const kind = given.done ? 'prepared' : 'preparation taken back';
    return {
      events: [{ kind, data: { check: check.title, note: given.note } }],
      after: withFacts(job, [fact], context.now),
    };
  });
}
