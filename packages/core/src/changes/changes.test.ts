import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { changesBetween } from '.';

describe('what was changed of a setting', () => {
  it('is told by where it stands', () => {
    expect(changesBetween({ hourly: 3600, taxPercent: 24 }, { hourly: 3600, taxPercent: 22, assessment: 900 })).toEqual(
      [
        { what: 'tax percent', from: '24', to: '22' },
        { what: 'assessment', from: null, to: '900' },
      ],
    );
    const open = { from: '09:00', until: '18:00' };
    const week = (saturday: object | null) => ({ week: [open, open, open, open, open, saturday, null], closed: [] });
    expect(changesBetween(week(open), week(null))).toEqual(
      [
        { what: 'week, Saturday', from: null, to: null },
        { what: 'week, Saturday, from', from: '09:00', to: null },
        { what: 'week, Saturday, until', from: '18:00', to: null },
      ].filter(({ from, to }) => from !== to),
    );
  });

  it('tells entries of a list apart by what they are, wherever they stand', () => {
    const day = (on: string, name: string) => ({ day: on, name });
    const [may, june] = [day('2031-05-01', 'Labour day'), day('2031-06-24', 'Midsummer')];
    expect(changesBetween({ closed: [may, june] }, { closed: [june, may] })).toEqual([]);
    expect(changesBetween({ closed: [may] }, { closed: [june, may] })).toEqual([
      { what: 'closed, 2031-06-24, day', from: null, to: '2031-06-24' },
      { what: 'closed, 2031-06-24, name', from: null, to: 'Midsummer' },
    ]);
  });

  it('is nothing between two that are the same, and the other way round the other way (property)', () => {
    fc.assert(
      fc.property(fc.jsonValue(), fc.jsonValue(), (one, other) => {
        expect(changesBetween(one, one)).toEqual([]);
        const there = changesBetween(one, other);
        const back = changesBetween(other, one);
        const turned = back.map(({ what, from, to }) => ({ what, from: to, to: from }));
        const sorted = (all: typeof there) => all.map((one) => JSON.stringify(one)).sort();
        expect(sorted(there)).toEqual(sorted(turned));
      }),
    );
  });
});
