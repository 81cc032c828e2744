import type { Bench, Piece, Resource } from './types';

/** From when on each berth, enclosure, dock, duplicator and stick is free. */
export class Pools {
  readonly #numbers: readonly number[];
  readonly #free = new Map<Resource, number[]>();

  constructor({ berths, has, now }: Pick<Bench, 'berths' | 'has' | 'now'>) {
    this.#numbers = berths;
    if (berths.length > 0)
      this.#free.set(
        'berth',
        berths.map(() => now),
      );
    for (const [resource, count] of Object.entries(has) as [Resource, number][]) {
      if (resource !== 'berth' && count > 0)
        this.#free.set(
          resource,
          Array.from({ length: count }, () => now),
        );
    }
  }

  /** From when on all of it is free. */
  freeAt(needs: readonly Resource[]): number {
    let at = 0;
    for (const [index, resource] of needs.entries()) {
      const units = this.#free.get(resource);
      if (!units) continue;
      // What is needed twice waits for the second that is free; of more than there are, for the last.
      const before = needs.slice(0, index).filter((one) => one === resource).length;
      const when = before === 0 ? least(units) : [...units].sort((a, b) => a - b)[Math.min(before, units.length - 1)];
      at = Math.max(at, when ?? 0);
    }
    return at;
  }

  /** Numbers of the berths that are free at a moment. */
  freeBerths(at: number): number[] {
    const units = this.#free.get('berth') ?? [];
    return this.#numbers.filter((_number, unit) => (units[unit] ?? 0) <= at);
  }

  /** Takes what is free first of each until a moment, of berths the one that is settled where it is no later; answers its number. */
  take({ needs, berth: settled }: Pick<Piece, 'needs' | 'berth'>, until: number): number | null {
    let berth: number | null = null;
    for (const resource of needs) {
      const units = this.#free.get(resource);
      if (!units) continue;
      const own = resource === 'berth' && settled !== undefined ? this.#numbers.indexOf(settled) : -1;
      const unit = own >= 0 && units[own] === least(units) ? own : units.indexOf(least(units));
      units[unit] = until;
      if (resource === 'berth') berth = this.#numbers[unit] ?? null;
    }
    return berth;
  }

  /** Holds what a run has that goes already. */
  hold({ running, needs }: Piece, until: number): number | null {
    const number = running?.berth ?? null;
    const units = this.#free.get('berth');
    const unit = number === null ? -1 : this.#numbers.indexOf(number);
    if (units && unit >= 0) units[unit] = Math.max(until, units[unit] ?? 0);
    this.take({ needs: needs.filter((resource) => resource !== 'berth') }, until);
    return number;
  }
}

function least(of: readonly number[]): number {
  let first = of[0] ?? 0;
  for (const one of of) if (one < first) first = one;
  return first;
}
