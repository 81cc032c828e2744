import { writeAmountsAs } from '@udrel/core/money';
import { TWELVE_HOURS } from '@udrel/contract/shapes';
import type { ShopFormats } from '@udrel/contract/types';
import dayjs, { type Dayjs } from 'dayjs';
import timezone from 'dayjs/plugin/timezone';
import utc from 'dayjs/plugin/utc';

dayjs.extend(utc);
dayjs.extend(timezone);

const PLAIN: ShopFormats = { locale: 'en-GB', currency: '', timeZone: '', paper: 'A4' };

let formats = PLAIN;
/** Each is worked out when it is first wanted: the first `Intl` of a page takes as long as a page of a list. */
let plain: Intl.NumberFormat | null = null;
let signs: ReturnType<typeof signsOf> | null = null;

/** Writes figures, money, days and times as the shop does from now on; told once, when it is known. */
export function followShop(told: ShopFormats = PLAIN): void {
  formats = told;
  plain = null;
  signs = null;
  writeAmountsAs(told);
}

/** How the shop writes. */
export const shopFormats = (): ShopFormats => formats;

/** Whether its clocks have twelve hours. */
export const twelveHours = (): boolean => TWELVE_HOURS.includes(formats.locale);

/** How it writes a day in figures, as a pattern: "DD/MM/YYYY". */
export function dayPattern(): string {
  const parts = new Intl.DateTimeFormat(formats.locale, { day: '2-digit', month: '2-digit', year: 'numeric' });
  const PLACES: Partial<Record<Intl.DateTimeFormatPartTypes, string>> = { day: 'DD', month: 'MM', year: 'YYYY' };
  return parts
    .formatToParts(0)
    .map(({ type, value }) => PLACES[type] ?? value)
    .join('');
}

/** A whole or broken figure with its separators. */
export function figure(value: number): string {
  // Of one to three digits it is the same everywhere.
  if (Number.isInteger(value) && value >= 0 && value < 1000) return String(value);
  plain ??= new Intl.NumberFormat(formats.locale, { maximumFractionDigits: 1 });
  return plain.format(value);
}

/** A moment on the shop's clock. */
export function onShopClock(at: string | number | Date): Dayjs {
  return formats.timeZone ? dayjs(at).tz(formats.timeZone) : dayjs(at);
}

/** The moment that such a day and time of the shop's clock is, as `YYYY-MM-DDTHH:mm`; invalid where it is none. */
export function fromShopClock(text: string): Date {
  const plain = dayjs(text);
  return (formats.timeZone && plain.isValid() ? dayjs.tz(text, formats.timeZone) : plain).toDate();
}

/**
 * A figure as it was typed: with the shop's sign before the fraction and its separators, or with a point or comma as
 * anybody may type it. NaN for what is none, and for what could be read in two ways.
 */
export function typedFigure(text: string): number {
  const typed = text.trim().replace(/[\s\u00a0\u202f’']/g, '');
  if (typed === '') return NaN;
  signs ??= signsOf(formats);
  const { decimal, group } = signs;
  const grouped = group === '' ? typed : typed.split(group);
  // Separators part off three digits each; anything else that stands there is the sign before a fraction.
  if (Array.isArray(grouped) && grouped.length > 1) {
    const [first = '', ...rest] = grouped;
    const whole = rest.every((part, n) => (n < rest.length - 1 ? /^\d{3}$/ : /^\d{3}(?!\d)/).test(part));
    if (whole && /^-?\d{1,3}$/.test(first)) return Number(grouped.join('').replace(decimal, '.'));
  }
  return Number(typed.replace(',', '.'));
}

/** The sign before a fraction, and the one between thousands. */
function signsOf({ locale }: ShopFormats) {
  const parts = new Intl.NumberFormat(locale, { minimumFractionDigits: 1 }).formatToParts(1_234_567.5);
  const sign = (type: string) => parts.find((part) => part.type === type)?.value ?? '';
  return { decimal: sign('decimal'), group: sign('group').trim() };
}
