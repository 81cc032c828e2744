import type { AcceptedPlan } from '@udrel/core/facts';
import type { JobView } from '@udrel/contract/types';
import { defaultIntent, planLayout } from '@udrel/core/layout';
import { acceptedLayout, aroundOf, targetsOf } from '@udrel/core/plan-file';
import { askedOf, routesFor, runsOf } from '@udrel/core/routes';
import { gateClosed, Refusal } from '../platform/errors';
import type { CommandContext } from '../platform/command-context';
import { withFacts } from '../jobs/job-after';
import { changeJob, requireNoRun, requireStep } from '../jobs/change-job';
import { keepFact } from '../facts/record-fact';
import { placingOf } from './placing';
import type { JobRecord } from '../jobs/job-record';

/** Accepts the plan as drafted: computed again here, refused with every problem it has. */
export function acceptPlan(context: CommandContext, tag: string, version: number): Promise<JobView> {
  return changeJob(context, tag, version, async (job) => {
    requireStep(job, 'accept plan');
    requireNoRun(job);
    const plan = await computePlan(context, job);
    const { fact } = await keepFact(context, job, 'plan', plan, 'computed');
    const data = { partitions: plan.partitions.length, target: plan.drives.map(({ serial }) => serial).join(', ') };
    return {
      events: [{ kind: 'plan accepted', fact: 'plan', data }],
      after: withFacts(job, [fact], context.now),
    };
  });
}

/** The plan that the facts lead to. Throws a refusal while it has problems, or its route cannot be gone. */
async function computePlan({ manager, now }: CommandContext, job: JobRecord): Promise<AcceptedPlan> {
  const { 'old drive': source, 'partition table': table, health } = job.snapshot.facts;
  const placing = await placingOf(manager, job, now);
  if (!source || !table || !health || !placing) {
    throw new Refusal(409, 'gate-closed', 'The drives are not known yet.');
  }
  const draft = job.snapshot.facts['plan draft'];
  const intent = draft?.intent ?? defaultIntent(table);
  const layout = planLayout(table, targetsOf(job.snapshot.facts), intent, aroundOf(job.snapshot));
  if (layout.problems.length > 0) throw gateClosed(layout.problems.map((problem) => problem.sentence));
  const options = routesFor(placing, askedOf(table, layout, intent.decrypted, source.bytes));
  const wanted = options.find((one) => one.route === draft?.route && one.startedFrom === draft.startedFrom);
  const route = draft?.route ? wanted : options[0];
  if (!route) throw gateClosed(['There is no such route.']);
  // What the shop has no record of may be there all the same: only what is known to stop the copy refuses it.
  const against = route.reasons.filter(({ outcome }) => outcome === 'fail');
  if (against.length > 0) throw gateClosed(against.map(({ sentence }) => `${route.route}: ${sentence}.`));
  return {
    intent,
    route: route.route,
    startedFrom: route.startedFrom,
    sourceSerial: source.serial,
    table,
    ...acceptedLayout(job.snapshot, table, layout),
    bytesToCopy: route.bytes,
    work: runsOf(placing, layout, intent.decrypted, route),
    estimate: route.estimate,
  };
}
