import { describe, expect, it } from 'vitest';
import { cellsOf, partOfCells } from '../parts-file';
import { GENERAL_KINDS } from '.';

describe('the general kinds', () => {
  it('are told apart by their numbers and name no maker', () => {
    const numbers = GENERAL_KINDS.map(({ partNumber }) => partNumber);
    expect(new Set(numbers).size).toBe(numbers.length);
    expect(new Set(GENERAL_KINDS.map(({ maker }) => maker))).toEqual(new Set(['general']));
  });

  it.each(GENERAL_KINDS.map((kind) => [kind.partNumber, kind] as const))(
    '%s is read from a file as it is',
    (_, kind) => {
      const { sold, ...part } = kind;
      const whole = { ...part, price: sold ? 4200 : 0 };
      expect(partOfCells(cellsOf(whole))).toEqual(whole);
    },
  );
});
