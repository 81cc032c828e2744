import type { Station } from '../../stations';
import type { Gate, GateId, JobSnapshot, Override } from '../snapshot/types';

/** One gate: when a job has it, who may pass it, and what is missing. */
export interface GateRule {
  id: GateId;
  station: Station;
  title: string;
  overridableBy: Gate['overridableBy'];
  applies: (job: JobSnapshot) => boolean;
  missing: (job: JobSnapshot) => string[];
  /** Whether a reason given earlier still covers what stands now; always, where this is left out. */
  covered?: (job: JobSnapshot, override: Override) => boolean;
}

/** The sentence, unless what it asks for holds. */
export const unless = (holds: boolean, sentence: string) => (holds ? [] : [sentence]);
