import ICAL from 'ical.js';

/** A day on which something is the whole day. */
export interface WholeDay {
  /** `YYYY-MM-DD`. */
  day: string;
  name: string;
}

/** Days that one event may last, and that are taken of one file: what is more is no list of holidays. */
const [LONGEST, MOST] = [60, 400];

/**
 * The whole days of a calendar (iCalendar, RFC 5545) within some days, first those that come first: an event on some days gives each
 * of them (its end is the day after it, section 3.6.1), one that comes again each time that it does (section 3.8.5.3). Events at a
 * time of the day are none. Never throws; what cannot be read is said.
 *
 * @param from first day that is wanted, `YYYY-MM-DD`
 * @param until first day that is wanted no more
 */
export function readWholeDays(text: string, from: string, until: string): { days: WholeDay[]; problem: string | null } {
  try {
    const calendar = new ICAL.Component(ICAL.parse(text) as unknown[]);
    const found = new Map<string, string>();
    for (const component of calendar.getAllSubcomponents('vevent')) {
      const event = new ICAL.Event(component);
      if (!event.startDate?.isDate) continue;
      for (const day of daysOf(event, from, until)) {
        if (found.size < MOST && !found.has(day)) found.set(day, (event.summary ?? '').trim().slice(0, 80));
      }
    }
    const days = [...found].map(([day, name]) => ({ day, name })).sort((one, other) => (one.day < other.day ? -1 : 1));
    return { days, problem: days.length === 0 ? 'There is no whole day in it from now on.' : null };
  } catch {
    return { days: [], problem: 'This is no calendar: an iCalendar file begins with BEGIN:VCALENDAR.' };
  }
}

function daysOf(event: ICAL.Event, from: string, until: string): string[] {
  const lasts = Math.min(LONGEST, Math.max(1, Math.round(event.duration.toSeconds() / 86_400)));
  const starts: ICAL.Time[] = [];
  if (event.isRecurring()) {
    const each = event.iterator();
    for (let next = each.next(), n = 0; next && dayOf(next) < until && n < 5000; next = each.next(), n += 1) {
      starts.push(next);
    }
  } else starts.push(event.startDate);
  return starts
    .flatMap((start) =>
      Array.from({ length: lasts }, (_none, n) => {
        const day = start.clone();
        day.addDuration(new ICAL.Duration({ days: n }));
        return dayOf(day);
      }),
    )
    .filter((day) => day >= from && day < until);
}

const dayOf = (time: ICAL.Time): string => time.toString().slice(0, 10);
