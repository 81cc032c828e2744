import type { Ability, Person, Span } from './types';
import { ableTo } from './able';
import { openMinutes } from './hours';

/** Minutes of hands for something: of one person, of whoever is able to do it, or of anybody. */
export interface HandsAsked {
  by: string | null;
  ability: Ability | null;
  minutes: number;
}

/**
 * The hands that are left in a stretch of time, told apart by who can do what: what one person takes on leaves another
 * for what only they can do. Each minute asked goes to somebody who is able to; shares move between people as a flow
 * does along augmenting paths (Ford and Fulkerson, 1956).
 */
export class HandsLeft {
  readonly #people: readonly Person[];
  readonly #left: number[];
  /** Minutes of each kind of asking that each person has taken on. */
  #taken = new Map<string, { able: readonly number[]; shares: number[] }>();

  constructor(people: readonly Person[], { from, until }: Span) {
    this.#people = people;
    this.#left = people.map(({ there }) => Math.floor(openMinutes(there, from, until)));
  }

  /** Minutes of everybody together. */
  get minutes(): number {
    return this.#left.reduce((sum, one) => sum + one, 0);
  }

  /** Takes on all of it, or nothing where the hands that are able to do not suffice. */
  take(asked: readonly HandsAsked[]): boolean {
    const before = { left: [...this.#left], taken: structuredClone(this.#taken) };
    if (asked.every((one) => this.#takeOne(one))) return true;
    before.left.forEach((minutes, who) => (this.#left[who] = minutes));
    this.#taken = before.taken;
    return false;
  }

  #takeOne({ by, ability, minutes }: HandsAsked): boolean {
    const able = ableTo(this.#people, by, ability);
    const key = able.join();
    const own = this.#taken.get(key) ?? { able, shares: this.#people.map(() => 0) };
    this.#taken.set(key, own);
    let wanted = Math.ceil(minutes);
    while (wanted > 0) {
      const path = this.#pathTo(able, new Set());
      if (!path) return false;
      wanted -= this.#shift(own, path, wanted);
    }
    return true;
  }

  /** A way to hands that are left: the first takes it on and hands on as much to the next, until somebody has time. */
  #pathTo(able: readonly number[], seen: Set<number>): { who: number; from: string | null }[] | null {
    for (const who of able) {
      if (seen.has(who)) continue;
      seen.add(who);
      if ((this.#left[who] ?? 0) > 0) return [{ who, from: null }];
      for (const [key, { able: others, shares }] of this.#taken) {
        if ((shares[who] ?? 0) === 0) continue;
        const rest = this.#pathTo(others, seen);
        if (rest) return [{ who, from: key }, ...rest];
      }
    }
    return null;
  }

  #shift(own: { shares: number[] }, path: readonly { who: number; from: string | null }[], wanted: number): number {
    const free = path.at(-1);
    const amounts = path.map(({ who, from }) =>
      from === null ? (this.#left[who] ?? 0) : (this.#taken.get(from)?.shares[who] ?? 0),
    );
    const minutes = Math.min(wanted, ...amounts);
    let shares = own.shares;
    for (const { who, from } of path) {
      shares[who] = (shares[who] ?? 0) + minutes;
      const given = from === null ? undefined : this.#taken.get(from);
      if (!given) break;
      given.shares[who] = (given.shares[who] ?? 0) - minutes;
      shares = given.shares;
    }
    if (free) this.#left[free.who] = (this.#left[free.who] ?? 0) - minutes;
    return minutes;
  }
}
