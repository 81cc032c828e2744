import { endedAs, procedureOf, without, type End } from '@udrel/core/steps';
import { Refusal } from '../platform/errors';
import type { Acting } from '../platform/routes';
import type { Prepared } from './prepared';
import { Job } from './entities';
import type { JobRecord } from './record';

/** Ends the job without its work: the steps that are left are the way back. */
export function ending({ manager }: Acting, job: JobRecord, kind: End['kind']): Promise<Prepared> {
  if (job.snapshot.end?.kind === kind) throw new Refusal(409, 'ended-so', `This job ends as “${kind}” already.`);
  const after = endedAs(job.snapshot, { kind });
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
    },
  });
}

/** The customer wants it done after all: parts must be reserved again. */
export function goingOn({ manager }: Acting, job: JobRecord): Promise<Prepared> {
  if (!job.snapshot.end) throw new Refusal(409, 'not-ended', 'This job has not ended.');
  const fallen = ['put back', 'as it came', 'kept until', 'signature', 'document given'] as const;
  return Promise.resolve({
    after: {
      ...without(job.snapshot, [...fallen, ...(job.snapshot.facts['put back'] ? (['fitted'] as const) : [])]),
      end: null,
    },
    besides: [],
    event: { kind: 'gone on', data: {} },
    carryOut: async () => {
      await manager.update(Job, { id: job.id }, { endedAs: null });
    },
  });
}
