import type { ForecastView, ScheduleView } from '@udrel/contract/types';
import type { WholeSchedule } from '@udrel/core/schedule';
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
    ...{ looked: open.jobs.length, open: open.open, people: open.people.length },
    jobs: forecastsOf(open, whole),
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

export function loadsOf({ loads }: WholeSchedule) {
  return loads.map(({ from, until, planned, there }) => ({ from: moment(from), until: moment(until), planned, there }));
}
