import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { HandsLeft, type HandsAsked } from './hands-left';
import type { Ability, Person } from './types';

const MINUTE = 60_000;
const person = (id: string, minutes: number, ...abilities: Ability[]): Person => {
  return { id, there: [{ from: 0, until: minutes * MINUTE }], abilities };
};
const day = { from: 0, until: 600 * MINUTE };
const asked = (minutes: number, ability: Ability | null = null, by: string | null = null): HandsAsked => {
  return { minutes, ability, by };
};

describe('hands that are left', () => {
  it('are of those who are able to: what one of them does is handed on where another cannot', () => {
    const hands = new HandsLeft(
      [person('both', 60, 'copying', 'opening devices'), person('copies', 60, 'copying')],
      day,
    );
    expect(hands.minutes).toBe(120);
    // Whoever does both copies first; the other takes that over once something is to be opened.
    expect(hands.take([asked(50, 'copying')])).toBe(true);
    expect(hands.take([asked(60, 'opening devices')])).toBe(true);
    expect(hands.take([asked(1, 'opening devices')])).toBe(false);
    expect(hands.take([asked(10)])).toBe(true);
    expect([hands.take([asked(1)]), hands.minutes]).toEqual([false, 0]);
  });

  it('are of whoever has it in hand, and stay as they were where not all of it goes', () => {
    const hands = new HandsLeft([person('ilse', 30), person('odo', 90)], day);
    expect(hands.take([asked(40, null, 'ilse')])).toBe(false);
    expect(hands.take([asked(20), asked(200)])).toBe(false);
    expect(hands.minutes).toBe(120);
    expect(hands.take([asked(90), asked(30, null, 'ilse')])).toBe(true);
  });

  it('suffice exactly where every group of asked abilities has hands enough (property)', () => {
    const abilities = fc.subarray<Ability>(['copying', 'opening devices']);
    const people = fc.array(fc.record({ minutes: fc.nat(60), abilities }), { minLength: 1, maxLength: 4 });
    const wanted = fc.record({ copying: fc.nat(120), opening: fc.nat(120), any: fc.nat(120) });
    fc.assert(
      fc.property(people, wanted, (all, { copying, opening, any }) => {
        const hands = new HandsLeft(
          all.map(({ minutes, abilities: able }, n) => person(String(n), minutes, ...able)),
          day,
        );
        // What nobody is able to do is done by anybody, as the schedule has it.
        const does = (one: (typeof all)[number], ability: Ability) =>
          one.abilities.includes(ability) || !all.some((other) => other.abilities.includes(ability));
        const of = (...able: Ability[]) =>
          all.reduce((sum, one) => sum + (able.some((ability) => does(one, ability)) ? one.minutes : 0), 0);
        const total = all.reduce((sum, { minutes }) => sum + minutes, 0);
        // Hall's condition.
        const suffice =
          copying <= of('copying') &&
          opening <= of('opening devices') &&
          copying + opening <= of('copying', 'opening devices') &&
          copying + opening + any <= total;
        const could = hands.take([asked(any), asked(copying, 'copying'), asked(opening, 'opening devices')]);
        expect(could).toBe(suffice);
        expect(hands.minutes).toBe(could ? total - copying - opening - any : total);
      }),
    );
  });
});
