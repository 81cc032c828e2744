import type { StepId } from '../../stations';
import type { GateId, JobSnapshot } from '../snapshot/types';

/** One step: when it belongs to a job, when it is done, and what must come before it. */
export interface StepRule {
  id: StepId;
  title: (job: JobSnapshot) => string;
  /** Hands time, minutes (rule of thumb), or what the model is known to take. */
  minutes: number | ((job: JobSnapshot) => number);
  /** Whether these stand in the price; not where only the accepted plan brings the step: the price was agreed before. */
  charged?: false;
  applies: (job: JobSnapshot) => boolean;
  done: (job: JobSnapshot) => boolean;
  /** Steps that come first; one that the job does not have is passed over. */
  after: (job: JobSnapshot) => StepId[];
  gates: GateId[] | ((job: JobSnapshot) => GateId[]);
}

export const always = () => true;

/** Hands time of a step in a job, minutes. */
export function minutesOf({ minutes }: StepRule, job: JobSnapshot): number {
  return typeof minutes === 'number' ? minutes : minutes(job);
}

/** The gates that a step waits for in a job. */
export function gatesFor({ gates }: StepRule, job: JobSnapshot): GateId[] {
  return typeof gates === 'function' ? gates(job) : gates;
}

/** A title that is the same whatever the job. */
export const titled = (title: string) => () => title;

/** Where every procedure begins, the way back included. */
export const BOOKED: StepRule = {
  id: 'book in',
  title: titled('Book in'),
  minutes: 4,
  applies: always,
  done: always,
  after: () => [],
  gates: [],
};
