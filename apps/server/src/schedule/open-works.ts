import { workOf, workOfWish, type Bench, type Resource, type Spread, type Work, ABILITIES } from '@udrel/core/schedule';
import type { EntityManager } from 'typeorm';
import { finishedRuns } from '../copying/finished-runs';
import { openVisits } from '../visits/visits';
import { readOpenJobs, type OpenJob } from '../jobs/job-record';
import { rows } from '../platform/database/database';
import { calendarFrom, readHours, type Calendar } from '../shop/hours';
import { readShop } from '../staff/people';
import { atTheBench, viewPeople } from './people';

/** How long a copy takes of which nothing is planned, minutes, where the shop has copied nothing yet (rule of thumb: half a disk). */
const TYPICAL: Spread = { low: 35, middle: 90, high: 240 };
/** Copies of the shop's own from which that is told instead. */
const ENOUGH = 8;

/** Everything that is open as work, and what there is to do it with. */
export interface OpenWorks {
  works: Work[];
  jobs: OpenJob[];
  /** Jobs that are open in all. */
  open: number;
  bench: Bench;
  /** Who is at the bench. */
  people: { id: string; name: string }[];
  calendar: Calendar;
  typical: Spread;
  /** Abilities that not everybody at the bench has. */
  lacking: (typeof ABILITIES)[number][];
  /** Whose a piece of work is, as it is told. */
  customerOf: (tag: string) => string;
}

/** Reads everything that is open as work: jobs, and visits that are agreed. */
export async function openWorks(manager: EntityManager, now: Date): Promise<OpenWorks> {
  const { jobs, open } = await readOpenJobs(manager, now);
  const visits = await openVisits(manager, now);
  const { formats } = await readShop(manager);
  const calendar = calendarFrom(await readHours(manager), now, formats);
  const people = atTheBench(await viewPeople(manager), calendar);
  const { berths, has } = await equipment(manager);
  const typical = typicalCopy(await finishedRuns(manager));
  const lacking = ABILITIES.filter((ability) => people.some(({ abilities }) => !abilities.includes(ability)));
  const at = now.getTime();
  const works = [
    ...jobs.map(({ tag, promisedAt, agreedAt, holding, snapshot }) =>
      workOf(
        {
          ...{ tag, snapshot, by: holding.claimed?.id ?? null },
          ...{ promisedAt: promisedAt?.getTime() ?? null, agreedAt: agreedAt?.getTime() ?? null },
        },
        at,
        typical,
        lacking,
      ),
    ),
    ...visits.map(({ tag, wishes, at: from, promisedAt }) => ({
      ...workOfWish(
        wishes.map((kind) => ({ kind, least: 0 })),
        at,
        typical,
        lacking,
      ),
      ...{ tag, from: Math.max(at, from.getTime()), promisedAt: promisedAt?.getTime() ?? null },
    })),
  ];
  const customers = new Map([...jobs, ...visits].map(({ tag, customer }) => [tag, customer]));
  return {
    // What only waits for its customer is no work.
    works: works.filter(({ pieces }) => pieces.length > 0),
    ...{ jobs, open, calendar, typical, lacking, people },
    bench: { now: at, open: calendar.open, people, berths, has },
    customerOf: (tag) => customers.get(tag) ?? '',
  };
}

/** Numbers of the berths, and how many enclosures, docks, duplicators and sticks the shelf holds. */
async function equipment(manager: EntityManager): Promise<Pick<Bench, 'berths' | 'has'>> {
  const found = await rows<{ kind: Resource; count: number }>(
    manager,
    `select 'berth' as kind, number as count from berth
     union all
     select case when (p.spec->>'duplicates')::boolean then 'duplicator'
                 when p.spec->>'kind' in ('enclosure', 'cable') then 'enclosure' else p.spec->>'kind' end, sum(s.quantity)::int
       from part p join stock s on s.part_id = p.id
      where p.kind = 'equipment' and p.spec->>'kind' in ('enclosure', 'cable', 'dock', 'boot stick') and s.quantity > 0
      group by 1 order by 1, 2`,
  );
  const has: Bench['has'] = Object.fromEntries(
    found.flatMap(({ kind, count }) => (kind === 'berth' ? [] : [[kind, count] as const])),
  );
  return { berths: found.flatMap(({ kind, count }) => (kind === 'berth' ? [count] : [])), has };
}

/** How long the shop's own copies took, of which there are enough; else what is usual. */
function typicalCopy(finished: readonly { kind: string; took: number }[]): Spread {
  const took = finished.flatMap(({ kind, took: seconds }) => (kind === 'copy' ? [seconds / 60] : []));
  if (took.length < ENOUGH) return TYPICAL;
  const sorted = took.sort((one, other) => one - other);
  const at = (share: number) => sorted[Math.round(share * (sorted.length - 1))] ?? TYPICAL.middle;
  return { low: at(0.1), middle: at(0.5), high: at(0.9) };
}
