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
function handsOf({ jobs, works, bench }: OpenWorks, { placed }: WholeSchedule): PlannedHands[] {
  const versions = new Map(jobs.map(({ tag, version }) => [tag, version]));
  const byTag = new Map(works.map((work) => [work.tag, work]));
  const next = new Map<string, PlannedHands>();
  for (const { tag, kind, spans, by } of placed) {
    const [work, version] = [byTag.get(tag), versions.get(tag)];
    if (kind !== 'hands' || next.has(tag) || !work || version === undefined) continue;
    const must = beginBy(work, bench);
    next.set(tag, {
      ...{ tag, version, by: by || null, beginBy: must === null ? null : moment(must) },
      begins: moment(spans[0]?.from ?? bench.now),
    });
  }
  return [...next.values()].sort((one, other) => (one.begins < other.begins ? -1 : one.begins > other.begins ? 1 : 0));
}

export function loadsOf({ loads }: WholeSchedule) {
  return loads.map(({ from, until, planned, there }) => ({ from: moment(from), until: moment(until), planned, there }));
}
