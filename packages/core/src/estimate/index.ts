import type { DriveClass } from '../fit';
import { linkPractical, slowest, type Link, type Stage } from '../links';

export type HealthGrade = 'good' | 'watch' | 'failing' | 'unknown';

/** A duration as a range, whole seconds: 10th, 50th and 90th percentile. */
export interface Range {
  low: number;
  middle: number;
  high: number;
}

export interface CopyWork {
  bytes: number;
  source: { class: DriveClass; health: HealthGrade; link: Link };
  target: { class: DriveClass; link: Link };
  /** Whether the copying tool reads the target back afterwards. */
  verify: boolean;
}

export interface CopyEstimate extends Range {
  /** Expected rate, MB/s, and the stage that limits it. */
  rate: number;
  limitedBy: string;
  /** What the figures rest on, in words. */
  restsOn: string;
}

/** Index into a triple of slow, usual and fast. */
type Speed = 0 | 1 | 2;

interface ClassRates {
  /** Sustained rates while copying a used volume, MB/s: slow, usual, fast (rule of thumb). */
  read: readonly [number, number, number];
  write: readonly [number, number, number];
}

const CLASS_RATES: Readonly<Record<DriveClass, ClassRates>> = {
  'disk 5400': { read: [60, 90, 115], write: [60, 90, 115] },
  'disk 7200': { read: [75, 120, 160], write: [75, 120, 160] },
  'SATA SSD': { read: [380, 480, 540], write: [200, 380, 500] },
  'NVMe gen 3': { read: [1200, 1800, 3000], write: [500, 1100, 2400] },
  'NVMe gen 4': { read: [2000, 3500, 6000], write: [800, 2000, 4500] },
  'NVMe gen 5': { read: [3000, 7000, 11000], write: [1200, 4000, 9000] },
  eMMC: { read: [100, 160, 280], write: [40, 90, 170] },
};

/** A failing source takes half as long again, or five times as long and more: divisors of its read rate. */
const HEALTH_DIVISOR: Readonly<Record<HealthGrade, readonly [number, number, number]>> = {
  good: [1, 1, 1],
  unknown: [1.3, 1.1, 1],
  watch: [2, 1.3, 1],
  failing: [10, 5, 1.5],
};

/** Setting up a copy, seconds: slow, usual, fast (rule of thumb: 3 to 10 minutes). */
const SETUP: readonly [number, number, number] = [600, 300, 180];

/** Share of the chain's rate that a used-block copy reaches (rule of thumb 0.7 to 0.9). */
const COPY_SHARE = 0.8;

/**
 * How long a copy takes. The rate is that of the slowest stage: source media, source link, target link,
 * target media; with no finished runs of the shop to learn from, it rests on figures of the drive class.
 * More bytes never take less time; low <= middle <= high.
 */
export function estimateCopy(work: CopyWork): CopyEstimate {
  const at = (speed: Speed) => slowest(chain(work, speed)) ?? { name: 'nothing', rate: 1 };
  const seconds = (speed: Speed) => {
    const perSecond = Math.max(1, at(speed).rate) * COPY_SHARE * 1e6;
    const verifying = work.verify ? work.bytes / (readRate(work.target, speed) * 1e6) : 0;
    return Math.round(SETUP[speed] + work.bytes / perSecond + verifying);
  };
  const usual = at(1);
  return {
    low: seconds(2),
    middle: seconds(1),
    high: seconds(0),
    rate: Math.round(usual.rate * COPY_SHARE),
    limitedBy: usual.name,
    restsOn: 'figures of the drive class, no finished runs of this shop yet',
  };
}

function chain(work: CopyWork, speed: Speed): Stage[] {
  const ailing = HEALTH_DIVISOR[work.source.health][speed];
  return [
    { name: 'old drive', rate: CLASS_RATES[work.source.class].read[speed] / ailing },
    { name: "old drive's link", rate: linkPractical(work.source.link)[speed === 0 ? 0 : 1] },
    { name: "new drive's link", rate: linkPractical(work.target.link)[speed === 0 ? 0 : 1] },
    { name: 'new drive', rate: CLASS_RATES[work.target.class].write[speed] },
  ];
}

function readRate(drive: { class: DriveClass; link: Link }, speed: Speed): number {
  return Math.min(CLASS_RATES[drive.class].read[speed], linkPractical(drive.link)[speed === 0 ? 0 : 1]);
}
