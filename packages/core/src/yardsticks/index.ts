import { compareSets } from '../benchmarks';
import { priceLines, procedureOf, type JobSnapshot } from '../steps';
import { handsAgainst, type RanBetween, type Stamp } from './hands';

export { handsAgainst, type RanBetween, type Stamp };

/** What the shop measures itself by, of one job that is closed. Whole numbers, so that many can be counted together. */
export interface JobMeasure {
  /** Its wishes, in their order, such as "memory, new drive". */
  kind: string;
  /** Hours from booking in until it could be fetched. */
  turnaround: number;
  /** Hours that it was ready after what was promised, below 0 before it; null where nothing was promised. */
  late: number | null;
  /** Whether it started at the first trial start; null where none was made. */
  startedFirst: boolean | null;
  /** Attempts at a copy that ended, and of these those that did not end well. */
  attempts: number;
  failed: number;
  /** How many times faster it starts, in tenths; null where it cannot be compared. */
  speedUp: number | null;
  /** What it cost before tax, and of that what was work: minor currency units. */
  revenue: number;
  work: number;
  /** What its parts cost the shop before tax; null where nobody noted that of one of them. */
  cost: number | null;
  /** How long hands took, in hundredths of what its steps are told to take; null where too little was timed. */
  hands: number | null;
  /** Whether it came back under the guarantee of an earlier job. */
  returned: boolean;
  /** Whether it ended without its work. */
  ended: boolean;
}

interface Closed {
  snapshot: JobSnapshot;
  bookedAt: number;
  /** When it could be fetched, else when it was closed. */
  readyAt: number;
  promisedAt: number | null;
  /** Trial starts, in their order. */
  trials: readonly { started: boolean }[];
  /** What the parts that left the shelf for it cost the shop; null where it is not known. */
  cost: number | null;
  /** What was stamped, in its order, and what ran by itself. */
  stamps: readonly Stamp[];
  ran: readonly RanBetween[];
}

const HOUR = 3_600_000;
/** Hours beyond which nobody tells one from another: a quarter of a year. */
const MOST = 2200;
const hours = (ms: number) => Math.max(-MOST, Math.min(MOST, Math.round(ms / HOUR)));

/** Measures a job that is closed. */
export function measureOf({ snapshot, bookedAt, readyAt, promisedAt, trials, cost, stamps, ran }: Closed): JobMeasure {
  const copies = snapshot.runs.filter(({ kind, outcome }) => kind === 'copy' && outcome !== 'running');
  const { before, after } = snapshot.facts;
  const multiple = compareSets(before?.set ?? null, after?.set ?? null).rows.find(
    ({ key }) => key === 'startUp',
  )?.multiple;
  const told = new Map(procedureOf(snapshot).steps.map(({ id, minutes }) => [id, minutes]));
  const lines = priceLines(snapshot);
  const sum = (kinds: readonly string[]) =>
    lines.reduce((total, { kind, amount }) => total + (kinds.includes(kind) ? amount : 0), 0);
  return {
    kind: snapshot.wishes
      .map(({ kind }) => kind)
      .sort()
      .join(', '),
    turnaround: hours(readyAt - bookedAt),
    late: promisedAt === null ? null : hours(readyAt - promisedAt),
    startedFirst: trials[0]?.started ?? null,
    attempts: copies.length,
    failed: copies.filter(({ outcome }) => outcome !== 'ended well').length,
    speedUp: multiple === null || multiple === undefined ? null : Math.round(multiple * 10),
    revenue: sum(['part', 'work', 'fee']),
    work: sum(['work', 'fee']),
    cost,
    hands: handsAgainst(stamps, ran, told),
    returned: snapshot.facts['guarantee return'] !== undefined,
    ended: snapshot.end !== null,
  };
}

/** Values with how often each comes, and of them all: how many, the middle half, and the middle. */
export interface Counted {
  count: number;
  /** 25th, 50th and 75th percentile; null without any. */
  low: number | null;
  middle: number | null;
  high: number | null;
}

/** The middle and the middle half of what was counted, exactly: the nearest-rank percentile. */
export function counted(values: readonly (readonly [value: number, times: number])[]): Counted {
  const sorted = [...values].sort(([one], [other]) => one - other);
  const count = sorted.reduce((sum, [, times]) => sum + times, 0);
  const at = (share: number) => {
    let left = Math.max(1, Math.ceil(share * count));
    for (const [value, times] of sorted) {
      left -= times;
      if (left <= 0) return value;
    }
    return null;
  };
  return count === 0
    ? { count, low: null, middle: null, high: null }
    : { count, low: at(0.25), middle: at(0.5), high: at(0.75) };
}
