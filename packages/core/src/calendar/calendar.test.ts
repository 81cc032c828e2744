import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readWholeDays } from '.';

const calendar = (...events: string[][]) =>
  [
    ...['BEGIN:VCALENDAR', 'VERSION:2.0', 'PRODID:-//harbour//days//EN'],
    ...events.flatMap((lines) => ['BEGIN:VEVENT', 'UID:1', 'DTSTAMP:20310101T000000Z', ...lines, 'END:VEVENT']),
    'END:VCALENDAR',
  ].join('\r\n');
const read = (text: string) => readWholeDays(text, '2031-01-01', '2032-01-01');

describe('whole days of a calendar', () => {
  it('are those of its events, whose end is the day after', () => {
    const text = calendar(
      ['DTSTART;VALUE=DATE:20310609', 'DTEND;VALUE=DATE:20310611', 'SUMMARY:Regatta\\, first days'],
      ['DTSTART;VALUE=DATE:20310501', 'SUMMARY:May Day'],
      ['DTSTART:20310502T090000Z', 'SUMMARY:no whole day'],
      ['DTSTART;VALUE=DATE:20300501', 'SUMMARY:over'],
    );
    expect(read(text)).toEqual({
      days: [
        { day: '2031-05-01', name: 'May Day' },
        { day: '2031-06-09', name: 'Regatta, first days' },
        { day: '2031-06-10', name: 'Regatta, first days' },
      ],
      problem: null,
    });
  });

  it('come again where they do', () => {
    const each = calendar(['DTSTART;VALUE=DATE:20251226', 'RRULE:FREQ=YEARLY', 'SUMMARY:Second day of Christmas']);
    expect(read(each).days).toEqual([{ day: '2031-12-26', name: 'Second day of Christmas' }]);
    const without = calendar([
      ...['DTSTART;VALUE=DATE:20310106', 'RRULE:FREQ=WEEKLY;COUNT=3', 'EXDATE;VALUE=DATE:20310113', 'SUMMARY:x'],
    ]);
    expect(read(without).days.map(({ day }) => day)).toEqual(['2031-01-06', '2031-01-20']);
  });

  it('are told to be none of what is no calendar, or has none', () => {
    expect(read('hello').problem).toContain('no calendar');
    expect(read(calendar()).problem).toContain('no whole day');
  });

  it('never throw, whatever is damaged', () => {
    const whole = calendar(['DTSTART;VALUE=DATE:20310609', 'RRULE:FREQ=YEARLY', 'SUMMARY:x']);
    fc.assert(
      fc.property(fc.nat(whole.length), fc.string({ maxLength: 12 }), (at, more) => {
        const { days, problem } = read(whole.slice(0, at) + more + whole.slice(at + more.length));
        expect(days.length > 0 || problem !== null).toBe(true);
      }),
    );
  });
});
