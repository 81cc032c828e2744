import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { countedStarts, START_KINDS, START_TIMES, type StartAttempt } from './index';

const start = (over: Partial<StartAttempt> = {}): StartAttempt => ({
  at: '',
  when: 'after',
  kind: 'cold',
  seconds: { usable: 30 },
  seen: '',
  done: '',
  ...over,
});

describe('starts by the stopwatch', () => {
  it('leaves out the first one after the work that came up, and what did not begin cold', () => {
    const dead = start({ seconds: { 'sign of life': 4 } });
    const resumed = start({ kind: 'resumed', seconds: { usable: 6 } });
    const { seconds, left } = countedStarts(
      [dead, start({ seconds: { usable: 140 } }), resumed, start(), start({ seconds: { usable: 32 } })],
      'after',
    );
    expect(seconds).toEqual([30, 32]);
    expect(left.map(({ why }) => why)).toEqual([
      'it was not usable',
      'the first after the work: it sets itself up',
      'resumed, not from cold',
    ]);
  });

  it('counts each one before the work, from the first on', () => {
    expect(countedStarts([start({ when: 'before' }), start()], 'before').seconds).toEqual([30]);
  });

  it('every start of a time either counts or has its reason', () => {
    const any = fc.record({
      when: fc.constantFrom(...START_TIMES),
      kind: fc.constantFrom(...START_KINDS),
      usable: fc.option(fc.integer({ min: 1, max: 900 })),
    });
    fc.assert(
      fc.property(fc.array(any), fc.constantFrom(...START_TIMES), (list, when) => {
        const attempts = list.map(({ usable, ...one }) =>
          start({ ...one, seconds: usable === null ? {} : { usable } }),
        );
        const { seconds, left } = countedStarts(attempts, when);
        expect(seconds.length + left.length).toBe(attempts.filter((one) => one.when === when).length);
        expect(left.every(({ why }) => why !== '')).toBe(true);
      }),
    );
  });
});
