import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { MOST_IN_SPAN, spansOf } from '.';

const codes = (typed: string) => {
  const read = spansOf(typed);
  return read.ok ? read.codes : read.sentence;
};

describe('places as they are typed', () => {
  it.each([
    ['A1 to A3, window', ['A1', 'A2', 'A3', 'window']],
    ['shelf 08-11', ['shelf 08', 'shelf 09', 'shelf 10', 'shelf 11']],
    ['safe\nsafe; B1–b2', ['safe', 'B1', 'B2']],
    ['box 7 to 7', ['box 7']],
    ['upper-left', ['upper-left']],
  ])('%j', (typed, wanted) => expect(codes(typed)).toEqual(wanted));

  it.each(['', ' , ', 'A8 to A1', 'A1 to B3', `A1 to A${MOST_IN_SPAN + 1}`])('refuses %j', (typed) =>
    expect(typeof codes(typed)).toBe('string'),
  );

  it('has as many places as a span says, each once', () => {
    const span = fc.tuple(fc.constantFrom('A', 'shelf ', ''), fc.nat(900), fc.integer({ min: 1, max: MOST_IN_SPAN }));
    fc.assert(
      fc.property(span, ([before, from, count]) => {
        const read = codes(`${before}${from} to ${before}${from + count - 1}`);
        expect(new Set(read).size).toBe(count);
      }),
    );
  });
});
