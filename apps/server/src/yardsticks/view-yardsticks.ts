import type { RangesHeld, YardstickQuery, YardstickRow, YardsticksView } from '@udrel/contract/types';
import { counted } from '@udrel/core/yardsticks';
import type { EntityManager } from 'typeorm';
import { RUN_TOOK } from '../copying/finished-runs';
import { rows } from '../platform/database/database';
import { shopDay } from '../shop/calendar';
import { readShop } from '../staff/people';

/** Months that are shown where nobody asks for others. */
const USUAL = 12;
/** Latest runs by which ranges, berths and failures are told. */
const RUNS = 20_000;
/** Changes after a failure that are named at most. */
const CHANGES = 12;

interface Within {
  from: number;
  until: number;
  kind: string | null;
  model: string | null;
}

/** Rows of a month, of a kind, and of all of it: whichever of both is null. */
interface Grouped {
  month: number | null;
  kind: string | null;
}

interface Sums extends Grouped {
  jobs: number;
  starts: number;
  startedFirst: number;
  promised: number;
  inTime: number;
  attempts: number;
  failed: number;
  revenue: number;
  work: number;
  costed: number;
  margin: number;
  returned: number;
  ended: number;
}

const WHERE = `where month between $1 and $2 and ($3::text is null or kind = $3) and ($4::uuid is null or model_id = $4)`;

/** Sums by month and kind first: there are few of these. */
const SUMS = `
  select month, kind, sum(jobs)::int as jobs, sum(starts)::int as starts, sum("startedFirst")::int as "startedFirst",
         sum(promised)::int as promised, sum("inTime")::int as "inTime", coalesce(sum(attempts), 0)::int as attempts,
         coalesce(sum(failed), 0)::int as failed, coalesce(sum(revenue), 0)::float as revenue,
         coalesce(sum(work), 0)::float as work, sum(costed)::int as costed, coalesce(sum(margin), 0)::float as margin,
         sum(returned)::int as returned, sum(ended)::int as ended
    from (select month, kind, count(*) as jobs, count(started_first) as starts,
                 count(*) filter (where started_first) as "startedFirst", count(late) as promised,
                 count(*) filter (where late <= 0) as "inTime", sum(attempts) as attempts, sum(failed) as failed,
                 sum(revenue) as revenue, sum(work) as work, count(cost) as costed, sum(revenue - cost) as margin,
                 count(*) filter (where returned) as returned, count(*) filter (where ended) as ended
            from job_measure ${WHERE} group by month, kind) one
   group by grouping sets ((month), (kind), ()) having count(*) > 0`;

/** What medians are told of, and of which jobs; what ended without its work says nothing of some of it. */
const MIDDLED = {
  turnaround: { column: 'turnaround', of: 'and not ended' },
  late: { column: 'late', of: 'and not ended' },
  speedUp: { column: 'speed_up', of: '' },
  hands: { column: 'hands', of: '' },
} as const;
type Middled = keyof typeof MIDDLED;

/** How often each value comes: the middle of it is found from that, without sorting each job. */
const VALUES = `
  select of, month, kind, value, sum(times)::int as times
    from (${Object.entries(MIDDLED)
      .map(
        ([name, { column, of }]) =>
          `select '${name}' as of, month, kind, ${column} as value, count(*) as times
             from job_measure ${WHERE} and ${column} is not null ${of} group by month, kind, ${column}`,
      )
      .join(' union all ')}) one
   group by of, grouping sets ((month, value), (kind, value), (value))`;

/** What goes through every job that was closed: months from and until, one kind and one model or null. */
export const OVER_ALL_JOBS: readonly string[] = [SUMS, VALUES];

