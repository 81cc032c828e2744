import { FITTED_KEYS, stepOfFact, type FactKey } from '@udrel/core/facts';
import { endedAs, procedureOf, stampsOf, without, type End } from '@udrel/core/steps';
import { Refusal } from '../platform/errors';
import type { CommandContext } from '../platform/command-context';
import { cancelOrders } from '../matching/part-orders';
import type { Proposed } from './considered';
import { Job } from '../jobs/entities';
import type { JobRecord } from '../jobs/job-record';

/** Ends the job without its work: the steps that are left are the way back. */
export function ending(context: CommandContext, job: JobRecord, kind: End['kind']): Promise<Proposed> {
  const { manager } = context;
  if (job.snapshot.end?.kind === kind) throw new Refusal(409, 'ended-so', `This job ends as “${kind}” already.`);
  const after = { ...endedAs(job.snapshot, { kind }), ordered: [] };
  const left = procedureOf(after).steps.filter((step) => step.state !== 'done');
  const secrets = job.secrets.some((secret) => !secret.erased);
  return Promise.resolve({
    after,
    besides: [
      { about: 'steps', sentence: `What is left to do: ${left.map((step) => step.title).join('; ')}.` },
      ...(secrets ? [{ about: 'record' as const, sentence: 'Its secrets are erased when it is closed.' }] : []),
    ],
    event: { kind: 'ended without work', data: { end: kind } },
    carryOut: async () => {
      await manager.update(Job, { id: job.id }, { endedAs: kind });
      await cancelOrders(context, job.id);
      return {};
    },
  });
}

/** The customer wants it done after all: parts must be reserved again. */
export function goingOn({ manager }: CommandContext, job: JobRecord): Promise<Proposed> {
  if (!job.snapshot.end) throw new Refusal(409, 'not-ended', 'This job has not ended.');
  const { snapshot } = job;
  // What came out again was fitted no more, and what was proven with it in the device falls too.
  const unfitted = snapshot.facts['put back']
    ? FITTED_KEYS.flatMap((key) => stampsOf(snapshot, stepOfFact(key, false)))
    : [];
  const fallen: FactKey[] = ['put back', 'as it came', 'kept until', 'signature', 'document given', ...unfitted];
  return Promise.resolve({
    after: { ...without(snapshot, fallen), end: null },
    besides: [],
    event: { kind: 'gone on', data: {} },
    carryOut: async () => {
      await manager.update(Job, { id: job.id }, { endedAs: null });
      return {};
    },
  });
}
