import type { JobFacts, PreparedStamp } from '@udrel/core/facts';
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
    if (given.done && check.switches !== null && given.switched === undefined)
      throw fieldWrong('switched', `Say whether it was so already, or: ${check.switches.done.toLowerCase()}.`);
    const switched = check.switches !== null && given.switched === true;
    if (given.done && switched && check.switches?.before && given.note.trim() === '')
      throw fieldWrong('note', `${check.switches.before}: note it.`);
    const others = (job.snapshot.facts.prepared?.stamps ?? []).filter(({ id }) => id !== given.id);
    const stamp: PreparedStamp = {
      id: given.id,
      of: check.title,
      by: context.actor.name,
      at: context.now.toISOString(),
      note: given.note,
      switched,
    };
    const stamps = given.done ? [...others, stamp] : others;
    const kept = [(await keepFact(context, job, 'prepared', { stamps }, 'seen')).fact];
    const items = switchedAfter(job.snapshot.facts, given, switched);
    if (items) kept.push((await keepFact(context, job, 'switched', { items }, 'seen')).fact);
    const done = switched ? check.switches?.done.toLowerCase() : '';
    const kind = given.done ? 'prepared' : 'preparation taken back';
    return {
      events: [{ kind, data: { check: check.title, note: [done, given.note].filter(Boolean).join('; ') } }],
      after: withFacts(job, kept, context.now),
    };
  });
}

/** What was switched so far, after this stamp; null where that stays as it is. Only taking back that stamp takes it away. */
function switchedAfter({ switched: known }: JobFacts, given: StampPreparation, now: boolean) {
  const before = known?.items ?? [];
  const has = before.some(({ id }) => id === given.id);
  if (given.done) return now && !has ? [...before, { id: given.id, before: given.note }] : null;
  return has ? before.filter(({ id }) => id !== given.id) : null;
}
