import type { RunKind } from '../estimate';
import { lastOpen, nextOpen, openMinutes } from './engine/hours';
import { HandsLeft } from './engine/hands-left';
import { Pools } from './engine/pools';
import type { Bench, Piece, Resource, Span, Spread, Work } from './engine/types';

const MINUTE = 60_000;

/** A run that is begun before closing. */
export interface NightRun {
  tag: string;
  run: RunKind;
  /** Number of its berth; null where it lies at none. */
  berth: number | null;
  needs: readonly Resource[];
  /** What hands do for it first, and for how many minutes. */
  hands: { what: string; minutes: number }[];
  /** When that must be begun, so that it and what comes after it in this list is done by closing. */
  beginBy: number;
  /** When it ends if it is begun then, ms since the epoch: 10th, 50th and 90th percentile. */
  ends: Spread;
}

/** A run that goes into the night already. */
export interface GoesOn {
  tag: string;
  run: RunKind;
  berth: number | null;
  ends: Spread;
}

/** A run that could be begun but is not, and why. */
export interface NotTonight {
  tag: string;
  run: RunKind;
  why: 'no berth or equipment is free' | 'no hands are left' | 'a part is on its way' | 'the customer is asked';
}

/** What to begin before closing, and what is over at the next opening. */
export interface Night {
  closesAt: number;
  opensAt: number;
  /** Minutes of hands until closing, and those that this list takes. */
  there: number;
  taken: number;
  begin: NightRun[];
  goesOn: GoesOn[];
  not: NotTonight[];
  /** Berths at which nothing runs in the night. */
  idle: number[];
}

/** The closing that comes next, and the opening after it. */
export function closingOf(open: readonly Span[], now: number): { closesAt: number; opensAt: number } {
  const today = open.find(({ until }) => until > now);
  const closesAt = today?.until ?? now;
  return { closesAt, opensAt: nextOpen(open, closesAt + 1) };
}

/**
 * Which runs to begin before closing, so that berths work through the night: of what hands can still get ready, what would be late
 * otherwise first, then what takes longest, since what is short goes by day; each where something is free for it. One run for
 * each berth, for nobody changes it. They come in the order in which the most of them are going early.
 */
export function beforeClosing(works: readonly Work[], bench: Bench): Night {
  const { closesAt, opensAt } = closingOf(bench.open, bench.now);
  const pools = new Pools(bench);
  const goesOn: GoesOn[] = [];
  for (const { tag, pieces } of works) {
    const [piece] = pieces;
    if (!piece?.running) continue;
    const ends = endsFrom(bench.now, piece.takes);
    pools.hold(piece, ends.high);
    if (ends.high > closesAt) goesOn.push({ tag, run: piece.run ?? 'copy', berth: piece.running.berth, ends });
  }
  const hands = new HandsLeft(bench.people, { from: bench.now, until: closesAt });
  const there = hands.minutes;
  const not: NotTonight[] = [];
  const chosen: Could[] = [];
  const free = pools.freeBerths(closesAt);
  let taken = 0;
  for (const could of works.flatMap((work) => couldBegin(work, opensAt)).sort(pressing)) {
    const { work, run, minutes } = could;
    const asks = could.hands.map(({ asks: ability, takes }) => ({ by: work.by, ability, minutes: takes.middle }));
    const why =
      work.from > closesAt
        ? 'a part is on its way'
        : work.asks
          ? 'the customer is asked'
          : pools.freeAt(run.needs) > closesAt
            ? 'no berth or equipment is free'
            : hands.take(asks)
              ? null
              : 'no hands are left';
    if (why) {
      not.push({ tag: work.tag, run: run.run ?? 'copy', why });
      continue;
    }
    pools.take(run, Infinity);
    chosen.push(could);
    taken += minutes;
  }
  const at = berthsFor(chosen, free);
  return {
    ...{ closesAt, opensAt, there, taken: Math.round(taken), goesOn, not },
    begin: listed(chosen, at, bench, closesAt),
    idle: free.filter((number) => ![...at.values()].includes(number)),
  };
}

