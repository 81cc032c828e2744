import { ICalCalendar } from 'ical-generator';
import type { EntityManager } from 'typeorm';
import { openWorks } from '../schedule/open-works';
import { wholeSchedule } from '../schedule/scheduler';
import { readShop } from '../staff/people';
import { feedOf } from './feed-links';
import { openVisits } from '../visits/visits';

/** Minutes that a visit at the counter and a promise take in a calendar. */
const [VISIT, PROMISE] = [20, 15];
const MINUTE = 60_000;

/**
 * The diary as a calendar (iCalendar, RFC 5545), for whoever holds its address: of somebody what their hands do, of the shop who
 * comes and what is promised. It names tags, and customers only by what the shop calls them.
 */
export async function calendarOf(manager: EntityManager, token: string, now: Date): Promise<string> {
  const { staffId } = await feedOf(manager, token);
  const { name } = await readShop(manager);
  const open = await openWorks(manager, now);
  const calendar = new ICalCalendar({
    name: staffId ? (open.people.find(({ id }) => id === staffId)?.name ?? name) : name,
    prodId: { company: 'udrel', product: 'diary' },
    ttl: 15 * 60,
  });
  const event = (id: string, from: number, minutes: number, summary: string, description = '') =>
    calendar.createEvent({
      ...{ id, summary, stamp: now, start: new Date(from), end: new Date(from + minutes * MINUTE) },
      ...(description ? { description } : {}),
    });
  const { placed, forecast } = await wholeSchedule(open.works, open.bench);
  if (staffId) {
    const works = new Map(open.works.map((work) => [work.tag, work]));
    for (const { tag, piece, by, spans } of placed) {
      if (by !== staffId) continue;
      const steps = works.get(tag)?.pieces[piece]?.steps ?? [];
      for (const [n, { from, until }] of spans.entries()) {
        const what = steps.map(({ title }) => title).join('; ');
        event(`${tag}-${piece}-${n}`, from, (until - from) / MINUTE, `${tag} ${open.customerOf(tag)}`, what);
      }
    }
    return calendar.toString();
  }
  for (const { tag, customer, at, wishes, note } of await openVisits(manager, now)) {
    event(tag, at.getTime(), VISIT, `${customer} comes`, [wishes.join(', '), note].filter(Boolean).join('. '));
  }
  for (const { tag, promisedAt } of open.works) {
    if (promisedAt === null || tag.startsWith('B-')) continue;
    const late = (forecast.get(tag)?.middle ?? 0) > promisedAt;
    event(tag, promisedAt, PROMISE, `${tag} ${open.customerOf(tag)} promised${late ? ', late' : ''}`);
  }
  return calendar.toString();
}
