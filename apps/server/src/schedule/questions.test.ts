import type { Bench, Work } from '@udrel/core/schedule';
import { expect, it } from 'vitest';
import { PIECES_UNKNOWN, withPieces } from './questions';

const work = (tag: string, minutes: number): Work => ({
  ...{ tag, promisedAt: null, from: 0, asks: false, by: null },
  pieces: [
    {
      ...{ kind: 'hands', run: null, steps: [], asks: null, needs: [], running: null },
      takes: { low: minutes, middle: minutes, high: minutes },
    },
  ],
});
const bench: Bench = { now: 0, open: [], people: [], berths: [], has: {} };
const short = (one: Work) => ({ ...one, pieces: null });

it('what a thread was sent once it need not be sent again; what it was not sent it says', () => {
  const [one, other] = [work('U-1', 10), work('U-2', 20)];
  const whole = { kind: 'whole' as const, bench };
  expect(withPieces({ ...whole, works: [one, other] }).works).toEqual([one, other]);
  const later = { ...short(other), from: 5 };
  expect(withPieces({ ...whole, works: [short(one), later] }).works).toEqual([one, { ...other, from: 5 }]);
  expect(withPieces({ ...whole, works: [short(one)] }).works).toEqual([one]);
  expect(() => withPieces({ ...whole, works: [short(other)] })).toThrow(
    expect.objectContaining({ code: PIECES_UNKNOWN }),
  );
});
