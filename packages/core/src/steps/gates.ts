import { END_GATES } from './rules/end-gates';
import type { Gate, GateId, JobSnapshot } from './snapshot/types';
import { WORK_GATES } from './rules/work-gates';

/** The gates of a job, each with what is missing. Only those that its wishes need. */
export function gatesOf(job: JobSnapshot): Gate[] {
  const rules = job.end ? END_GATES : WORK_GATES;
  return rules
    .filter((rule) => rule.applies(job))
    .map(({ id, station, title, overridableBy, missing, covered }) => {
      const sentences = missing(job);
      return {
        id,
        station,
        title,
        overridableBy,
        missing: sentences,
        holds: sentences.length === 0,
        overridden: job.overrides.findLast((one) => one.gate === id && (covered?.(job, one) ?? true)) ?? null,
      };
    });
}

/** Whether work that depends on the gate may go on. A gate that the job does not have is passed. */
export function gatePassed(gates: readonly Gate[], id: GateId): boolean {
  return isPassed(gates.find((one) => one.id === id));
}

/** The same of a gate that was looked up; undefined for one that the job does not have. */
export function isPassed(gate: Gate | undefined): boolean {
  return !gate || gate.holds || (gate.overridden !== null && gate.overridableBy !== null);
}
