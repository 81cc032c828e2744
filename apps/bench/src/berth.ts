import type { AgentWork } from '@udrel/contract/types';
import type { Sample } from '@udrel/core/progress';

/** A place at the bench whose drives can be watched. */
export interface Berth {
  number: number;
  simulated: boolean;
  /** How many times faster than real time it runs; 1 for a real one. */
  speed: number;
  /** Begins to watch a run; counters count from here. The same run again changes nothing. */
  watch: (work: AgentWork) => void;
  unwatch: () => void;
  /** The run that is watched, or null. */
  watching: () => string | null;
  /** Counters since the last call, oldest first; `milliseconds` of real time went by. */
  read: (milliseconds: number) => Sample[];
}
