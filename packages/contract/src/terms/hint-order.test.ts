import fc from 'fast-check';
import { expect, it } from 'vitest';
import { positionOf, saidAfter, type Positioned } from './hint-order';

const heard = (from: number, to: number, server = 'a1'): Positioned<number>[] =>
  Array.from({ length: to - from + 1 }, (_none, n) => ({ at: positionOf(server, from + n), hint: from + n }));

it('tells what was said since, nothing to who heard it all, and admits when it cannot tell', () => {
  const kept = heard(11, 20);
  expect(saidAfter('a1.18', kept, 'a1.20')?.map(({ hint }) => hint)).toEqual([19, 20]);
  expect(saidAfter('a1.20', kept, 'a1.20')).toEqual([]);
  // A page may know of more than a stream has brought so far.
  expect(saidAfter('a1.25', kept, 'a1.20')).toEqual([]);
  expect(saidAfter('a1.10', kept, 'a1.20')).toHaveLength(10);
  expect(saidAfter('a1.9', kept, 'a1.20')).toBeNull();
  expect(saidAfter('b2.18', kept, 'a1.20')).toBeNull();
  expect(saidAfter('', kept, 'a1.20')).toBeNull();
  expect(saidAfter('a1.', kept, 'a1.20')).toBeNull();
  expect(saidAfter('a1.0', [], 'a1.0')).toEqual([]);
});

it('never leaves out one that was said since', () => {
  fc.assert(
    fc.property(fc.nat(60), fc.nat(60), fc.nat(60), (said, keeps, since) => {
      const kept = heard(Math.max(1, said - keeps + 1), said);
      const missed = saidAfter(positionOf('a1', since), kept, positionOf('a1', said));
      if (missed) expect(missed.map(({ hint }) => hint)).toEqual(heard(since + 1, said).map(({ hint }) => hint));
      else expect(since).toBeLessThan(said - keeps);
    }),
  );
});