/** The shop's own figures, by month and by kind of job. */
export async function viewYardsticks(
  manager: EntityManager,
  now: Date,
  asked: YardstickQuery,
): Promise<Omit<YardsticksView, 'behind'>> {
  const { formats } = await readShop(manager);
  const until = asked.until ?? shopDay(now, formats).slice(0, 7);
  const from = asked.from ?? monthsBefore(until, USUAL - 1);
  const within: Within = {
    ...{ from: numberOf(from), until: numberOf(until) },
    ...{ kind: asked.kind ?? null, model: asked.model ?? null },
  };
  const asks = [within.from, within.until, within.kind, within.model];
  const sums = await rows<Sums>(manager, SUMS, asks);
  const values = await countedBy(manager, asks);
  const rowOf = (
    of: string,
    { month: _month, kind: _kind, promised: _promised, ...sum }: Sums,
    key: string,
  ): YardstickRow => ({
    ...{ of, ...sum },
    turnaround: counted(values.get(`turnaround|${key}`) ?? []),
    late: counted(values.get(`late|${key}`) ?? []),
    speedUp: counted(values.get(`speedUp|${key}`) ?? []),
    hands: counted(values.get(`hands|${key}`) ?? []),
  });
  const tell = (one: Sums) => rowOf(one.month === null ? (one.kind ?? 'all') : monthOf(one.month), one, keyOf(one));
  const months = sums.filter(({ month }) => month !== null).map(tell);
  const kinds = sums.filter(({ month, kind }) => month === null && kind !== null).map(tell);
  const all = sums.find(({ month, kind }) => month === null && kind === null);
  return {
    ...{ from, until },
    months: months.sort((one, other) => (one.of < other.of ? -1 : 1)),
    kinds: kinds.sort((one, other) => other.jobs - one.jobs || (one.of < other.of ? -1 : 1)),
    all: tell(all ?? NOTHING),
    ...(await runsWithin(manager, from, until)),
    noStarts: await noStarts(manager, from, until),
    returns: await returnsByModel(manager, asks),
    returnedParts: await returnedParts(manager, from, until),
  };
}

const NOTHING: Sums = {
  ...{ month: null, kind: null, jobs: 0, starts: 0, startedFirst: 0, promised: 0, inTime: 0 },
  ...{ attempts: 0, failed: 0, revenue: 0, work: 0, costed: 0, margin: 0, returned: 0, ended: 0 },
};

const numberOf = (month: string) => Number(month.replace('-', ''));
const monthOf = (month: number) => `${String(month).slice(0, 4)}-${String(month).slice(4)}`;
const keyOf = ({ month, kind }: Grouped) => `${month ?? ''}|${kind ?? ''}`;

function monthsBefore(month: string, count: number): string {
  const at = new Date(`${month}-01T00:00:00Z`);
  at.setUTCMonth(at.getUTCMonth() - count);
  return at.toISOString().slice(0, 7);
}

/** How often each value comes, by what it is of and the row that it belongs to. */
async function countedBy(
  manager: EntityManager,
  asks: readonly unknown[],
): Promise<Map<`${Middled}|${string}`, [number, number][]>> {
  const found = await rows<Grouped & { of: Middled; value: number; times: number }>(manager, VALUES, [...asks]);
  const grouped = new Map<`${Middled}|${string}`, [number, number][]>();
  for (const one of found) {
    const key = `${one.of}|${keyOf(one)}` as const;
    const own = grouped.get(key) ?? [];
    own.push([one.value, one.times]);
    grouped.set(key, own);
  }
  return grouped;
}

/** The first moment of a month, and of the one after another: enough for runs, whose month nobody counts to the hour. */
const spanOf = (from: string, until: string) => [`${from}-01`, `${monthsBefore(until, -1)}-01`];

