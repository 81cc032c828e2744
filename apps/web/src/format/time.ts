const MINUTE = 60;
const HOUR = 3600;
const DAY_MS = 86_400_000;

/** "14:30" today, "tomorrow 14:30", "Thu 14:30" within a week, else "Thu 4 Jun 14:30". */
export function moment(iso: string, now = Date.now()): string {
  const at = new Date(iso);
  const clock = at.toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' });
  const days = dayNumber(at) - dayNumber(new Date(now));
  if (days === 0) return `today ${clock}`;
  if (days === 1) return `tomorrow ${clock}`;
  if (days === -1) return `yesterday ${clock}`;
  const weekday = at.toLocaleDateString('en-GB', { weekday: 'short' });
  if (days > 0 && days < 7) return `${weekday} ${clock}`;
  return `${weekday} ${at.toLocaleDateString('en-GB', { day: 'numeric', month: 'short' })} ${clock}`;
}

function dayNumber(date: Date): number {
  return Math.round(new Date(date.getFullYear(), date.getMonth(), date.getDate()).getTime() / DAY_MS);
}

/** A full date and time for documents. */
export function fullMoment(iso: string): string {
  return new Date(iso).toLocaleString('en-GB', { dateStyle: 'long', timeStyle: 'short' });
}

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
export function since(iso: string, now = Date.now()): number {
  return Math.max(0, (now - Date.parse(iso)) / 1000);
}

/** Minutes to spare against the promise, in words. */
export function slackWords(minutes: number | null): { text: string; late: boolean } {
  if (minutes === null) return { text: 'no promise', late: false };
  const words = duration(Math.abs(minutes) * MINUTE);
  return minutes < 0 ? { text: `${words} late`, late: true } : { text: `${words} to spare`, late: false };
}

/** The value of a date-and-time field for a moment, in local time. */
export function fieldMoment(date: Date): string {
  const two = (value: number) => String(value).padStart(2, '0');
  const day = `${date.getFullYear()}-${two(date.getMonth() + 1)}-${two(date.getDate())}`;
  return `${day}T${two(date.getHours())}:${two(date.getMinutes())}`;
}

/** The next day at closing time: where a new promise starts from. */
export function nextClosing(now = Date.now()): Date {
  const day = new Date(now + DAY_MS);
  return new Date(day.getFullYear(), day.getMonth(), day.getDate(), 17, 0);
}

/** A day of the calendar, given as `YYYY-MM-DD`: "Thu 4 Jun". */
export function day(date: string): string {
  return new Date(`${date}T12:00`).toLocaleDateString('en-GB', { weekday: 'short', day: 'numeric', month: 'short' });
}

/** When work of so many minutes can be done if it begins at nine on the day a part comes, to the next full hour. */
export function afterDelivery(date: string, minutes: number): Date {
  const ready = new Date(`${date}T09:00`);
  ready.setMinutes(Math.ceil(minutes / 60) * 60);
  return ready;
}

/** When something will be over. */
export interface Ending {
  text: string;
  after: (iso: string | null) => boolean;
}

/** The moment so many seconds from now in words, and whether it lies after another. */
export function endOf(seconds: number, now = Date.now()): Ending {
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
