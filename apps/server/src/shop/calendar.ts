import type { ShopFormats } from '@udrel/contract/types';

/** The day that a moment is on the shop's calendar, as `YYYY-MM-DD`; on that of this machine where no zone was chosen. */
export function shopDay(at: Date, { timeZone }: Pick<ShopFormats, 'timeZone'>): string {
  // The one locale that writes a day as ISO 8601 does.
  return new Intl.DateTimeFormat('sv-SE', { dateStyle: 'short', ...(timeZone ? { timeZone } : {}) }).format(at);
}

/** Writes days of the calendar as the shop does. */
export function dayWriter(
  { locale }: Pick<ShopFormats, 'locale'>,
  dateStyle: 'long' | 'medium',
): (day: string) => string {
  const days = new Intl.DateTimeFormat(locale, { dateStyle, timeZone: 'UTC' });
  return (day) => days.format(new Date(`${day}T00:00:00Z`));
}

/** Writes moments as the shop does, on its clock. */
export function momentWriter({ locale, timeZone }: Pick<ShopFormats, 'locale' | 'timeZone'>): (at: Date) => string {
  const moments = new Intl.DateTimeFormat(locale, {
    ...{ dateStyle: 'long', timeStyle: 'short' },
    ...(timeZone ? { timeZone } : {}),
  });
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
  const time = new Intl.DateTimeFormat('en-GB', {
    ...{ hour: '2-digit', minute: '2-digit', hourCycle: 'h23' },
    ...(timeZone ? { timeZone } : {}),
  }).format(at);
  const [hours = 0, minutes = 0] = time.split(':').map(Number);
  return hours * 60 + minutes;
}
