import { Least } from './least';
import type { Bench, Piece, Resource } from './types';

/** From when on each berth, enclosure, dock, duplicator and stick is free. */
export class Pools {
  readonly #numbers: readonly number[];
  readonly #free = new Map<Resource, { units: Least; count: number }>();

  constructor({ berths, has, now }: Pick<Bench, 'berths' | 'has' | 'now'>) {
    this.#numbers = berths;
    const counts = Object.entries({ ...has, berth: berths.length }) as [Resource, number][];
    for (const [resource, count] of counts)
      if (count > 0) this.#free.set(resource, { units: new Least(count, now), count });
  }

  /** From when on all of it is free. */
  freeAt(needs: readonly Resource[]): number {
    let at = 0;
    for (const [index, resource] of needs.entries()) {
      const pool = this.#free.get(resource);
      if (!pool) continue;
      // What is needed twice waits for the second that is free; of more than there are, for the last.
      const before = index === 0 ? 0 : needs.slice(0, index).filter((one) => one === resource).length;
      at = Math.max(
        at,
        before === 0 ? pool.units.least : (allOf(pool).sort((a, b) => a - b)[Math.min(before, pool.count - 1)] ?? 0),
      );
    }
    return at;
  }

  /** Numbers of the berths that are free at a moment. */
  freeBerths(at: number): number[] {
    const pool = this.#free.get('berth');
    return this.#numbers.filter((_number, unit) => (pool?.units.at(unit) ?? 0) <= at);
  }

  /** Takes what is free first of each until a moment, of berths the one that is settled where it is no later; answers its number. */
  take({ needs, berth: settled }: Pick<Piece, 'needs' | 'berth'>, until: number): number | null {
    let berth: number | null = null;
    for (const resource of needs) {
      const units = this.#free.get(resource)?.units;
      if (!units) continue;
      const own = resource === 'berth' && settled !== undefined ? this.#numbers.indexOf(settled) : -1;
      const unit = own >= 0 && units.at(own) === units.least ? own : units.first(units.least);
      units.set(unit, until);
      if (resource === 'berth') berth = this.#numbers[unit] ?? null;
    }
    return berth;
  }

  /** Holds what a run has that goes already. */
  hold({ running, needs }: Piece, until: number): number | null {
    const number = running?.berth ?? null;
    const units = this.#free.get('berth')?.units;
    const unit = number === null ? -1 : this.#numbers.indexOf(number);
    if (units && unit >= 0) units.set(unit, Math.max(until, units.at(unit)));
    this.take({ needs: needs.filter((resource) => resource !== 'berth') }, until);
    return number;
  }
}

const allOf = ({ units, count }: { units: Least; count: number }) =>
  Array.from({ length: count }, (_none, unit) => units.at(unit));
