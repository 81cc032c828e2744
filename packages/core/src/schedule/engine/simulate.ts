import { nextOpen, worked, workedUntil } from './hours';
import { chained, Lane, type Going } from './lane';
import { ableTo } from './able';
import { Pools } from './pools';
import type { Bench, Person, Piece, Placed, Resource, Schedule, Work } from './types';

const MINUTE = 60_000;

/** How long a piece takes in one run of the future, minutes. */
export type Takes = (piece: Piece) => number;
export const usually: Takes = ({ takes }) => takes.middle;

/** What begins next, and when, by whom: -1 for what runs. */
interface Chosen {
  one: Going;
  at: number;
  who: number;
}

/** What waits for hands of one kind. */
interface HandsLane {
  lane: Lane;
  /** Who does it, by their place among the people. */
  people: readonly number[];
}

/** What waits for the same berths and equipment. */
interface RunLane {
  lane: Lane;
  needs: readonly Resource[];
}

/**
 * Goes through the work as a bench does: whoever is free takes of what can be begun, and they can do, what stands first in the
 * order. Hands work while they are there; what runs by itself is begun while it is open and goes on through the night. Never more
 * hands than people, never two runs at one berth or in one enclosure, each piece of a job after the one before it. What runs
 * already stays where it is.
 *
 * @param order tags, what goes first first; each work once
 */
export function simulate(works: readonly Work[], order: readonly string[], bench: Bench): Schedule {
  const placed: Placed[] = [];
  const ready = new Simulation(works, order, bench).run(usually, placed);
  return { placed, ready };
}

/** The same work in the same order, gone through as often as it is asked. */
export class Simulation {
  readonly #bench: Bench;
  readonly #people: readonly Person[];
  /** The first piece of each job, with when it can begin; what runs already first. */
  readonly #first: { tag: string; one: Going | null; from: number }[];
  readonly #hands = new Map<string, HandsLane>();
  /** The lane of what one person or an ability is asked for: there are few of them. */
  readonly #asked = new Map<string, Lane>();
  readonly #runs = new Map<string, RunLane>();
  /** From when on each of the people is there and free. */
  #free: number[] = [];
  #pools: Pools;
  /** Whether other hands, or another run, may be next than were. */
  #changed = { hands: true, runs: true };

