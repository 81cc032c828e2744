import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  fillTemplate,
  FIRST_RULES,
  MESSAGE_KINDS,
  MESSAGE_WORDS,
  quietFor,
  reminderDue,
  stayedAway,
  storageFee,
  unknownWords,
  type Words,
} from '.';

const WORDS: Words = {
  ...{ customer: 'Ferry office', device: 'Ostrel Tern 15', tag: 'U-2418', 'how it stands': 'It is done.' },
  ...{ 'our question': '', price: '€82.00', due: '', bill: '', link: 'https://shop.example/c/abc', shop: 'Quayside' },
};

describe('a template', () => {
  it('is filled, and leaves out the lines that have nothing to say', () => {
    const text = 'Dear {customer},\n\n{how it stands}\n{our question}\nStill to be paid: {due}\n\n{link}';
    expect(fillTemplate(text, WORDS)).toBe('Dear Ferry office,\n\nIt is done.\n\nhttps://shop.example/c/abc');
  });

  it('names the words that nobody knows, and leaves them as they are', () => {
    expect(unknownWords('{device} {serial} {serial} {}')).toEqual(['serial', '']);
    expect(fillTemplate('{device} {serial}', WORDS)).toBe('Ostrel Tern 15 {serial}');
  });

  it('of each kind is there to begin with, knows its words, and says which device or bill it is about', () => {
    expect(FIRST_RULES.templates.map(({ kind }) => kind)).toEqual(MESSAGE_KINDS);
    for (const { subject, text } of FIRST_RULES.templates) {
      expect(unknownWords(subject + text)).toEqual([]);
      expect(subject).toMatch(/\{device\}|\{bill\}/);
    }
  });

  it('never shows a known word in braces, whatever stands around it', () => {
    const part = fc.oneof(fc.constantFrom(...MESSAGE_WORDS.map((word) => `{${word}}`)), fc.string(), fc.constant('\n'));
    fc.assert(
      fc.property(fc.array(part), (parts) => {
        const filled = fillTemplate(parts.join(''), { ...WORDS, customer: '{price}'.slice(1) });
        for (const word of unknownWords(filled)) expect(MESSAGE_WORDS).not.toContain(word);
      }),
    );
  });
});

describe('quiet hours', () => {
  const NIGHT = { quietFrom: '20:00', quietUntil: '08:00' };

  it.each([
    [19 * 60 + 59, 0],
    [20 * 60, 12 * 60],
    [7 * 60 + 30, 30],
    [8 * 60, 0],
  ])('at minute %i wait %i', (minute, wait) => {
    expect(quietFor(minute, NIGHT)).toBe(wait);
  });

  it('wait to the end of them and no longer', () => {
    const minute = fc.integer({ min: 0, max: 1439 });
    const time = minute.map(
      (of) => `${String(Math.floor(of / 60)).padStart(2, '0')}:${String(of % 60).padStart(2, '0')}`,
    );
    fc.assert(
      fc.property(minute, time, time, (at, quietFrom, quietUntil) => {
        const quiet = { quietFrom, quietUntil };
        const wait = quietFor(at, quiet);
        expect(wait).toBeLessThan(1440);
        expect(quietFor((at + wait) % 1440, quiet)).toBe(0);
        if (wait > 0) expect(quietFor((at + wait - 1) % 1440, quiet)).toBe(1);
      }),
    );
  });
});

describe('what waits to be fetched', () => {
  const rules = { ...FIRST_RULES, remindAfterDays: 7, reminders: 2, storagePerDay: 200, storageAfterDays: 14 };

  it('is reminded of so often and no more', () => {
    expect([6, 7, 13, 14, 60].map((days) => reminderDue(days, rules))).toEqual([null, 1, 1, 2, 2]);
    expect(reminderDue(60, { ...rules, reminders: 0 })).toBeNull();
    // As long after the last of them as between two, and never where nobody is reminded.
    expect([14, 20, 21, 60].map((days) => stayedAway(days, rules))).toEqual([false, false, true, true]);
    expect(stayedAway(60, { ...rules, reminders: 0 })).toBe(false);
  });

  it('costs from the day on that the shop has said', () => {
    expect(storageFee('2031-05-01', '2031-05-15', rules)).toEqual({ days: 0, amount: 0 });
    expect(storageFee('2031-05-01', '2031-05-18', rules)).toEqual({ days: 3, amount: 600 });
    expect(storageFee('2031-05-01', '2031-09-18', { ...rules, storagePerDay: 0 })).toEqual({ days: 0, amount: 0 });
  });
});
