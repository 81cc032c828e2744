import type {
  DiaryLane,
  DiaryPiece,
  DiaryQuery,
  DiaryView,
  MovedQuery,
  MovedView,
  OverloadView,
} from '@udrel/contract/types';
import { overloadOf, type Piece, type Span, type WholeSchedule } from '@udrel/core/schedule';
import type { EntityManager } from 'typeorm';
import { keptUntil } from '../custody/kept-until';
import { notFound } from '../platform/errors';
import { openWorks, type OpenWorks } from '../schedule/open-works';
import { moment, rangeOf } from '../schedule/ranges';
import { forecastsOf, loadsOf } from '../schedule/view-schedule';
import { oneMoved, wholeSchedule } from '../schedule/scheduler';
import { daysAfter, shopDay } from '../shop/calendar';
import { readHours } from '../shop/hours';
import { readShop } from '../staff/people';
import { openVisits, viewVisit } from '../visits/visits';

/** Days that are shown where nobody asks for more. */
const WEEK = 7;

/** Days of the diary: what is to be done, by whom and where, what is promised, and who comes. */
export async function viewDiary(manager: EntityManager, now: Date, asked: DiaryQuery): Promise<DiaryView> {
  const open = await openWorks(manager, now);
  const whole = await wholeSchedule(open.works, open.bench);
  const { formats } = await readShop(manager);
  const { week, closed } = await readHours(manager);
  const first = asked.from ?? shopDay(now, formats);
  const shut = new Map(closed.map(({ day, name }) => [day, name || 'closed']));
  const { calendar } = open;
  const days = Array.from({ length: Number(asked.days ?? WEEK) }, (_none, n) => daysAfter(first, n)).map((day) => {
    const [from, until] = [calendar.midnight(day), calendar.midnightAfter(day)];
    const opening = calendar.hoursOf(day);
    const weekly = week[(new Date(`${day}T00:00:00Z`).getUTCDay() + 6) % 7];
    return {
      ...{ day, from: moment(from), until: moment(until) },
      open: opening ? { from: moment(opening.from), until: moment(opening.until) } : null,
      closed: shut.get(day) ?? (weekly ? '' : 'closed'),
    };
  });
  const range = { from: calendar.midnight(first), until: calendar.midnightAfter(days.at(-1)?.day ?? first) };
  const promises = forecastsOf(open, whole).flatMap((one) =>
    one.promisedAt && touches(range, Date.parse(one.promisedAt)) ? [{ ...one, promisedAt: one.promisedAt }] : [],
  );
  const ready = usuallyReady(whole);
  const visits = (await openVisits(manager, now)).filter(({ at }) => touches(range, at.getTime())).map(viewVisit);
  return {
    now: now.toISOString(),
    ...{ days, lanes: lanesOf(open, { ...whole, ready }, range), promises, visits },
    kept: await keptUntil(manager, first, days.at(-1)?.day ?? first),
    loads: loadsOf(whole).filter(({ from }) => touches(range, Date.parse(from))),
    overload: overloadIn(open, { ...whole, ready }),
    ...{ looked: open.jobs.length, open: open.open },
  };
}

/** When each is usually ready: what is late on this page is what usually comes too late, in all that it says of it. */
const usuallyReady = ({ forecast }: WholeSchedule): WholeSchedule['ready'] =>
  new Map([...forecast].map(([tag, { middle }]) => [tag, middle]));

function overloadIn({ works, bench, people, customerOf }: OpenWorks, whole: WholeSchedule): OverloadView {
  const { late, most, full } = overloadOf(works, whole, bench);
  return {
    ...{ late, most: most && { ...most, customer: customerOf(most.tag) } },
    full: full.map(({ id, until }) => ({
      name: people.find((one) => one.id === id)?.name ?? '',
      until: moment(until),
    })),
  };
}

const touches = ({ from, until }: Span, at: number) => at >= from && at < until;

/** A line for each who is at the bench and each berth, and one for what runs elsewhere. */
function lanesOf(open: OpenWorks, whole: WholeSchedule, range: Span): DiaryLane[] {
  const works = new Map(open.works.map((work) => [work.tag, work]));
  const agreed = new Map(open.jobs.map(({ tag, agreedAt }) => [tag, agreedAt?.toISOString() ?? null]));
  const versions = new Map(open.jobs.map(({ tag, version }) => [tag, version]));
  const pieces = new Map<string, DiaryPiece[]>();
  for (const { tag, piece, kind, spans, by, berth } of whole.placed) {
    const work = works.get(tag);
    const own = work?.pieces[piece];
    if (!work || !own) continue;
    const lane = kind === 'hands' ? `person ${by ?? ''}` : berth === null ? 'elsewhere' : `berth ${berth}`;
    const late = work.promisedAt !== null && (whole.ready.get(tag) ?? 0) > work.promisedAt;
    for (const span of spans) {
      if (span.until <= range.from || span.from >= range.until || span.until === span.from) continue;
      const put: DiaryPiece = {
        ...{ tag, kind, late, customer: open.customerOf(tag), what: whatOf(own), agreedAt: agreed.get(tag) ?? null },
        ...{ from: moment(span.from), until: moment(span.until) },
        version: piece === 0 && kind === 'hands' && span === spans[0] ? (versions.get(tag) ?? null) : null,
      };
      pieces.set(lane, [...(pieces.get(lane) ?? []), put]);
    }
  }
  const spansIn = (spans: readonly Span[]) =>
    spans
      .filter(({ from, until }) => until > range.from && from < range.until)
      .map(({ from, until }) => ({ from: moment(from), until: moment(until) }));
  const elsewhere = pieces.get('elsewhere') ?? [];
  return [
    ...open.bench.people.map(({ id, there }): DiaryLane => {
      const name = open.people.find((one) => one.id === id)?.name ?? '';
      return { id, name, kind: 'person', there: spansIn(there), pieces: pieces.get(`person ${id}`) ?? [] };
    }),
    ...open.bench.berths.map((number): DiaryLane => {
      const id = `berth ${number}`;
      return { id, name: id, kind: 'berth', there: spansIn(open.bench.open), pieces: pieces.get(id) ?? [] };
    }),
    ...(elsewhere.length > 0
      ? [{ id: 'elsewhere', name: 'not at a berth', kind: 'elsewhere' as const, there: [], pieces: elsewhere }]
      : []),
  ];
}

const whatOf = ({ run, steps }: Piece) => run ?? (steps.map(({ title }) => title).join('; ') || 'cools down');

/** What moving a job's or a visit's begin to a moment does to promises. */
export async function viewMoved(manager: EntityManager, now: Date, { tag, at }: MovedQuery): Promise<MovedView> {
  const open = await openWorks(manager, now);
  const work = open.works.find((one) => one.tag === tag.toUpperCase());
  if (!work) throw notFound(`${tag} as something that is open`);
  const from = Math.max(now.getTime(), Date.parse(at));
  const { ready, slips, gains } = await oneMoved(open.works, open.bench, { ...work, from });
  const named = (slip: { tag: string; by: number }) => ({ ...slip, customer: open.customerOf(slip.tag) });
  return {
    tag: work.tag,
    ready: rangeOf(ready ?? { low: from, middle: from, high: from }),
    slips: slips.map(named),
    gains: gains.map(named),
  };
}
