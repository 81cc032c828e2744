import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { axisOf, linesOf, quarterAt } from './axis';

const day = (date: string, open: boolean) => ({
  ...{ day: date, from: `${date}T00:00:00.000Z`, until: new Date(Date.parse(date) + 86_400_000).toISOString() },
  open: open ? { from: `${date}T09:00:00.000Z`, until: `${date}T18:00:00.000Z` } : null,
  closed: open ? '' : 'closed',
});
const axis = axisOf([day('2031-03-03', true), day('2031-03-04', false), day('2031-03-05', true)]);

describe('the axis of the diary', () => {
  it('gives hours of opening most of the room', () => {
    const hour = (at: string) => axis.at(Date.parse(at) + 3_600_000) - axis.at(Date.parse(at));
    expect(hour('2031-03-03T10:00:00Z')).toBeGreaterThan(10 * hour('2031-03-03T02:00:00Z'));
    expect([axis.at(axis.from), axis.at(axis.until)]).toEqual([0, 1]);
  });

  it('finds the moment at each place', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 3 * 1440 - 1 }), (minutes) => {
        const moment = axis.from + minutes * 60_000;
        expect(Math.abs(axis.momentAt(axis.at(moment)) - moment)).toBeLessThan(1000);
      }),
    );
    expect(quarterAt(Date.parse('2031-03-03T10:08:00Z'))).toBe(Date.parse('2031-03-03T10:15:00Z'));
  });

  it('puts nothing over anything else', () => {
    expect(
      linesOf([
        { from: 0, until: 5 },
        { from: 2, until: 4 },
        { from: 4, until: 9 },
        { from: 5, until: 6 },
      ]),
    ).toEqual([0, 1, 1, 0]);
  });
});
