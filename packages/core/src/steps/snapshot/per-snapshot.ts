import type { JobSnapshot } from './types';

/** A question whose answer is worked out once for each snapshot, however many rules ask: snapshots are never changed. */
export function perSnapshot<T>(answer: (job: JobSnapshot) => T): (job: JobSnapshot) => T {
  const known = new WeakMap<JobSnapshot, { is: T }>();
  return (job) => {
    const before = known.get(job);
    if (before) return before.is;
    const is = answer(job);
    known.set(job, { is });
    return is;
  };
}
