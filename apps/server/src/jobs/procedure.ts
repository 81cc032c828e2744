import { procedureOf, type JobSnapshot, type Procedure } from '@udrel/core/steps';

const known = new WeakMap<JobSnapshot, Procedure>();

/** The procedure of a snapshot, worked out once however often a request asks. Snapshots are never changed. */
export function procedureFor(snapshot: JobSnapshot): Procedure {
  const before = known.get(snapshot);
  if (before) return before;
  const procedure = procedureOf(snapshot);
  known.set(snapshot, procedure);
  return procedure;
}
