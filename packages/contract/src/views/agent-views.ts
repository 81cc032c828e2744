import type { DriveClass } from '@udrel/core/fit';
import type { SourceTable } from '@udrel/core/layout';
import type { Comparable } from '@udrel/core/read-back';
import type { WipeLeaves } from '@udrel/core/wiping';

/** A run at a berth that the bench agent is to watch. */
export interface AgentWork {
  runId: string;
  berth: number;
  plannedBytes: number;
  doneBytes: number;
  expectedRate: number;
  failingSource: boolean;
  source: { serial: string; bytes: number };
  target: { serial: string; bytes: number };
}

/** A drive at a berth that the bench agent is to look at: its table, its volumes, and samples beside the source's. */
export interface ReadBackRequest {
  id: string;
  berth: number;
  source: { serial: string; bytes: number };
  target: { serial: string; bytes: number };
  /** What the plan made of it: a simulated berth shows it. */
  expected: SourceTable;
  /** Stretches to take samples of, everywhere or only of blocks that their file system says are in use. */
  compare: Comparable[];
}

/** A wiped drive at a berth of which the bench agent is to read samples. */
export interface WipeReadRequest {
  id: string;
  berth: number;
  drive: { serial: string; bytes: number };
  /** What its way leaves: a simulated berth shows that. */
  leaves: WipeLeaves;
}

/** A drive at a berth that the bench agent is to read for its figures. */
export interface ReadsRequest {
  id: string;
  berth: number;
  drive: { serial: string; bytes: number };
  /** What a simulated berth behaves like. */
  class: DriveClass;
  seconds: number;
}
