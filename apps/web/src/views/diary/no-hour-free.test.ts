import { expect, it } from 'vitest';
import { noHourFree } from './no-hour-free';

const full = (until: string, ...names: string[]) => names.map((name) => ({ name, until }));

it('tells who has no hour free, together where it is until the same moment, and counts who are too many to name', () => {
  const told = (...all: ReturnType<typeof full>[]) => noHourFree(all.flat(), (at) => `on ${at}`);
  expect(told()).toEqual([]);
  expect(told(full('Friday', 'Ilse'))).toEqual(['Ilse has no hour free until on Friday.']);
  expect(told(full('Friday', 'Ilse', 'Odo'), full('Monday', 'Tam'))).toEqual([
    'Ilse and Odo have no hour free until on Friday.',
    'Tam has no hour free until on Monday.',
  ]);
  expect(told(full('Friday', 'A', 'B', 'C', 'D'))).toEqual(['A, B, C and D have no hour free until on Friday.']);
  expect(told(full('Friday', 'A', 'B', 'C', 'D', 'E', 'F'))).toEqual([
    'A, B, C and 3 more have no hour free until on Friday.',
  ]);
});
