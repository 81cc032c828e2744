import type { DriveClass } from '../fit';
import { slowest } from '../links';
import { calibrate } from './calibrate';
import type { FinishedRun, HealthGrade, PacedStage, RunEstimate, RunKind } from './types';

/** Something that is to run by itself. */
export interface RunWork {
  kind: RunKind;
  bytes: number;
  /** What the data passes; the slowest limits. */
  stages: readonly PacedStage[];
  /** Class of the drive that is read, its health and the route, by which finished runs are alike; none for what reads no drive. */
  source?: DriveClass;
  health?: HealthGrade;
  route?: string;
}

/** How far out the ends lie of where every part is at its own, as a share of the distance in logarithms. */
const TOGETHER = 0.6;

/** Index into a triple of slow, usual and fast. */
type Speed = 0 | 1 | 2;

interface Manner {
  /** Seconds before and after the bytes: slow, usual, fast (rules of thumb). */
  fixed: readonly [number, number, number];
  /** Share of the slowest stage's rate that is reached. */
  share: number;
}

/**
 * How each kind of run relates to the rates of its chain (rules of thumb): a used-block copy reaches 0.7 to 0.9 and is
 * set up in 3 to 10 minutes; decrypting reads and writes in place beside everything else; a file-system check reads
 * structures only, a small part of what is used; a memory test writes and reads every byte many times, which is in the rate of
 * its stage; files one by one take about twice as long as their blocks.
 */
const MANNERS: Readonly<Record<RunKind, Manner>> = {
  copy: { fixed: [600, 300, 180], share: 0.8 },
  'read back': { fixed: [90, 45, 20], share: 0.9 },
  decrypt: { fixed: [180, 90, 45], share: 0.35 },
  check: { fixed: [300, 120, 45], share: 6 },
  wipe: { fixed: [60, 30, 15], share: 0.9 },
  'memory test': { fixed: [120, 60, 30], share: 1 },
  'bring files': { fixed: [300, 120, 60], share: 0.5 },
};

/**
 * How long a run takes, from the slowest stage of its chain, calibrated by the shop's own finished runs.
 * More bytes never take less time; low <= middle <= high.
 */
export function estimateRun(
  { kind, bytes, stages, source, health, route }: RunWork,
  finished: readonly FinishedRun[],
): RunEstimate {
  const { fixed, share } = MANNERS[kind];
  const at = (speed: Speed) =>
    slowest(stages.map(({ name, rates }) => ({ name, rate: rates[speed] }))) ?? { name: 'nothing', rate: 1 };
  const seconds = (speed: Speed) => Math.round(fixed[speed] + bytes / (Math.max(0.5, at(speed).rate) * share * 1e6));
  const middle = seconds(1);
  const prior = { low: towards(middle, seconds(2)), middle, high: towards(middle, seconds(0)) };
  const { runs, alike, ...range } = calibrate(prior, kind, { source, health, route }, finished);
  const usual = at(1);
  return {
    ...range,
    kind,
    bytes,
    prior: prior.middle,
    fixed: fixed[1],
    ...(health ? { health } : {}),
    ...(route ? { route } : {}),
    rate: Math.round(usual.rate * Math.min(1, share)),
    limitedBy: usual.name,
    restsOn: restsOn(runs, alike, source),
  };
}

/** An end drawn in: it hardly happens that all that data passes, and what stands around it, is slow or fast at once. */
function towards(middle: number, end: number): number {
  return Math.round(middle ** (1 - TOGETHER) * end ** TOGETHER);
}

function restsOn(runs: number, alike: number, source: DriveClass | undefined): string {
  const figures = source === undefined ? 'rules of thumb' : 'figures of the drive class';
  if (runs === 0) return `${figures}, no finished runs of this shop yet`;
  const own = `${runs} finished ${runs === 1 ? 'run' : 'runs'} of this shop`;
  return source === undefined ? `${figures} and ${own}` : `${figures} and ${own}, ${alike} of them from ${source}`;
}
