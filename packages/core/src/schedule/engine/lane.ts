import { Least } from './least';
import type { Piece, Work } from './types';

/** A piece of a job on its way through the bench. */
export interface Going {
  tag: string;
  piece: Piece;
  index: number;
  /** Its place in the order. */
  rank: number;
  /** Where it waits; null for what waits for nothing. */
  lane: Lane | null;
  /** What comes after it; null where the job is ready then. */
  next: Going | null;
  /** From when on it can begin. */
  from: number;
  /** Its place among all that will wait in its lane. */
  place: number;
}

/** What waits for the same: pieces in the order of their jobs. */
export class Lane {
  /** Everything that will wait here, in the order of its jobs once that is settled. */
  #all: Going[] = [];
  /** From when on each of it can begin; infinite for what does not wait now. */
  #from = new Least(0);

  /** Notes that a piece will wait here. */
  expect(one: Going): void {
    this.#all.push(one);
  }

  /** Settles the order of all that will wait here; nothing waits yet. */
  settle(): void {
    this.#all.sort((one, other) => one.rank - other.rank || one.index - other.index);
    for (const [place, one] of this.#all.entries()) one.place = place;
    this.#from = new Least(this.#all.length);
  }

  add(one: Going): void {
    this.#from.set(one.place, one.from);
  }

  remove(one: Going): void {
    this.#from.set(one.place, Infinity);
  }

  /** From when on the first of it can begin; infinite where nothing waits. */
  get earliest(): number {
    return this.#from.least;
  }

  /** What can begin first once what it waits for is free at a moment: of what is ready by then what stands first. */
  first(free: number): Going | null {
    const { least } = this.#from;
    // Where nothing is ready by then it is what is the earliest, and of that what stands first.
    return least === Infinity ? null : (this.#all[this.#from.first(Math.max(free, least))] ?? null);
  }
}

/** The pieces of a job, each with what comes after it; answers the first. */
export function chained({ tag, pieces }: Work, rank: number, laneOf: (piece: Piece) => Lane | null): Going | null {
  let next: Going | null = null;
  for (let index = pieces.length - 1; index >= 0; index -= 1) {
    const piece = pieces[index];
    if (!piece) continue;
    next = { tag, piece, index, rank, lane: laneOf(piece), next, from: 0, place: 0 };
    next.lane?.expect(next);
  }
  return next;
}
