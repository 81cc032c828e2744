import type { MessageRules } from './kinds';

const DAY = 24 * 60;

/** Minutes of a time of the day, `HH:MM`. */
export function minuteOf(time: string): number {
  const [hours = 0, minutes = 0] = time.split(':').map(Number);
  return hours * 60 + minutes;
}

/**
 * Minutes until something may go, by the shop's quiet hours; 0 where it may go now.
 *
 * @param minute of the day on the shop's clock
 */
export function quietFor(
  minute: number,
  { quietFrom, quietUntil }: Pick<MessageRules, 'quietFrom' | 'quietUntil'>,
): number {
  const [from, until] = [minuteOf(quietFrom), minuteOf(quietUntil)];
  if (from === until) return 0;
  const within = from < until ? minute >= from && minute < until : minute >= from || minute < until;
  return within ? (until - minute + DAY) % DAY : 0;
}

/** Whole days between two days of the calendar, YYYY-MM-DD. */
export const daysBetween = (from: string, until: string): number => dayNumber(until) - dayNumber(from);

/** Days since 1 March of the year 0 of the proleptic Gregorian calendar: years that begin in March have their odd day last. */
function dayNumber(day: string): number {
  const [year = 0, month = 1, date = 1] = day.split('-').map(Number);
  const [y, m] = month > 2 ? [year, month - 3] : [year - 1, month + 9];
  return (
    365 * y + Math.floor(y / 4) - Math.floor(y / 100) + Math.floor(y / 400) + Math.floor((153 * m + 2) / 5) + date - 1
  );
}

/** Which reminder is due that many days after it was ready, from 1; null where none is. */
export function reminderDue(days: number, { remindAfterDays, reminders }: MessageRules): number | null {
  if (remindAfterDays < 1) return null;
  const due = Math.min(reminders, Math.floor(days / remindAfterDays));
  return due >= 1 ? due : null;
}

/** What keeping it costs until a day, and for how many days; the day on which it begins is the first. */
export function storageFee(
  readyOn: string,
  today: string,
  { storagePerDay, storageAfterDays }: MessageRules,
): { days: number; amount: number } {
  const days = storagePerDay === 0 ? 0 : Math.max(0, daysBetween(readyOn, today) - storageAfterDays);
  return { days, amount: days * storagePerDay };
}

/** Whether somebody who was told, and reminded as often as the shop does, has stayed away once more as long after that. */
export function stayedAway(days: number, { remindAfterDays, reminders }: MessageRules): boolean {
  return remindAfterDays > 0 && reminders > 0 && days >= remindAfterDays * (reminders + 1);
}
