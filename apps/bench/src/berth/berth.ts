import type {
  ReadBackRequest,
  AgentWork,
  ReadBackAnswer,
  ReadsAnswer,
  ReadsRequest,
  SeenDrive,
  WipeReadAnswer,
  WipeReadRequest,
} from '@udrel/contract/types';
import type { Sample } from '@udrel/core/progress';

/** What a berth reads at one turn: counters since the last, and which drives lie there now. */
export interface BerthReading {
  samples: Sample[];
  source: SeenDrive | null;
  target: SeenDrive | null;
}

/** A place at the bench whose drives can be watched. Nothing here ever writes to a drive. */
export interface Berth {
  number: number;
  simulated: boolean;
  /** How many times faster than real time it runs; 1 for a real one. */
  speed: number;
  /** The drives that lie there now, whether or not anything runs. */
  drives: () => Promise<SeenDrive[]>;
  /** Begins to watch a run; counters count from here. The same run again changes nothing. */
  watch: (work: AgentWork) => void;
  unwatch: () => void;
  /** The run that is watched, or null. */
  watching: () => string | null;
  /** Counters since the last call, oldest first; `milliseconds` of real time went by on a clock that never goes back. */
  read: (milliseconds: number) => Promise<BerthReading>;
  /** Reads the table and the volumes of a drive that lies there, and compares samples of both where that is asked. */
  readBack: (request: ReadBackRequest) => Promise<ReadBackAnswer>;
  /** Reads a drive that lies there for its figures, for as long as is asked, or until nobody wants to know any more. */
  measure: (request: ReadsRequest, stop: () => boolean) => Promise<ReadsAnswer>;
  /** Reads samples all over a wiped drive that lies there, until nobody wants to know any more. */
  sample: (request: WipeReadRequest, stop: () => boolean) => Promise<WipeReadAnswer>;
}
