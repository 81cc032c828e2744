import type { DriveClass } from '../fit';
import { linkPractical, type Link } from '../links';
import type { HealthGrade, PacedStage } from './types';

type Triple = readonly [number, number, number];

interface ClassRates {
  /** Sustained rates while copying a used volume, MB/s: slow, usual, fast (rule of thumb). */
  read: Triple;
  write: Triple;
  /** Rates of writing once the cache of the drive is spent; absent for what has none. */
  direct?: Triple;
}

/** Disks of 3.5 inch pass more bytes under the head a turn (rates by drive class, outer zone x 0.8). */
const LARGE: Readonly<Partial<Record<DriveClass, Triple>>> = {
  'disk 5400': [95, 135, 165],
  'disk 7200': [110, 170, 220],
};

const CLASS_RATES: Readonly<Record<DriveClass, ClassRates>> = {
  'disk 5400': { read: [60, 90, 115], write: [60, 90, 115] },
  'disk 7200': { read: [75, 120, 160], write: [75, 120, 160] },
  'SATA SSD': { read: [380, 480, 540], write: [200, 380, 500], direct: [60, 250, 450] },
  'NVMe gen 3': { read: [1200, 1800, 3000], write: [500, 1100, 2400], direct: [80, 700, 1700] },
  'NVMe gen 4': { read: [2000, 3500, 6000], write: [800, 2000, 4500], direct: [150, 1200, 3500] },
  'NVMe gen 5': { read: [3000, 7000, 11000], write: [1200, 4000, 9000], direct: [500, 2000, 4000] },
  eMMC: { read: [100, 160, 280], write: [40, 90, 170] },
};

/** A failing source takes half as long again, or five times as long and more: divisors of its read rate. */
const HEALTH_DIVISOR: Readonly<Record<HealthGrade, Triple>> = {
  good: [1, 1, 1],
  unknown: [1.3, 1.1, 1],
  watch: [2, 1.3, 1],
  failing: [10, 5, 1.5],
};

/** Used share over which files of a disk tend to lie in pieces, and what reading them costs (rule of thumb). */
const CROWDED = 0.85;
const IN_PIECES: Triple = [2, 1.25, 1];

function ratesOf(drive: DriveClass, large = false): ClassRates {
  const own = large ? LARGE[drive] : undefined;
  return own ? { read: own, write: own } : CLASS_RATES[drive];
}

/** Whether the drive has platters. */
export function spins(drive: DriveClass): boolean {
  return drive === 'disk 5400' || drive === 'disk 7200';
}

const scaled = (rates: Triple, by: (index: 0 | 1 | 2) => number): Triple => [
  rates[0] * by(0),
  rates[1] * by(1),
  rates[2] * by(2),
];

export interface ReadSource {
  class: DriveClass;
  /** A disk of 3.5 inch. */
  large?: boolean;
  health: HealthGrade;
  /** Share of its volumes that is used, 0 to 1; null where not known. */
  crowded: number | null;
  /** Every sector is read, not only the outer tracks where used data mostly lies. */
  whole: boolean;
}

/** Reading the old drive. A disk reads its inner tracks at about half the rate of its outer ones. */
export function readStage(name: string, source: ReadSource): PacedStage {
  const { read } = ratesOf(source.class, source.large);
  const inner = source.whole && spins(source.class) ? acrossTheDisk() : 1;
  const pieces = (index: 0 | 1 | 2) =>
    !source.whole && spins(source.class) && (source.crowded ?? 0) > CROWDED ? IN_PIECES[index] : 1;
  const rates = scaled(read, (index) => inner / HEALTH_DIVISOR[source.health][index] / pieces(index));
  return { name, kind: 'drive', rates };
}

/**
 * Mean rate over the whole disk as a share of what used data is read at. The rate falls linearly from v0 at the
 * outside to v0/2 inside, so that t = C ln(v0/v1) / (v0 - v1); used data is read at 0.8 v0 (rules of thumb).
 */
function acrossTheDisk(): number {
  return 0.5 / Math.log(2) / 0.8;
}

/** Room of the cache of a drive as a share of what is free on it: slow, usual, fast (rule of thumb: 5 to 35 %). */
const CACHE_SHARE: Triple = [0.05, 0.15, 0.35];

/** Writing `bytes` to a drive of `capacity`: fast while its cache lasts, then at its own rate. */
export function writeStage(
  name: string,
  drive: DriveClass,
  bytes: number,
  capacity: number,
  large = false,
): PacedStage {
  const { write, direct } = ratesOf(drive, large);
  if (!direct || bytes <= 0) return { name, kind: 'drive', rates: write };
  const mean = (index: 0 | 1 | 2) => {
    const cached = Math.min(bytes, CACHE_SHARE[index] * Math.max(0, capacity));
    return bytes / (cached / write[index] + (bytes - cached) / Math.min(write[index], direct[index]));
  };
  return { name, kind: 'drive', rates: [mean(0), mean(1), mean(2)] };
}

/** Writing all of a drive over, to its inner tracks where it has such. */
export function overwriteStage(name: string, drive: DriveClass, bytes: number, large = false): PacedStage {
  const stage = writeStage(name, drive, bytes, bytes, large);
  return spins(drive) ? { ...stage, rates: scaled(stage.rates, acrossTheDisk) } : stage;
}

/** MB/s of memory that a full pass of a stand-alone test gets through, by each 1,000 MT/s of its rate: slow, usual, fast (rule of thumb). */
const TESTED: Triple = [1.4, 2.5, 4.5];

/**
 * A stand-alone memory test: one pass writes and reads every byte with each of its patterns. 16 GiB at 3200 MT/s take about 35
 * minutes a pass.
 *
 * @param speed MT/s
 */
export function memoryTestStage(speed: number): PacedStage {
  return { name: 'memory', kind: 'memory', rates: scaled(TESTED, () => speed / 1000) };
}

/** A link, divided among what flows over it at once. */
export function linkStage(name: string, link: Link, flows = 1): PacedStage {
  const [low, high] = linkPractical(link);
  const each = (rate: number) => rate / Math.max(1, flows);
  const rates = [each(low), each((low + high) / 2), each(high)] as const;
  return { name, kind: 'link', rates, ...(flows > 1 ? { flows } : {}) };
}
