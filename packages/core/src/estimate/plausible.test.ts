import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { durationDoubt } from './index';

const estimate = { bytes: 120e9, low: 1200, high: 2400 };

describe('whether a run can have taken so long', () => {
  it.each([
    ['one second', 1, 'impossible'],
    ['no time at all', 0, 'impossible'],
    ['faster than the link', 150, 'impossible'],
    ['four times as fast as expected', 300, 'unlikely'],
    ['as expected', 1800, null],
    ['somewhat slow', 4500, null],
    ['ended the next morning', 14 * 3600, 'unlikely'],
  ] as const)('%s', (_name, seconds, doubt) => {
    expect(durationDoubt(estimate, seconds, 600)).toBe(doubt);
  });

  it('is never doubted within its range, and always below what its link can do', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 4e12 }),
        fc.integer({ min: 1, max: 90_000 }),
        fc.integer({ min: 10, max: 8000 }),
        (bytes, seconds, ceiling) => {
          const doubt = durationDoubt({ bytes, low: seconds, high: seconds }, seconds, ceiling);
          expect(doubt).toBe(bytes / 1e6 / seconds > ceiling ? 'impossible' : null);
          expect(durationDoubt({ bytes, low: seconds, high: seconds }, seconds, null)).toBeNull();
        },
      ),
    );
  });
});
