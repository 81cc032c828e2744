import { writeAmountsAs } from '@udrel/core/money';
import type { ShopFormats } from '@udrel/contract/types';
import dayjs, { type Dayjs } from 'dayjs';
import timezone from 'dayjs/plugin/timezone';
import utc from 'dayjs/plugin/utc';

dayjs.extend(utc);
dayjs.extend(timezone);

const PLAIN: ShopFormats = { locale: 'en-GB', currency: '', timeZone: '', paper: 'A4' };

let formats = PLAIN;
/** Worked out when the first figure is written: it takes as long as a row of a list. */
let worked: ReturnType<typeof figuresOf> | null = null;
const figures = () => (worked ??= figuresOf(formats));

/** Writes figures, money, days and times as the shop does from now on; told once, when it is known. */
export function followShop(told: ShopFormats = PLAIN): void {
  formats = told;
  worked = null;
  writeAmountsAs(told);
}

/** How the shop writes. */
export const shopFormats = (): ShopFormats => formats;

/** Whether its clocks have twelve hours. */
export const twelveHours = (): boolean => figures().twelveHours;

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
export const figure = (value: number): string => figures().plain.format(value);

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
  const plain = text.trim().replace(/[\s\u00a0\u202f’']/g, '');
  if (plain === '') return NaN;
  const { decimal, group } = figures();
  const grouped = group === '' ? plain : plain.split(group);
  // Separators part off three digits each; anything else that stands there is the sign before a fraction.
  if (Array.isArray(grouped) && grouped.length > 1) {
    const [first = '', ...rest] = grouped;
    const whole = rest.every((part, n) => (n < rest.length - 1 ? /^\d{3}$/ : /^\d{3}(?!\d)/).test(part));
    if (whole && /^-?\d{1,3}$/.test(first)) return Number(grouped.join('').replace(decimal, '.'));
  }
  return Number(plain.replace(',', '.'));
}

function figuresOf({ locale }: ShopFormats) {
  const plain = new Intl.NumberFormat(locale, { maximumFractionDigits: 1 });
  const parts = new Intl.NumberFormat(locale, { minimumFractionDigits: 1 }).formatToParts(1_234_567.5);
  const sign = (type: string) => parts.find((part) => part.type === type)?.value ?? '';
  const group = sign('group').trim();
  const cycle = new Intl.DateTimeFormat(locale, { hour: 'numeric' }).resolvedOptions().hourCycle ?? 'h23';
  return { plain, decimal: sign('decimal'), group, twelveHours: cycle.startsWith('h1') };
}
