import { nextOpen, worked } from './hours';
import type { Bench, Placed, Schedule, Span, Work } from './types';

const MINUTE = 60_000;

/** How long a piece takes in one run of the future, minutes. */
export type Takes = (work: Work, piece: number) => number;
export const usually: Takes = ({ pieces }, piece) => pieces[piece]?.takes.middle ?? 0;

interface Going {
  work: Work;
  rank: number;
  /** The piece that is next, and from when on it can begin. */
  next: number;
  from: number;
}

/**
 * Goes through the work as a bench does: whoever is free takes of what can be begun what stands first in the order. Hands work
 * while it is open; what runs by itself is begun while it is open and goes on through the night. Never more hands than there
 * are, never two runs at one berth, each piece of a job after the one before it.
 *
 * @param order tags, what goes first first; each work once
 */
export function simulate(works: readonly Work[], order: readonly string[], bench: Bench, takes = usually): Schedule {
  const { open, now } = bench;
  const rank = new Map(order.map((tag, at) => [tag, at]));
  const ready = new Map<string, number>();
  const placed: Placed[] = [];
  const people = Array.from({ length: Math.max(1, bench.hands) }, () => now);
  const berths = Array.from({ length: Math.max(1, bench.berths) }, () => now);
  /** What waits for hands, and what for a berth, each in the order. */
  const forHands: Going[] = [];
  const forBerth: Going[] = [];
  for (const work of works) {
    enqueue({ work, rank: rank.get(work.tag) ?? order.length, next: 0, from: Math.max(now, work.from) });
  }
  while (forHands.length + forBerth.length > 0) {
    const hand = earliest(forHands, people, open);
    const berth = earliest(forBerth, berths, open);
    // What begins first is put first; at once, what stands first in the order.
    const handFirst =
      hand && (!berth || hand.at < berth.at || (hand.at === berth.at && hand.one.rank < berth.one.rank));
    if (hand && handFirst) put(forHands, hand, people);
    else if (berth) put(forBerth, berth, berths);
  }
  return { placed, ready };

  function put(queue: Going[], { one, index, at, who }: Chosen, free: number[]): void {
    queue.splice(index, 1);
    const { until } = place(one, at, who);
    free[who] = until;
    enqueue(one);
  }

  function place(one: Going, at: number, who: number | null): { until: number } {
    const { work, next } = one;
    const minutes = takes(work, next);
    const kind = work.pieces[next]?.kind ?? 'hands';
    const spans =
      kind === 'hands' ? worked(open, at, minutes) : [{ from: at, until: at + Math.round(minutes * MINUTE) }];
    const until = spans.at(-1)?.until ?? at;
    placed.push({ tag: work.tag, piece: next, kind, spans, at: who });
    one.next += 1;
    one.from = until;
    return { until };
  }

  /** Puts a job where its next piece waits; what runs without a berth waits for nothing, and what is over is ready. */
  function enqueue(one: Going): void {
    for (;;) {
      const piece = one.work.pieces[one.next];
      if (!piece) {
        ready.set(one.work.tag, one.from);
        return;
      }
      if (piece.kind === 'hands' || piece.berth) {
        insert(piece.kind === 'hands' ? forHands : forBerth, one);
        return;
      }
      place(one, nextOpen(open, one.from), null);
    }
  }
}

/** Into a queue that is in order. */
function insert(queue: Going[], one: Going): void {
  let [low, high] = [0, queue.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((queue[middle]?.rank ?? 0) > one.rank) high = middle;
    else low = middle + 1;
  }
  queue.splice(low, 0, one);
}

interface Chosen {
  one: Going;
  index: number;
  at: number;
  /** Which of the hands or berths. */
  who: number;
}

/** What of a queue begins earliest, once one of those that it waits for is free; of several what stands first. */
function earliest(queue: readonly Going[], free: readonly number[], open: readonly Span[]): Chosen | null {
  const [first] = queue;
  if (!first) return null;
  const who = soonest(free);
  const freeAt = free[who] ?? 0;
  const best = nextOpen(open, freeAt);
  let chosen: Chosen | null = null;
  for (let index = 0; index < queue.length; index += 1) {
    const one = queue[index] ?? first;
    // Nothing begins before that: what stands first of what can is taken.
    if (one.from <= best) return { one, index, at: best, who };
    if (chosen && one.from >= chosen.one.from) continue;
    chosen = { one, index, at: 0, who };
  }
  return chosen && { ...chosen, at: nextOpen(open, chosen.one.from) };
}

/** Which of them is free first. */
function soonest(free: readonly number[]): number {
  let first = 0;
  for (let at = 1; at < free.length; at += 1) if ((free[at] ?? 0) < (free[first] ?? 0)) first = at;
  return first;
}
