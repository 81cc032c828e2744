import type { ShopFormats } from '@udrel/contract/types';

/** Writers by their locale, zone and style: making one takes longer than all that it is asked to write. */
const writers = new Map<string, Intl.DateTimeFormat>();

function writer(locale: string, timeZone: string, style: Intl.DateTimeFormatOptions): Intl.DateTimeFormat {
  const key = [locale, timeZone, ...Object.entries(style).flat()].join();
  const made = writers.get(key) ?? new Intl.DateTimeFormat(locale, { ...style, ...(timeZone ? { timeZone } : {}) });
  writers.set(key, made);
  return made;
}

/** The day that a moment is on the shop's calendar, as `YYYY-MM-DD`; on that of this machine where no zone was chosen. */
export function shopDay(at: Date, { timeZone }: Pick<ShopFormats, 'timeZone'>): string {
  // The one locale that writes a day as ISO 8601 does.
  return writer('sv-SE', timeZone, { dateStyle: 'short' }).format(at);
}

/** What a clock of a zone shows at a moment, as the moment at which one of UTC shows it, milliseconds since the epoch. */
export function shownAt(at: number, timeZone: string): number {
  const shown = writer('sv-SE', timeZone, { dateStyle: 'short', timeStyle: 'medium' }).format(new Date(at));
  return Date.parse(`${shown.replace(' ', 'T')}Z`);
}

/** Writes days of the calendar as the shop does. */
export function dayWriter(
  { locale }: Pick<ShopFormats, 'locale'>,
  dateStyle: 'long' | 'medium',
): (day: string) => string {
  const days = writer(locale, 'UTC', { dateStyle });
  return (day) => days.format(new Date(`${day}T00:00:00Z`));
}

/** Writes moments as the shop does, on its clock. */
export function momentWriter({ locale, timeZone }: Pick<ShopFormats, 'locale' | 'timeZone'>): (at: Date) => string {
  const moments = writer(locale, timeZone, { dateStyle: 'long', timeStyle: 'short' });
  return (at) => moments.format(at);
}

/** A day of the calendar so many days later. */
export function daysAfter(day: string, days: number): string {
  const at = new Date(`${day}T00:00:00Z`);
  at.setUTCDate(at.getUTCDate() + days);
  return at.toISOString().slice(0, 10);
}

/** The minute of the day that a moment is on the shop's clock. */
export function minuteInShop(at: Date, { timeZone }: Pick<ShopFormats, 'timeZone'>): number {
  const time = writer('en-GB', timeZone, { hour: '2-digit', minute: '2-digit', hourCycle: 'h23' }).format(at);
  const [hours = 0, minutes = 0] = time.split(':').map(Number);
  return hours * 60 + minutes;
}
