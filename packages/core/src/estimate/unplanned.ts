import type { DriveClass } from '../fit';
import type { Link } from '../links';
import { estimateRun } from './run';
import { linkStage, memoryTestStage, overwriteStage } from './stages';
import type { FinishedRun, RunEstimate } from './types';

/** Memory that is to be tested. */
export interface TestedMemory {
  bytes: number;
  /** MT/s at which it runs. */
  speed: number;
}

/** How long a stand-alone memory test takes: more memory, more passes or a lower rate never take less time. */
export function estimateMemoryTest(
  { bytes, speed }: TestedMemory,
  passes: number,
  finished: readonly FinishedRun[],
): RunEstimate {
  return estimateRun({ kind: 'memory test', bytes: bytes * passes, stages: [memoryTestStage(speed)] }, finished);
}

/** A drive that is to be wiped, and the link over which that is done. */
export interface WipedDrive {
  class: DriveClass;
  bytes: number;
  link: Link;
  /** A disk of 3.5 inch. */
  large?: boolean;
}

/** How long it takes to write all of a drive over once. */
export function estimateWipe(drive: WipedDrive, finished: readonly FinishedRun[]): RunEstimate {
  const { class: source, bytes, link, large = false } = drive;
  const stages = [overwriteStage('old drive', source, bytes, large), linkStage('its link', link)];
  return estimateRun({ kind: 'wipe', bytes, stages, source }, finished);
}
