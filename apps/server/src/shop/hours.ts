import type { OpeningHours, ShopFormats } from '@udrel/contract/types';
import type { Span } from '@udrel/core/schedule';
import type { EntityManager } from 'typeorm';
import { noteAudit } from '../audit/audit';
import { fieldWrong } from '../platform/errors';
import type { CommandContext } from '../platform/command-context';
import { Setting } from '../staff/entities';
import { keepSetting } from '../staff/settings';
import { daysAfter, shopDay, shownAt } from './calendar';

const DAY = { from: '09:00', until: '18:00' };
/** What a shop begins with, until its owner says otherwise. */
const USUAL: OpeningHours = { week: [DAY, DAY, DAY, DAY, DAY, { from: '10:00', until: '14:00' }, null], closed: [] };

/** When the shop is open by what its owner said; null where nobody has said it. */
export async function saidHours(manager: EntityManager): Promise<OpeningHours | null> {
  const setting = await manager.findOneBy(Setting, { key: 'hours' });
  return (setting?.value as OpeningHours | undefined) ?? null;
}

/** The same, or what is usual. */
export async function readHours(manager: EntityManager): Promise<OpeningHours> {
  return (await saidHours(manager)) ?? USUAL;
}

/** Sets when the shop is open from now on. */
export async function setHours(context: CommandContext, hours: OpeningHours): Promise<OpeningHours> {
  const { manager, actor } = context;
  const wrong = hours.week.findIndex((one) => one !== null && one.from >= one.until);
  if (wrong >= 0) throw fieldWrong(`week.${wrong}.until`, 'It closes after it opens.');
  if (hours.week.every((one) => one === null)) throw fieldWrong('week.0.from', 'On one day at least it is open.');
  await keepSetting(manager, 'hours', hours, actor.id);
  await noteAudit(context, actor.id, 'hours set', {
    days: hours.week.filter(Boolean).length,
    closed: hours.closed.length,
  });
  return hours;
}

/** Days of openings that are looked ahead. */
const AHEAD = 90;

/** When it is open from today on, moment by moment, on the shop's clock. */
export function openingsFrom(hours: OpeningHours, now: Date, formats: Pick<ShopFormats, 'timeZone'>): Span[] {
  return [...calendarFrom(hours, now, formats).open];
}

/** The shop's calendar from today on, ms since the epoch. */
export interface Calendar {
  open: readonly Span[];
  /** When the shop is open on a day; null where it is not. */
  hoursOf: (day: string) => Span | null;
  /** A week of hours on the days on which the shop is not closed. */
  spans: (week: OpeningHours['week']) => Span[];
  midnight: (day: string) => number;
  /** The midnight at which a day ends. */
  midnightAfter: (day: string) => number;
}

/** The calendar of a shop with those hours. */
export function calendarFrom(
  { week, closed }: OpeningHours,
  now: Date,
  formats: Pick<ShopFormats, 'timeZone'>,
): Calendar {
  const today = shopDay(now, formats);
  const shut = new Set(closed.map(({ day }) => day));
  const days = Array.from({ length: AHEAD }, (_none, n) => daysAfter(today, n)).filter((day) => !shut.has(day));
  // Everybody comes and goes at much the same times.
  const known = new Map<string, number>();
  const at = (day: string, time: string) => {
    const moment = known.get(day + time) ?? momentOf(day, time, formats);
    known.set(day + time, moment);
    return moment;
  };
  const onDay = (of: OpeningHours['week'], day: string) => {
    const hours = of[(new Date(`${day}T00:00:00Z`).getUTCDay() + 6) % 7];
    return hours ? { from: at(day, hours.from), until: at(day, hours.until) } : null;
  };
  const spans = (of: OpeningHours['week']) => days.flatMap((day) => onDay(of, day) ?? []);
  const midnight = (day: string) => momentOf(day, '00:00', formats);
  const hoursOf = (day: string) => (shut.has(day) ? null : onDay(week, day));
  return { open: spans(week), hoursOf, spans, midnight, midnightAfter: (day) => midnight(daysAfter(day, 1)) };
}

/** The moment of a day and a time on the shop's clock, milliseconds since the epoch. */
export function momentOf(day: string, time: string, { timeZone }: Pick<ShopFormats, 'timeZone'>): number {
  const wanted = Date.parse(`${day}T${time}:00Z`);
  // What the clock there shows at that moment says how far it is off; once more where that lies beyond a change of the clock.
  let at = wanted;
  for (let turn = 0; turn < 2; turn += 1) at += wanted - shownAt(at, timeZone);
  return at;
}
