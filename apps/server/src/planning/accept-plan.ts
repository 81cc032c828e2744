import type { AcceptedPlan, PlanDraft } from '@udrel/core/facts';
import type { JobView } from '@udrel/contract/types';
import { defaultIntent, planLayout, type SourceTable } from '@udrel/core/layout';
import { acceptedLayout, aroundOf, targetsOf } from '@udrel/core/plan-file';
import { askedOf, routesFor, runsOf } from '@udrel/core/routes';
import { gateClosed, Refusal, naming } from '../platform/errors';
import type { CommandContext } from '../platform/command-context';
import { withFacts } from '../jobs/job-after';
import { changeJob, requireNoRun, requireStep, type Changed } from '../jobs/change-job';
import { lockJobs } from '../jobs/lock-jobs';
import { readJob } from '../jobs/view-job';
import { keepFact } from '../facts/record-fact';
import { placingOf } from './placing';
import type { JobRecord } from '../jobs/job-record';

/** Accepts the plan as drafted: computed again here, refused with every problem it has. */
export function acceptPlan(context: CommandContext, tag: string, version: number): Promise<JobView> {
  return changeJob(context, tag, version, (job) => accepted(context, job, job.snapshot.facts['plan draft']));
}

async function accepted(context: CommandContext, job: JobRecord, draft: PlanDraft | undefined): Promise<Changed> {
  requireStep(job, 'accept plan');
  requireNoRun(job);
  const plan = await computePlan(context, job, draft);
  const { fact } = await keepFact(context, job, 'plan', plan, 'computed');
  const data = { partitions: plan.partitions.length, target: plan.drives.map(({ serial }) => serial).join(', ') };
  return {
    events: [{ kind: 'plan accepted', fact: 'plan', data }],
    after: withFacts(job, [fact], context.now),
  };
}

/**
 * Plans like devices of the same order as this one is: what was decided is the same, everything else is computed from the drives and
 * the table of each. All of them or none; the answer names the device that stands in the way.
 */
export async function planSame(context: CommandContext, tag: string, tags: readonly string[]): Promise<void> {
  const { manager, now } = context;
  await lockJobs(manager, { tags: [tag, ...tags] });
  const job = await readJob(manager, tag, now);
  const { plan } = job.snapshot.facts;
  if (!plan) throw gateClosed(['Accept the plan of this one first.']);
  const partitions = namesOf(plan.table);
  for (const other of tags) {
    if (!job.alike.some((one) => one.tag === other)) {
      throw new Refusal(409, 'not-alike', `${other} is no open device of the same model and wishes in this order.`);
    }
    await changeJob(context, other, null, (twin) =>
      naming(other, () => {
        const table = twin.snapshot.facts['partition table'];
        if (!table) throw gateClosed(['its old drive is not read yet.']);
        if (namesOf(table) !== partitions) throw gateClosed(['it is divided otherwise: plan it by itself.']);
        const { intent, route, startedFrom } = plan;
        return accepted(context, twin, { intent, route, startedFrom });
      }),
    );
  }
}

/** What a table is divided into: what was decided for one holds for another that is divided so. */
const namesOf = ({ partitions }: SourceTable) => partitions.map(({ id, kind }) => `${id} ${kind}`).join('; ');

/** The plan that the facts lead to. Throws a refusal while it has problems, or its route cannot be gone. */
async function computePlan(
  { manager, now }: CommandContext,
  job: JobRecord,
  draft: PlanDraft | undefined,
): Promise<AcceptedPlan> {
  const { 'old drive': source, 'partition table': table, health } = job.snapshot.facts;
  const placing = await placingOf(manager, job, now);
  if (!source || !table || !health || !placing) {
    throw new Refusal(409, 'gate-closed', 'The drives are not known yet.');
  }
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
    // Which lead it is nobody can say before it is taken up.
    through: route.kit.filter(({ kind }) => kind !== 'lead'),
  };
}
