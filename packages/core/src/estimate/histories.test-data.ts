import { seededRandom } from '../chance';
import type { DriveClass } from '../fit';
import { linkPractical, type Link } from '../links';
import type { RunWork } from './run';
import { linkStage, readStage, spins, writeStage } from './stages';
import type { HealthGrade } from './types';

/** What goes wrong or slow in a copy that nobody planned. */
export const FAULTS = [
  'none',
  'USB 2 fallback',
  'throttled',
  'quiet phases',
  'small files',
  'shared link',
  'retries',
] as const;
export type Fault = (typeof FAULTS)[number];

/** A copy as it was planned, and as it went second by second. */
export interface Gone {
  work: RunWork;
  fault: Fault;
  /** Seconds of setting up before the first byte; bytes written by the end of each stretch after that. */
  setup: number;
  /** Length of a stretch, seconds. */
  every: number;
  written: number[];
  took: number;
}

/** Outer and inner rate of disks, rates of the others, MB/s: facts of drive classes, each drive somewhere within. */
const READS: Readonly<Record<DriveClass, readonly [number, number]>> = {
  'disk 5400': [90, 140],
  'disk 7200': [110, 160],
  'SATA SSD': [480, 560],
  'NVMe gen 3': [1800, 3500],
  'NVMe gen 4': [4500, 7400],
  'NVMe gen 5': [9000, 14500],
  eMMC: [120, 320],
};
const LARGE_READS: Readonly<Partial<Record<DriveClass, readonly [number, number]>>> = {
  'disk 5400': [140, 200],
  'disk 7200': [160, 270],
};
const WRITES: Readonly<
  Partial<Record<DriveClass, { cached: readonly [number, number]; direct: readonly [number, number] }>>
> = {
  'SATA SSD': { cached: [300, 530], direct: [60, 450] },
  'NVMe gen 3': { cached: [1000, 3300], direct: [80, 1700] },
  'NVMe gen 4': { cached: [3000, 6900], direct: [150, 3500] },
};

const LINKS: readonly Link[] = [
  { kind: 'sata', generation: 3 },
  { kind: 'usb', mode: '5 Gb/s' },
  { kind: 'usb', mode: '10 Gb/s' },
  { kind: 'usb', mode: '2.0' },
];

/** Draws what a shop is brought, and how copying it goes: physics of disks and caches, tools and faults, not the estimate's own sums. */
export function historyOf(seed: number, count: number): Gone[] {
  const chance = seededRandom(seed);
  const between = ([low, high]: readonly [number, number]) => low + (high - low) * chance();
  const pick = <T>(all: readonly T[]): T => all[Math.floor(chance() * all.length)] as T;
  // A shop has its own tool and its own ways.
  const tool = between([0.7, 0.9]);
  return Array.from({ length: count }, () => oneRun(chance, between, pick, tool));
}

function oneRun(
  chance: () => number,
  between: (range: readonly [number, number]) => number,
  pick: <T>(all: readonly T[]) => T,
  tool: number,
): Gone {
  const source = pick<DriveClass>([
    'disk 5400',
    'disk 5400',
    'disk 7200',
    'SATA SSD',
    'SATA SSD',
    'NVMe gen 3',
    'eMMC',
  ]);
  const large = spins(source) && chance() < 0.25;
  const health = pick<HealthGrade>(['good', 'good', 'good', 'good', 'good', 'watch', 'unknown', 'failing']);
  const target =
    source === 'NVMe gen 3'
      ? pick<DriveClass>(['NVMe gen 3', 'NVMe gen 4'])
      : pick<DriveClass>(['SATA SSD', 'NVMe gen 3']);
  const link = pick(LINKS.slice(0, chance() < 0.15 ? 4 : 3));
  const sourceBytes = pick([128e9, 256e9, 500e9, 1000e9]);
  const crowded = between([0.15, 0.97]);
  const bytes = sourceBytes * crowded * 0.9;
  const capacity = sourceBytes * pick([1, 2]);
  const fault: Fault = chance() < 0.6 ? 'none' : pick(FAULTS.slice(1));

  const [outer, inner] = [between((large && LARGE_READS[source]) || READS[source]), between([0.48, 0.55])];
  const pieces = spins(source) && crowded > 0.85 ? between([1, 2]) : 1;
  const sick =
    health === 'watch'
      ? between([1, 1.9])
      : health === 'failing'
        ? Math.exp(between([Math.log(1.5), Math.log(10)]))
        : 1;
  const carries =
    between(linkPractical(link)) *
    (fault === 'USB 2 fallback' && link.kind === 'usb' ? 36 / linkPractical(link)[0] : 1);
  const { cached, direct } = WRITES[target] ?? { cached: [90, 140], direct: [60, 90] };
  const [fast, slow] = [between(cached), between(direct)];
  const cache = between([0.05, 0.35]) * capacity;
  const shared = fault === 'shared link' ? 0.5 : 1;
  const files = fault === 'small files' ? (spins(source) ? between([0.3, 0.8]) : between([0.5, 0.9])) : 1;
  const setup = between([180, 600]);
  const every = 5;

  const written: number[] = [];
  let done = 0;
  let second = 0;
  while (done < bytes && written.length < 200_000) {
    const share = done / bytes;
    const reads = (spins(source) ? (outer * (1 - (1 - inner) * share * crowded)) / pieces : outer) / sick;
    const writes = done < cache ? fast : Math.min(fast, slow);
    const noise = 0.92 + 0.16 * chance();
    const hot = fault === 'throttled' && second % 600 >= 300 ? 0.4 : 1;
    const still = fault === 'quiet phases' && second % 400 > 300 ? 0.05 : 1;
    const retry = fault === 'retries' && chance() < 0.15 ? 0.1 : 1;
    done += Math.min(reads, carries * shared, writes) * tool * files * noise * hot * still * retry * every * 1e6;
    second += every;
    written.push(Math.min(done, bytes));
  }
  const stages = [
    readStage('old drive', { class: source, large, health, crowded, whole: false }),
    linkStage('the link', link),
    writeStage('new drive', target, bytes, capacity),
  ];
  const route = link.kind === 'usb' ? 'new drive in an enclosure' : 'both at the bench';
  return {
    work: { kind: 'copy', bytes, stages, source, health, route },
    fault,
    setup,
    every,
    written,
    took: setup + second,
  };
}