  constructor(works: readonly Work[], order: readonly string[], bench: Bench) {
    this.#bench = bench;
    this.#people = bench.people.length > 0 ? bench.people : [{ id: '', there: bench.open, abilities: [] }];
    this.#pools = new Pools(bench);
    const rank = new Map(order.map((tag, at) => [tag, at]));
    const running = (work: Work) => Boolean(work.pieces[0]?.running);
    this.#first = [...works.filter(running), ...works.filter((work) => !running(work))].map((work) => ({
      tag: work.tag,
      one: chained(work, rank.get(work.tag) ?? order.length, (piece) => this.#laneOf(work, piece)),
      from: running(work) ? bench.now : Math.max(bench.now, work.from),
    }));
    for (const { lane } of [...this.#hands.values(), ...this.#runs.values()]) lane.settle();
  }

  /** When each job is ready; where it was put is added to `placed` if that is wanted. */
  run(takes: Takes, placed: Placed[] | null = null): Map<string, number> {
    const ready = new Map<string, number>();
    this.#free = this.#people.map(({ there }) => nextOpen(there, this.#bench.now));
    this.#pools = new Pools(this.#bench);
    this.#changed = { hands: true, runs: true };
    for (const { tag, one, from } of this.#first) {
      if (one) this.#wait(one, from, { takes, ready, placed });
      else ready.set(tag, from);
    }
    let [hand, run]: (Chosen | null)[] = [];
    for (;;) {
      // Only what changed is looked through again.
      if (this.#changed.hands) hand = this.#nextHands();
      if (this.#changed.runs) run = this.#nextRun();
      this.#changed = { hands: false, runs: false };
      const chosen = hand && (!run || before(hand, run)) ? hand : run;
      if (!chosen) return ready;
      if (chosen.who < 0) this.#changed.runs = true;
      else this.#changed.hands = true;
      chosen.one.lane?.remove(chosen.one);
      this.#put(chosen, { takes, ready, placed });
    }
  }

  #put({ one, at, who }: Chosen, into: Into): void {
    const { piece } = one;
    const minutes = into.takes(piece);
    const there = this.#people[who]?.there;
    const until = there ? workedUntil(there, at, minutes) : at + Math.round(minutes * MINUTE);
    let berth: number | null = null;
    if (there) this.#free[who] = nextOpen(there, until);
    else berth = piece.running ? this.#pools.hold(piece, until) : this.#pools.take(piece, until);
    into.placed?.push({
      ...{ tag: one.tag, piece: one.index, kind: piece.kind, berth },
      spans: there ? worked(there, at, minutes) : [{ from: at, until }],
      by: this.#people[who]?.id ?? null,
    });
    if (one.next) this.#wait(one.next, until, into);
    else into.ready.set(one.tag, until);
  }

  /** Puts a piece where it waits; what waits for nothing begins. */
  #wait(one: Going, from: number, into: Into): void {
    one.from = from;
    if (one.piece.running) this.#put({ one, at: this.#bench.now, who: -1 }, into);
    else if (one.lane) {
      one.lane.add(one);
      if (one.piece.kind === 'hands') this.#changed.hands = true;
      else this.#changed.runs = true;
    }
    // What runs is set going by somebody; what cools does so at night too.
    else this.#put({ one, at: one.piece.run === null ? from : nextOpen(this.#bench.open, from), who: -1 }, into);
  }

  #laneOf(work: Work, piece: Piece): Lane | null {
    if (piece.kind === 'hands') return this.#handsLane(work, piece);
    if (piece.running || piece.needs.length === 0) return null;
    const key = piece.needs.join();
    const found = this.#runs.get(key) ?? { lane: new Lane(), needs: piece.needs };
    this.#runs.set(key, found);
    return found.lane;
  }

  #handsLane({ by }: Work, { asks }: Piece): Lane {
    const asked = `${by} ${asks}`;
    const known = this.#asked.get(asked);
    if (known) return known;
    const who = ableTo(this.#people, by, asks);
    const key = who.join();
    const found = this.#hands.get(key) ?? { lane: new Lane(), people: who };
    this.#hands.set(key, found);
    this.#asked.set(asked, found.lane);
    return found.lane;
  }

  /** What hands begin next, once somebody who can is free. */
  #nextHands(): Chosen | null {
    let best: Chosen | null = null;
    for (const { lane, people } of this.#hands.values()) {
      const at = Math.max(lane.earliest, this.#freeFirst(people));
      if (at === Infinity || (best && best.at < at)) continue;
      const found = this.#atOnce(lane, people, at) ?? this.#onceThere(lane, people);
      if (found && (!best || before(found, best))) best = found;
    }
    return best;
  }

  #freeFirst(people: readonly number[]): number {
    let first = Infinity;
    for (const who of people) first = Math.min(first, this.#free[who] ?? 0);
    return first;
  }

  /** What begins at the moment at which something can and somebody is free, where one of them is there then. */
  #atOnce(lane: Lane, people: readonly number[], at: number): Chosen | null {
    for (const who of people) {
      const free = this.#free[who] ?? 0;
      if (free > at || (free < at && nextOpen(this.#people[who]?.there ?? [], at) !== at)) continue;
      const one = lane.first(at);
      return one && { one, who, at };
    }
    return null;
  }

  /** What begins first where whoever is free has to come first. */
  #onceThere(lane: Lane, people: readonly number[]): Chosen | null {
    let best: Chosen | null = null;
    for (const who of people) {
      const free = this.#free[who] ?? 0;
      const one: Going | null = best && best.at < free ? null : lane.first(free);
      if (!one) continue;
      const at = one.from <= free ? free : nextOpen(this.#people[who]?.there ?? [], one.from);
      const found: Chosen = { one, who, at };
      if (!best || before(found, best)) best = found;
    }
    return best;
  }

  /** What runs begin next, once what they need is free. */
  #nextRun(): Chosen | null {
    let best: Chosen | null = null;
    for (const { needs, lane } of this.#runs.values()) {
      const at = this.#pools.freeAt(needs);
      const one: Going | null = best && best.at < at ? null : lane.first(at);
      if (!one) continue;
      const found: Chosen = { one, who: -1, at: nextOpen(this.#bench.open, Math.max(at, one.from)) };
      if (!best || before(found, best)) best = found;
    }
    return best;
  }
}

/** What a run of the simulation writes into. */
interface Into {
  takes: Takes;
  ready: Map<string, number>;
  placed: Placed[] | null;
}

/** What begins first is put first; at once, what stands first in the order. */
function before(one: Chosen, other: Chosen): boolean {
  return one.at < other.at || (one.at === other.at && one.one.rank < other.one.rank);
}
