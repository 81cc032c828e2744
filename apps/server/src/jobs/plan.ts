import type { JobView } from '@udrel/contract/types';
import { defaultIntent, planLayout } from '@udrel/core/layout';
import { estimateOnRoute, type AcceptedPlan, type JobFacts } from '@udrel/core/steps';
import { gateClosed, Refusal } from '../platform/errors';
import type { Acting } from '../platform/routes';
import { changeJob, requireNoRun, requireStep } from './change';
import { keepFact } from './facts';

/** Accepts the plan as drafted: computed again here, refused with every problem it has. */
export function acceptPlan(acting: Acting, tag: string, version: number): Promise<JobView> {
  return changeJob(acting, tag, version, async (job) => {
    requireStep(job, 'accept plan');
    requireNoRun(job);
    const plan = computePlan(job.snapshot.facts);
    await keepFact(acting, job, 'plan', plan, 'computed');
    return [{ kind: 'plan accepted', data: { partitions: plan.partitions.length, target: plan.targetSerial } }];
  });
}

/** The plan that the facts lead to. Throws a refusal while it has problems. */
function computePlan(facts: JobFacts): AcceptedPlan {
  const { 'old drive': source, 'partition table': table, 'drive choice': target, health } = facts;
  if (!source || !table || !target || !health) throw new Refusal(409, 'gate-closed', 'The drives are not known yet.');
  const draft = facts['plan draft'] ?? { intent: defaultIntent(table), route: 'new drive in an enclosure' as const };
  const drive = { sectors: target.bytes / target.sectorSize, sectorSize: target.sectorSize };
  const layout = planLayout(table, drive, draft.intent);
  if (layout.problems.length > 0) throw gateClosed(layout.problems.map((problem) => problem.sentence));
  return {
    sourceSerial: source.serial,
    targetSerial: target.serial,
    table,
    intent: draft.intent,
    route: draft.route,
    partitions: layout.partitions.flatMap((one) => (one.target ? [one.target] : [])),
    bytesToCopy: layout.bytesToCopy,
    estimate: estimateOnRoute(draft.route, source, target, health.grade, layout.bytesToCopy),
  };
}
