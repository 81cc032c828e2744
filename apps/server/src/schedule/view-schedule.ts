import type { ForecastView, PlannedHands, ScheduleView } from '@udrel/contract/types';
import { beginBy, type WholeSchedule } from '@udrel/core/schedule';
import type { EntityManager } from 'typeorm';
import { openWorks, type OpenWorks } from './open-works';
import { moment, rangeOf } from './ranges';
import { wholeSchedule } from './scheduler';

/** Openings of which it is said how full they are. */
const OPENINGS = 14;

/** When everything that is open is ready, and how full the next openings are. */
export async function viewSchedule(manager: EntityManager, now: Date): Promise<ScheduleView> {
  const open = await openWorks(manager, now);
  const whole = await wholeSchedule(open.works, open.bench);
  return {
    now: now.toISOString(),
    ...{ looked: open.jobs.length, open: open.open },
    people: open.people.map(({ id, name }) => ({ id, name })),
    jobs: forecastsOf(open, whole),
    hands: handsOf(open, whole),
    loads: loadsOf(whole).slice(0, OPENINGS),
  };
}

/** When each of it is ready. */
export function forecastsOf({ works, customerOf }: OpenWorks, { forecast }: WholeSchedule): ForecastView[] {
  return works.flatMap(({ tag, promisedAt, asks }): ForecastView[] => {
    const ready = forecast.get(tag);
    if (!ready) return [];
    return [
      {
        ...{ tag, customer: customerOf(tag), promisedAt: promisedAt === null ? null : moment(promisedAt) },
        ...rangeOf(ready),
        asks,
      },
    ];
  });
}

/** When hands go on with each job, what begins first first. */
function handsOf({ jobs, works, bench, begin }: OpenWorks, { placed }: WholeSchedule): PlannedHands[] {
  const open = new Map(jobs.map((job) => [job.tag, job]));
  const berths = new Map<string, number>();
  for (const { tag, berth } of placed) if (berth !== null && !berths.has(tag)) berths.set(tag, berth);
  const byTag = new Map(works.map((work) => [work.tag, work]));
  const next = new Map<string, PlannedHands>();
  for (const { tag, kind, spans, by } of placed) {
    const [work, job] = [byTag.get(tag), open.get(tag)];
    if (kind !== 'hands' || next.has(tag) || !work || !job) continue;
    const begins = begin.get(tag) ?? null;
    const must = beginBy(work, bench);
    next.set(tag, {
      ...{ tag, version: job.version, by: by || null, beginBy: must === null ? null : moment(must) },
      ...{ berth: begins?.berth ?? berths.get(tag) ?? null, begin: begins },
      begins: moment(spans[0]?.from ?? bench.now),
    });
  }
  return [...next.values()].sort((one, other) => (one.begins < other.begins ? -1 : one.begins > other.begins ? 1 : 0));
}

export function loadsOf({ loads }: WholeSchedule) {
  return loads.map(({ from, until, planned, there }) => ({ from: moment(from), until: moment(until), planned, there }));
}
