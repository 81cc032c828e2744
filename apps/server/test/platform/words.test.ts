import fc from 'fast-check';
import { expect, it } from 'vitest';
import { inWords, joined, worded } from '../../src/platform/words';

it('an answer in two parts reads as one put in words at once, alone, in a list, or in a field', () => {
  const part = fc.dictionary(fc.string(), fc.jsonValue(), { minKeys: 1 });
  fc.assert(
    fc.property(part, fc.array(fc.jsonValue()), (first, history) => {
      const whole = joined(worded({ one: first }), { history });
      const same = { one: first, history };
      expect(inWords(whole)).toBe(JSON.stringify(same));
      expect(inWords([whole, whole])).toBe(JSON.stringify([same, same]));
      const order = { number: 7, jobs: [whole], left: undefined, last: whole };
      expect(inWords(order)).toBe(JSON.stringify({ number: 7, jobs: [same], last: same }));
    }),
  );
  expect([inWords(undefined), inWords(null), inWords([]), inWords({ a: [] })]).toEqual([
    undefined,
    'null',
    '[]',
    '{"a":[]}',
  ]);
});
