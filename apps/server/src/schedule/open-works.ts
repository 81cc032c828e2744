import type { BeginNow } from '@udrel/contract/types';
import {
  ABILITIES,
  paceOf,
  workOf,
  workOfWish,
  type Bench,
  type Pace,
  type Resource,
  type Work,
} from '@udrel/core/schedule';
import type { EntityManager } from 'typeorm';
import { finishedRuns } from '../copying/finished-runs';
import { openVisits } from '../visits/visits';
import { readOpenJobs, type OpenJob } from '../jobs/job-record';
import { rows } from '../platform/database/database';
import { calendarFrom, readHours, type Calendar } from '../shop/hours';
import { readShop } from '../staff/people';
import { beginNow } from './begin-now';
import { atTheBench, viewPeople } from './people';

/** Latest closed jobs by which the pace of hands is told. */
const LATEST = 1000;

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
  pace: Pace;
  /** Abilities that not everybody at the bench has. */
  lacking: (typeof ABILITIES)[number][];
  /** Copies that one press begins, by job. */
  begin: ReadonlyMap<string, BeginNow>;
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
  const pace = await ownPace(manager);
  const lacking = ABILITIES.filter((ability) => people.some(({ abilities }) => !abilities.includes(ability)));
  const at = now.getTime();
  const begin = beginNow(jobs, berths);
  const works = [
    ...jobs.map(({ tag, promisedAt, agreedAt, holding, snapshot }) =>
      workOf(
        {
          ...{ tag, snapshot, by: holding.claimed?.id ?? null },
          ...berthOf(begin.get(tag)),
          ...{ promisedAt: promisedAt?.getTime() ?? null, agreedAt: agreedAt?.getTime() ?? null },
        },
        at,
        pace,
        lacking,
      ),
    ),
    ...visits.map(({ tag, wishes, at: from, promisedAt }) => ({
      ...workOfWish(
        wishes.map((kind) => ({ kind, least: 0 })),
        at,
        pace,
        lacking,
      ),
      ...{ tag, from: Math.max(at, from.getTime()), promisedAt: promisedAt?.getTime() ?? null },
    })),
  ];
  const customers = new Map([...jobs, ...visits].map(({ tag, customer }) => [tag, customer]));
  return {
    // What only waits for its customer is no work.
    works: works.filter(({ pieces }) => pieces.length > 0),
    ...{ jobs, open, calendar, pace, lacking, people, begin },
    bench: { now: at, open: calendar.open, people, berths, has },
    customerOf: (tag) => customers.get(tag) ?? '',
  };
}

const berthOf = (begin: BeginNow | undefined) => (begin?.berth ? { berth: begin.berth } : {});

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

/** The pace of the shop's own latest work. */
async function ownPace(manager: EntityManager): Promise<Pace> {
  const finished = await finishedRuns(manager);
  const timed = await rows<{ hands: number }>(
    manager,
    `select hands from (select hands from job_measure order by month desc limit ${LATEST}) one where hands is not null`,
  );
  return paceOf(
    finished.flatMap(({ kind, took }) => (kind === 'copy' ? [took / 60] : [])),
    timed.map(({ hands }) => hands),
  );
}
