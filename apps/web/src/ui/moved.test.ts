import fc from 'fast-check';
import { expect, it } from 'vitest';
import { moved } from './SortableLines';

it('moves one line and keeps the order of the others', () => {
  expect(moved(['a', 'b', 'c', 'd'], 0, 2)).toEqual(['b', 'c', 'a', 'd']);
  expect(moved(['a', 'b', 'c'], 2, 0)).toEqual(['c', 'a', 'b']);
  fc.assert(
    fc.property(fc.array(fc.nat(), { minLength: 1 }), fc.nat(), fc.nat(), (list, a, b) => {
      const [from, to] = [a % list.length, b % list.length];
      const after = moved(list, from, to);
      expect(after[to]).toBe(list[from]);
      expect(after.filter((_one, n) => n !== to)).toEqual(list.filter((_one, n) => n !== from));
    }),
  );
});
