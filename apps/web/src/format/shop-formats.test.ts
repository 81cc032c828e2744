import { afterEach, describe, expect, it } from 'vitest';
import { LOCALES } from '@udrel/contract/shapes';
import { figure, followShop, fromShopClock, onShopClock, twelveHours, typedFigure } from './shop-formats';
import { fieldMoment, moment } from './time';
import { minorOf, money, whole } from './units';

afterEach(() => followShop());

const shop = (locale: 'en-GB' | 'en-US' | 'de-DE' | 'de-CH' | 'fr-FR', more = {}) =>
  followShop({ locale, currency: '', timeZone: '', paper: 'A4', ...more });

describe('a figure that was typed', () => {
  it.each([
    ['en-GB', '12.50', 12.5],
    ['en-GB', '12,50', 12.5],
    ['en-GB', '1,234.50', 1234.5],
    ['en-GB', '1,234', 1234],
    ['de-DE', '1.234,50', 1234.5],
    ['de-DE', '1.234', 1234],
    ['de-DE', '12.50', 12.5],
    ['de-CH', "1'234.50", 1234.5],
    ['fr-FR', '1 234,50', 1234.5],
    ['en-GB', ' 7 ', 7],
    ['en-GB', '-0.5', -0.5],
  ] as const)('in %s: %s', (locale, text, value) => {
    shop(locale);
    expect(typedFigure(text)).toBe(value);
  });

  it.each(['', '12.50.30', 'twelve', '1,2,3'])('is none: %j', (text) => {
    expect(typedFigure(text)).toBeNaN();
  });

  it('is an amount to the hundredth', () => {
    shop('de-DE');
    expect([minorOf('1.290,00'), minorOf('129,9'), minorOf(''), minorOf('x'), minorOf('-1')]).toEqual([
      129_000,
      12_990,
      null,
      undefined,
      undefined,
    ]);
  });
});

describe('what is written', () => {
  it.each(LOCALES)('is what Intl writes, in %s', (locale) => {
    followShop({ locale, currency: '', timeZone: '', paper: 'A4' });
    const cycle = new Intl.DateTimeFormat(locale, { hour: 'numeric' }).resolvedOptions().hourCycle;
    expect(twelveHours()).toBe(cycle === 'h12');
    const written = new Intl.NumberFormat(locale, { maximumFractionDigits: 1 });
    for (const value of [0, 7, 42, 999, 1000, 12_345, 1.25, -3]) expect(figure(value)).toBe(written.format(value));
  });

  it('has the figures and the currency of the shop', () => {
    shop('de-DE', { currency: 'EUR' });
    expect([whole(12_345), money(129_000)]).toEqual(['12.345', '1.290,00\u00a0€']);
  });

  it('has the clock of the shop, whatever that of the browser is', () => {
    const now = Date.UTC(2026, 0, 5, 12);
    shop('en-US', { timeZone: 'America/New_York' });
    expect(moment('2026-01-05T19:30:00Z', now)).toBe('today 2:30 PM');
    shop('en-GB', { timeZone: 'Asia/Tokyo' });
    expect(moment('2026-01-05T19:30:00Z', now)).toBe('tomorrow 04:30');
    expect(fieldMoment(new Date('2026-01-05T19:30:00Z'))).toBe('2026-01-06T04:30');
    expect(fromShopClock('2026-01-06T04:30').toISOString()).toBe('2026-01-05T19:30:00.000Z');
    // A day that the clock is put forward: an hour later than the same time the day before, by 23 hours.
    shop('en-GB', { timeZone: 'Europe/London' });
    expect(onShopClock('2026-03-29T01:30:00Z').format('HH:mm')).toBe('02:30');
  });
});
