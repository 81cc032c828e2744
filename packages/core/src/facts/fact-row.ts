import type { LabelledRole } from '../identity';
import type { StepId } from '../stations';
import type { FactKey, JobFacts } from './types';

/** How a value comes from a person. */
type ByHand = 'typed' | 'scanned' | 'measured';
/** Where a value is read from that nobody typed. */
export const READ_FROM = ['probe file', 'file'] as const;

/** Everything that is known of a fact's key; what a row leaves out is as `ORDINARY` has it. */
export interface FactRow<K extends FactKey> {
  /** The step that it is evidence of; a second one is that of the way back, in a job that ends without work. */
  evidenceOf: readonly [work: StepId, wayBack?: StepId];
  /** Whether a person records it under its shape, or a command does as its outcome. */
  entered: 'by a person' | 'by a command';
  /** Whether it is the stamp of its step: taking the stamp back takes it back. */
  stamp: boolean;
  /** What it was found or proven on: it falls with any of these. */
  restsOn: readonly FactKey[];
  /** Whether a value leaves nothing proven of what rests on it, after the one before; null for one that never does. */
  withdraws: ((value: NonNullable<JobFacts[K]>, before: JobFacts[K]) => boolean) | null;
  /** Whether a run that is under way rests on it: then it may neither change nor fall. */
  heldByRun: boolean;
  /** Whether it happens at any time and is noted then, whatever its step waits for, and before there is such a step. */
  anyTime: boolean;
  /** Whether the counter may record it too. */
  atCounter: boolean;
  /** Whether it may be kept in the browser until the server is reached: it stands on what the person saw. */
  offline: boolean;
  /** Whether it is about the old drive itself and holds beyond the job. */
  ofOldDrive: boolean;
  /** How its value comes to be where nothing else is said. */
  origin: ByHand;
  /** Of one that holds a scanned serial: which drive that must be, and the one it is most easily taken for. */
  serialOf: readonly [meant: LabelledRole, taken: LabelledRole] | null;
  /** What was done with the drive whose serial it holds, as the history says it; null for any other. */
  done: string | null;
  /** It in a line; null for one that is shown elsewhere. `day` writes a day of the calendar as the reader does. */
  tell: ((value: NonNullable<JobFacts[K]>, day: (date: string) => string) => string) | null;
}

/** How a fact is where its row does not say otherwise. */
export const ORDINARY = {
  entered: 'by a person',
  stamp: true,
  restsOn: [],
  withdraws: null,
  heldByRun: false,
  anyTime: false,
  atCounter: false,
  offline: false,
  ofOldDrive: false,
  origin: 'typed',
  serialOf: null,
  done: null,
  tell: null,
} as const satisfies Omit<FactRow<FactKey>, 'evidenceOf'>;
