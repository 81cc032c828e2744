import type { FactKey, JobFacts } from '@udrel/core/facts';
import type { ModelSpec } from '@udrel/contract/types';
import { without, type JobSnapshot } from '@udrel/core/steps';
import type { CommandContext } from '../platform/command-context';
import type { JobRecord } from './job-record';
import { readRuns } from './run-view';
import { readOrdered, solderedIn, stepsOfModel, summarise } from './stored-steps';

/** A value that a fact got. */
export interface KeptFact {
  key: FactKey;
  value: unknown;
  origin: string;
  by: string;
  at: string;
}

/** What the steps are computed from once facts got these values. */
export function snapshotWith(
  job: JobRecord,
  kept: readonly Pick<KeptFact, 'key' | 'value'>[],
  now: Date,
): JobRecord['snapshot'] {
  const facts: Record<string, unknown> = { ...job.snapshot.facts };
  for (const { key, value } of kept) facts[key] = value;
  return withKnown(job, facts, now);
}

/**
 * The job once facts got these values: what a look at it would read, without reading it again. Its snapshot may be known
 * by then.
 */
export function withFacts(
  job: JobRecord,
  kept: readonly KeptFact[],
  now: Date,
  snapshot = snapshotWith(job, kept, now),
): JobRecord {
  const keys = kept.map(({ key }) => key);
  const stay = job.origins.filter(({ key }) => !keys.includes(key as FactKey));
  const origins = [...stay, ...kept.map(({ key, origin, by, at }) => ({ key, origin, by, at }))];
  const trials = kept.flatMap(({ key, value, by, at }) =>
    key === 'trial start' ? [{ ...(value as NonNullable<JobFacts['trial start']>), by, at }] : [],
  );
  return {
    ...job,
    origins: byTime(origins, ({ key }) => key),
    trials: [...job.trials, ...trials],
    snapshot,
  };
}

/** In the order in which they are read: by the time, at the same time by their names. */
export function byTime<T extends { at: string }>(list: readonly T[], nameOf: (one: T) => string): T[] {
  const order = (one: T) => `${one.at} ${nameOf(one)}`;
  return [...list].sort((a, b) => (order(a) < order(b) ? -1 : 1));
}

/** The same once these facts fell. */
export function withoutFacts(job: JobRecord, keys: readonly FactKey[], now: Date): JobRecord {
  return withSteps(job, without(job.snapshot, keys), keys, now);
}

/** The same once its steps are computed from this, in which these facts fell. */
export function withSteps(job: JobRecord, snapshot: JobSnapshot, fallen: readonly FactKey[], now: Date): JobRecord {
  const origins = job.origins.filter(({ key }) => !fallen.includes(key as FactKey));
  return { ...job, origins, snapshot: withKnown({ ...job, snapshot }, snapshot.facts, now) };
}

/** The same once something began or ended: its runs are read, and nothing else. */
export async function withRuns({ manager, now }: CommandContext, job: JobRecord): Promise<JobRecord> {
  const runs = await readRuns(manager, job.id, now);
  return { ...job, runs, snapshot: withKnown({ ...job, runs }, job.snapshot.facts, now) };
}

/** The same once something was ordered, came or will not come; the promise may have moved with it. */
export async function withOrdered(
  { manager }: CommandContext,
  job: JobRecord,
  promisedAt: string | undefined,
): Promise<JobRecord> {
  const ordered = await readOrdered(manager, job.id);
  const promise = promisedAt === undefined ? job.promisedAt : new Date(promisedAt);
  return { ...job, promisedAt: promise, snapshot: { ...job.snapshot, ordered } };
}

/** What runs want depends on what is known of the drive's health. */
function withKnown(job: JobRecord, facts: JobFacts, now: Date): JobRecord['snapshot'] {
  return { ...job.snapshot, facts, runs: job.runs.map((run) => summarise(run, facts, now)) };
}

/** The same once its model was described and its sheet laid out. */
export function withModel(job: JobRecord, model: ModelSpec, disassembly: JobSnapshot['disassembly']): JobRecord {
  return {
    ...job,
    stub: false,
    model,
    snapshot: { ...job.snapshot, ...stepsOfModel(model, solderedIn(model), false), disassembly },
  };
}

/** The same once counts of its strip-down sheet changed. */
export function withDisassembly(job: JobRecord, disassembly: JobRecord['snapshot']['disassembly']): JobRecord {
  return { ...job, snapshot: { ...job.snapshot, disassembly } };
}
