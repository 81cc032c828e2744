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
}

/** What waits for the same: pieces in the order of their jobs. */
export class Lane {
  readonly #queue: Going[] = [];

  add(one: Going): void {
    const queue = this.#queue;
    let [low, high] = [0, queue.length];
    while (low < high) {
      const middle = (low + high) >> 1;
      if ((queue[middle]?.rank ?? 0) > one.rank) high = middle;
      else low = middle + 1;
    }
    queue.splice(low, 0, one);
  }

  remove(one: Going): void {
    this.#queue.splice(this.#queue.indexOf(one), 1);
  }

  /** What can begin first once what it waits for is free at a moment: of what is ready by then what stands first. */
  first(free: number): Going | null {
    let chosen: Going | null = null;
    for (const one of this.#queue) {
      if (one.from <= free) return one;
      if (!chosen || one.from < chosen.from) chosen = one;
    }
    return chosen;
  }
}

/** The pieces of a job, each with what comes after it; answers the first. */
export function chained({ tag, pieces }: Work, rank: number, laneOf: (piece: Piece) => Lane | null): Going | null {
  let next: Going | null = null;
  for (let index = pieces.length - 1; index >= 0; index -= 1) {
    const piece = pieces[index];
    if (piece) next = { tag, piece, index, rank, lane: laneOf(piece), next, from: 0 };
  }
  return next;
}
