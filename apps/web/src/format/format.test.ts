import { describe, expect, it } from 'vitest';
import { duration, moment, range, slackWords } from './time';
import { money, percent, rate, times } from './units';

const now = new Date(2026, 5, 1, 12, 0).getTime();
const at = (day: number, hour: number) => new Date(2026, 5, day, hour, 30).toISOString();

describe('words for time', () => {
  it.each([
    [at(1, 14), 'today 14:30'],
    [at(2, 9), 'tomorrow 09:30'],
    [at(4, 14), 'Thu 14:30'],
    [at(20, 14), 'Sat 20 Jun 14:30'],
  ])('%s', (iso, words) => expect(moment(iso, now)).toBe(words));

  it.each([
    [34, '34 s'],
    [720, '12 min'],
    [3900, '1 h 05'],
    [100_800, '1 d 4 h'],
  ])('%i seconds', (seconds, words) => expect(duration(seconds)).toBe(words));

  it('writes a unit once where both ends share it', () => {
    expect(range(480, 660)).toBe('8 to 11 min');
    expect(range(10_800, 22_800)).toBe('3 h 00 to 6 h 20');
    expect(range(600, 601)).toBe('about 10 min');
  });

  it('tells late from in time', () => {
    expect(slackWords(-65)).toEqual({ text: '1 h 05 late', late: true });
    expect(slackWords(24)).toEqual({ text: '24 min to spare', late: false });
    expect(slackWords(null).late).toBe(false);
  });
});

describe('figures with their units', () => {
  it('writes them as the trade does', () => {
    expect([rate(3400), rate(0.47), times(5.62), percent(0.874), money(12_900)]).toEqual([
      '3,400 MB/s',
      '0.5 MB/s',
      '5.6 times',
      '87 %',
      '129.00',
    ]);
  });
});