async function runsWithin(
  manager: EntityManager,
  from: string,
  until: string,
): Promise<Pick<YardsticksView, 'ranges' | 'berths' | 'failures' | 'helped'>> {
  const latest = `latest as (select * from run where ended_at >= $1::date and ended_at < $2::date order by ended_at desc limit ${RUNS})`;
  const span = spanOf(from, until);
  const ranges = await rows<RangesHeld>(
    manager,
    `with ${latest}, took as (
       select ended_at, (estimate ->> 'low')::float as low, (estimate ->> 'high')::float as high,
              ${RUN_TOOK} as seconds
         from latest r where outcome = 'ended well' and learn)
     select to_char(ended_at, 'YYYY-MM') as month, count(*)::int as runs,
            count(*) filter (where seconds between low and high)::int as held
       from took group by 1 order by 1`,
    span,
  );
  const berths = await rows<YardsticksView['berths'][number]>(
    manager,
    `with ${latest} select coalesce(b.number, 0) as berth, count(*)::int as runs,
            round(sum(extract(epoch from l.ended_at - l.began_at)) / 3600)::int as hours
       from latest l left join berth b on b.id = l.berth_id group by 1 order by 1`,
    span,
  );
  const failures = await rows<YardsticksView['failures'][number]>(
    manager,
    `with ${latest} select kind as run, outcome, case when kind = 'copy' then coalesce(judged ->> 'sign', 'not counted') end as sign,
            count(*)::int as count from latest
      where outcome <> 'ended well' group by 1, 2, 3 order by 4 desc, 1, 2, 3`,
    span,
  );
  const helped = await rows<YardsticksView['helped'][number]>(
    manager,
    `with ${latest}, one as (
       select changed, outcome, lag(outcome) over (partition by job_id, kind, onto order by attempt) as before from latest)
     select changed, count(*)::int as tried, count(*) filter (where outcome = 'ended well')::int as helped
       from one where before = 'failed' and changed <> '' group by 1 order by 3 desc, 2 desc, 1 limit ${CHANGES}`,
    span,
  );
  return { ranges, berths, failures, helped };
}

function noStarts(manager: EntityManager, from: string, until: string): Promise<YardsticksView['noStarts']> {
  return rows(
    manager,
    `select one.value ->> 'cause' as cause, count(*)::int as count
       from fact f cross join lateral jsonb_array_elements(f.value -> 'tries') one
      where f.current and f.key = 'no start' and f.at >= $1::date and f.at < $2::date
        and one.value ->> 'outcome' in ('that was it', 'mended, still does not start')
      group by 1 order by 2 desc, 1`,
    spanOf(from, until),
  );
}

/** Models that are named at most: those with the most returns. */
const MODELS = 20;

function returnsByModel(manager: EntityManager, values: readonly unknown[]): Promise<YardsticksView['returns']> {
  return rows(
    manager,
    `select m.spec ->> 'maker' || ' ' || (m.spec ->> 'name') as model, one.returned, one.jobs
       from (select model_id, count(*) filter (where returned)::int as returned, count(*)::int as jobs
               from job_measure ${WHERE} group by 1) one
       join device_model m on m.id = one.model_id
      where one.returned > 0 order by one.returned desc, 1 limit ${MODELS}`,
    [...values],
  );
}

/** Parts of ours that came back as failed, by the serial that was noted. */
function returnedParts(manager: EntityManager, from: string, until: string): Promise<YardsticksView['returnedParts']> {
  return rows(
    manager,
    `select p.maker || ' ' || p.name as part, count(*)::int as returned
       from fact f join drive r on upper(r.serial) = upper(f.value ->> 'serial') join part p on p.id = r.part_id
      where f.current and f.key = 'return cause' and f.value ->> 'serial' <> '' and f.at >= $1::date and f.at < $2::date
      group by 1 order by 2 desc, 1 limit ${MODELS}`,
    spanOf(from, until),
  );
}

/** Columns of the file of them. */
export const YARDSTICK_COLUMNS = [
  ...['of', 'jobs', 'ended', 'turnaroundLow', 'turnaround', 'turnaroundHigh', 'lateLow', 'late', 'lateHigh', 'inTime'],
  ...[
    'starts',
    'startedFirst',
    'attempts',
    'failed',
    'speedUp',
    'hands',
    'revenue',
    'work',
    'costed',
    'margin',
    'returned',
  ],
] as const;

/** The same as lines of a file: months, then kinds, then all of it; hours, multiples, shares and amounts in minor units. */
export function linesOf({ months, kinds, all }: Pick<YardsticksView, 'months' | 'kinds' | 'all'>): object[] {
  return [...months, ...kinds, all].map(({ turnaround, late, speedUp, hands, ...row }) => ({
    ...row,
    ...{ turnaroundLow: turnaround.low, turnaround: turnaround.middle, turnaroundHigh: turnaround.high },
    ...{ lateLow: late.low, late: late.middle, lateHigh: late.high },
    speedUp: speedUp.middle === null ? null : speedUp.middle / 10,
    hands: hands.middle === null ? null : hands.middle / 100,
  }));
}