interface Could {
  work: Work;
  run: Piece;
  hands: Piece[];
  minutes: number;
  /** Whether it is late if it is begun at the next opening only. */
  late: boolean;
}

/** What of a job could run tonight: its first run, and the hands before it; nothing where it runs already, or has no run. */
function couldBegin(work: Work, opensAt: number): Could[] {
  const at = work.pieces.findIndex(({ kind, run: runs }) => kind === 'alone' && runs !== null);
  const run = work.pieces[at];
  if (!run || run.running) return [];
  const hands = work.pieces.slice(0, at).filter(({ kind }) => kind === 'hands');
  const rest = work.pieces.slice(at).reduce((sum, { takes }) => sum + takes.middle, 0);
  return [
    {
      ...{ work, run, hands },
      minutes: hands.reduce((sum, { takes }) => sum + takes.middle, 0),
      late: work.promisedAt !== null && opensAt + rest * MINUTE > work.promisedAt,
    },
  ];
}

/** What would be late first, of that what is promised first; then the longest. */
function pressing(one: Could, other: Could): number {
  const promised = ({ work }: Could) => work.promisedAt ?? Infinity;
  return (
    Number(other.late) - Number(one.late) ||
    (one.late ? promised(one) - promised(other) : 0) ||
    other.run.takes.middle - one.run.takes.middle ||
    (one.work.tag < other.work.tag ? -1 : 1)
  );
}

/** The berth of each that wants one: what is settled stays, the others have what is left, the lowest number first. */
function berthsFor(chosen: readonly Could[], free: readonly number[]): Map<Could, number> {
  const wanting = chosen.filter(({ run }) => run.needs.includes('berth'));
  const settled = wanting.filter(({ run: { berth } }) => berth !== undefined && free.includes(berth));
  const at = new Map(settled.map((one) => [one, one.run.berth ?? 0]));
  const left = free.filter((number) => ![...at.values()].includes(number));
  for (const one of wanting) {
    const number = at.has(one) ? undefined : left.shift();
    if (number !== undefined) at.set(one, number);
  }
  return at;
}

/** In the order of the fewest hands, each with the moment by which it must be begun. */
function listed(
  chosen: readonly Could[],
  at: ReadonlyMap<Could, number>,
  { now, open, people }: Bench,
  closesAt: number,
): NightRun[] {
  const inOrder = [...chosen].sort(
    (one, other) => one.minutes - other.minutes || (one.work.tag < other.work.tag ? -1 : 1),
  );
  const pace = Math.max(1, people.filter(({ there }) => openMinutes(there, now, closesAt) > 0).length);
  let after = inOrder.reduce((sum, { minutes }) => sum + minutes, 0);
  return inOrder.map((could) => {
    const { work, run, hands, minutes } = could;
    // Each alone is one person's work; together they are shared.
    const latest = Math.min(closesAt - (after / pace) * MINUTE, closesAt - minutes * MINUTE);
    const beginBy = Math.max(now, lastOpen(open, latest) ?? latest);
    after -= minutes;
    return {
      ...{ tag: work.tag, run: run.run ?? 'copy', berth: at.get(could) ?? null, needs: run.needs },
      hands: hands.flatMap(({ steps }) => steps.map(({ title, minutes: takes }) => ({ what: title, minutes: takes }))),
      beginBy,
      ends: endsFrom(beginBy + minutes * MINUTE, run.takes),
    };
  });
}

export const OVER = ['over', 'likely over', 'perhaps over', 'still running'] as const;

function endsFrom(at: number, { low, middle, high }: Spread): Spread {
  return { low: at + low * MINUTE, middle: at + middle * MINUTE, high: at + high * MINUTE };
}

/** Whether something is over at a moment, by its three percentiles. */
export function overBy({ low, middle, high }: Spread, at: number): (typeof OVER)[number] {
  if (at >= high) return 'over';
  if (at >= middle) return 'likely over';
  return at >= low ? 'perhaps over' : 'still running';
}
