import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Least } from './least';

describe('the least of some values', () => {
  it('is none where there is none, and the first place is that of the first', () => {
    expect(new Least(0).least).toBe(Infinity);
    const one = new Least(3, 7);
    expect([one.least, one.first(7), one.at(2)]).toEqual([7, 0, 7]);
  });

  it('is what looking through all of them finds, however they were changed (property)', () => {
    const values = fc.oneof(fc.integer({ min: 0, max: 5 }), fc.constant(Infinity));
    const changes = fc.array(fc.tuple(fc.nat(8), values), { maxLength: 40 });
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 9 }), changes, fc.nat(6), (places, all, bound) => {
        const kept = new Least(places);
        const plain = Array.from({ length: places }, () => Infinity);
        for (const [place, value] of all) {
          if (place >= places) continue;
          kept.set(place, value);
          plain[place] = value;
          const least = Math.min(...plain);
          expect(kept.least).toBe(least);
          if (least === Infinity) continue;
          const by = Math.max(bound, least);
          expect(kept.first(by)).toBe(plain.findIndex((one) => one <= by));
        }
        expect(plain.map((_value, place) => kept.at(place))).toEqual(plain);
      }),
    );
  });
});
