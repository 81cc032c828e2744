import dayjs, { type Dayjs } from 'dayjs';
import { fromShopClock, onShopClock, twelveHours } from './shop-formats';
import { shopNow } from './shop-now';

const MINUTE = 60;
const HOUR = 3600;

/** The time of day. */
const clockOf = (at: Dayjs) => at.format(twelveHours() ? 'h:mm A' : 'HH:mm');

/** "14:30". */
export const clock = (at: string | number): string => clockOf(onShopClock(at));

/** "14:30" today, "tomorrow 14:30", "Thu 14:30" within a week, else "Thu 4 Jun 14:30"; with the year where it is another. */
export function moment(iso: string, now = shopNow()): string {
  const at = onShopClock(iso);
  const today = onShopClock(now);
  const days = at.startOf('day').diff(today.startOf('day'), 'day', true);
  const time = clockOf(at);
  const whole = Math.round(days);
  if (whole === 0) return `today ${time}`;
  if (whole === 1) return `tomorrow ${time}`;
  if (whole === -1) return `yesterday ${time}`;
  if (whole > 0 && whole < 7) return `${at.format('ddd')} ${time}`;
  return `${at.format(at.year() === today.year() ? 'ddd D MMM' : 'D MMM YYYY')} ${time}`;
}

/** A full date and time for documents. */
export function fullMoment(iso: string): string {
  const at = onShopClock(iso);
  return `${at.format('D MMMM YYYY')} at ${clockOf(at)}`;
}

/** A day of the calendar, YYYY-MM-DD, as `dayOf` writes it: it is the same day everywhere. */
export const calendarDay = (day: string): string => dayjs(day).format('D MMM YYYY');

/** A day with its year: "4 Jun 2026". */
export const dayOf = (iso: string): string => onShopClock(iso).format('D MMM YYYY');

/** A duration in words: "34 s", "12 min", "1 h 05", "1 day 4 h". */
export function duration(seconds: number): string {
  const whole = Math.max(0, Math.round(seconds));
  if (whole < 90) return `${whole} s`;
  const minutes = Math.round(whole / MINUTE);
  if (minutes < 60) return `${minutes} min`;
  if (whole < 24 * HOUR) return `${Math.floor(minutes / 60)} h ${String(minutes % 60).padStart(2, '0')}`;
  const hours = Math.round(minutes / 60);
  return `${Math.floor(hours / 24)} d ${hours % 24} h`;
}

/** A range of seconds: "8 to 11 min", "3 h 00 to 6 h 20". */
export function range(low: number, high: number): string {
  const [from, to] = [duration(low), duration(high)];
  if (from === to) return `about ${to}`;
  const [unitFrom, unitTo] = [from.split(' ').at(-1), to.split(' ').at(-1)];
  const sameUnit = (unitFrom === 'min' || unitFrom === 's') && unitFrom === unitTo;
  return `${sameUnit ? from.replace(` ${unitFrom}`, '') : from} to ${to}`;
}

/** How long ago that was, seconds. */
export function since(iso: string, now = shopNow()): number {
  return Math.max(0, (now - Date.parse(iso)) / 1000);
}

/** Minutes to spare against the promise, in words. */
export function slackWords(minutes: number | null): { text: string; late: boolean } {
  if (minutes === null) return { text: 'no promise', late: false };
  const words = duration(Math.abs(minutes) * MINUTE);
  return minutes < 0 ? { text: `${words} late`, late: true } : { text: `${words} to spare`, late: false };
}

/** The value of a date-and-time field for a moment, on the shop's clock. */
export function fieldMoment(date: Date): string {
  return onShopClock(date).format('YYYY-MM-DDTHH:mm');
}

/** The next day at closing time: where a new promise starts from. */
export function nextClosing(now = shopNow()): Date {
  return fromShopClock(onShopClock(now).add(1, 'day').format('YYYY-MM-DD[T]17:00'));
}

/** A day of the calendar, given as `YYYY-MM-DD`: "Thu 4 Jun". */
export function day(date: string): string {
  return dayjs(date).format('ddd D MMM');
}

/** The same in full: "4 June 2026". */
export const longDay = (date: string): string => dayjs(date).format('D MMMM YYYY');

/** The day it is at the shop, as `YYYY-MM-DD`. */
export const today = (): string => onShopClock(shopNow()).format('YYYY-MM-DD');
/** The day so many days from today. */
export const daysFromToday = (days: number): string => onShopClock(shopNow()).add(days, 'day').format('YYYY-MM-DD');

/** When work of so many minutes can be done if it begins at nine on the day a part comes, to the next full hour. */
export function afterDelivery(date: string, minutes: number): Date {
  const ready = fromShopClock(`${date}T09:00`);
  return new Date(ready.getTime() + Math.ceil(minutes / 60) * HOUR * 1000);
}

/** When something will be over. */
export interface Ending {
  text: string;
  after: (iso: string | null) => boolean;
}

/** The moment so many seconds from now in words, and whether it lies after another. */
export function endOf(seconds: number, now = shopNow()): Ending {
  const end = now + seconds * 1000;
  return {
    text: moment(new Date(end).toISOString(), now),
    after: (iso) => iso !== null && end > Date.parse(iso),
  };
}

/** From one end to another: "today 14:30 to 16:05", "today 23:10 to tomorrow 01:20". */
export function spanOf(early: Ending, late: Ending): string {
  const [day, clock] = [early.text, late.text].map((text) => text.slice(0, text.lastIndexOf(' ')));
  return day === clock ? `${early.text} to ${late.text.split(' ').at(-1)}` : `${early.text} to ${late.text}`;
}
