import type { BeginNow } from '@udrel/contract/types';
import { copiesAtBerth, latestRun, nextStep, procedureOf, waitingTargets, type JobSnapshot } from '@udrel/core/steps';

interface Open {
  tag: string;
  snapshot: JobSnapshot;
}

/**
 * The copies that one press begins: everything before them is done, and they go as planned. Each that lies at a berth has
 * one that is free, the lowest number first. Not an attempt after one that failed: what was changed is said of it.
 *
 * @param berths numbers of all berths, the lowest first
 */
export function beginNow(jobs: readonly Open[], berths: readonly number[]): Map<string, BeginNow> {
  const busy = new Set(
    jobs.flatMap(({ snapshot }) =>
      snapshot.runs.flatMap(({ outcome, berth }) => (outcome === 'running' && berth !== null ? [berth] : [])),
    ),
  );
  const free = berths.filter((number) => !busy.has(number));
  const found = new Map<string, BeginNow>();
  for (const { tag, snapshot } of jobs) {
    const { plan } = snapshot.facts;
    const [onto] = waitingTargets(snapshot);
    if (!plan || !onto || latestRun(snapshot, onto)?.outcome === 'failed') continue;
    if (nextStep(procedureOf(snapshot))?.id !== 'begin copy') continue;
    const berth = copiesAtBerth(plan) ? (free.shift() ?? null) : null;
    if (berth === null && copiesAtBerth(plan)) continue;
    found.set(tag, { onto, berth, through: plan.through ?? [] });
  }
  return found;
}
