import { CHOICE_KEYS } from '@udrel/core/facts';
import type {
  AlikeJob,
  EarlierJob,
  FactOrigin,
  HoldingView,
  ModelSpec,
  RunView,
  SecretView,
  BelongingView,
  TrialView,
} from '@udrel/contract/types';
import type { JobSnapshot } from '@udrel/core/steps';
import type { EntityManager } from 'typeorm';
import { earlierSql } from './earlier-jobs';
import { firstRow, rows, wordsIn } from '../platform/database/database';
import {
  knownUnder,
  ROW_OF_JOB,
  STEPS_MARK,
  STEPS_TEXT,
  stepsOf,
  stepsRunning,
  type SteppedModel,
} from './stored-steps';
import { RUNS_OF_SQL, type StoredRun } from './run-view';

/** Columns that every reading of jobs has. */
interface StoredOpen {
  tag: string;
  promisedAt: Date | null;
  agreedAt: Date | null;
  version: number;
  holding: HoldingView;
  customer: string;
}

/** One of the open jobs, with what tells whether its steps are known. */
interface MarkedJob extends StoredOpen {
  mark: string | null;
}

interface StoredJob extends StoredOpen {
  /** What the steps are computed from, as it is stored. */
  steps: string;
  id: string;
  number: number;
  orderNumber: number;
  complaint: string;
  condition: string;
  price: number | null;
  closedAt: Date | null;
  /** Since when nothing but the customer is waited for. */
  readySince: Date | null;
  stub: boolean;
  bookedAt: Date;
  guaranteedUntil: Date | null;
  together: string[];
  alike: AlikeJob[];
  customerId: string;
  phone: string;
  email: string;
  deviceId: string;
  serial: string;
  modelId: string;
  model: ModelSpec;
  earlier: EarlierJob[];
  secrets: SecretView[];
  origins: FactOrigin[];
  trials: TrialView[];
  belongings: BelongingView[];
}

/** A job with everything its steps and gates are computed from. */
export interface JobRecord extends Omit<StoredJob, 'steps'> {
  readonly runs: readonly RunView[];
  readonly snapshot: JobSnapshot;
}

/** A job as the Floor needs it. */
export interface OpenJob extends StoredOpen {
  model: SteppedModel;
  snapshot: JobSnapshot;
}

/** Which jobs to read: by tag, those of an order, or those of the orders of a customer that are not all closed. */
type Which = { tag: string } | { order: number } | { openOf: string };

/** Columns of `StoredOpen`. */
const OPEN_COLUMNS = `
         j.tag, j.promised_at as "promisedAt", j.agreed_at as "agreedAt", j.version, c.name as customer,
         json_build_object(
           'claimed', case when t.id is null then null
             else json_build_object('id', t.id, 'name', t.name, 'at', j.claimed_at) end,
           'handOff', case when j.hand_off is null then null
             else j.hand_off || jsonb_build_object('by', p.name) end) as holding`;

const fromJobs = (jobs: string) => `
    from ${jobs} j
    join shop_order o on o.id = j.order_id
    join customer c on c.id = o.customer_id
    join device d on d.id = j.device_id
    join device_model m on m.id = d.model_id
    left join staff t on t.id = j.claimed_by
    left join staff p on p.id = j.handed_off_by`;

/** One job or many with everything known of them; a condition on `j` follows. */
export const JOBS_SQL = `
  select ${OPEN_COLUMNS}, ${STEPS_TEXT} as steps,
         j.id, j.number, o.number as "orderNumber", j.complaint, j.condition, j.price, m.stub,
         j.closed_at as "closedAt", j.ready_since as "readySince", j.booked_at as "bookedAt", j.guarantee_until as "guaranteedUntil",
         (select coalesce(json_agg(x.tag order by x.number), '[]')
            from job x where x.order_id = j.order_id and x.id <> j.id) as together,
         (select coalesce(json_agg(json_build_object('tag', x.tag, 'serial', y.serial, 'chosen', exists (
                   select 1 from fact f where f.job_id = x.id and f.current
                      and f.key in ${wordsIn([...CHOICE_KEYS, 'memory choice'])})) order by x.number), '[]')
            from job x join device y on y.id = x.device_id
           where x.order_id = j.order_id and x.id <> j.id and y.model_id = d.model_id and x.closed_at is null
             and x.ended_as is null
             and (select string_agg(w.kind, ',' order by w.kind) from wish w where w.job_id = x.id)
               = (select string_agg(w.kind, ',' order by w.kind) from wish w where w.job_id = j.id)) as alike,
         c.id as "customerId", c.phone, c.email, d.id as "deviceId", d.serial, m.id as "modelId", m.spec as model,
         ${earlierSql('e.id <> j.id and e.number < j.number')} as earlier,
         (select coalesce(json_agg(json_build_object('id', k.id, 'label', k.label, 'by', s.name, 'at', k.at,
                                                     'shown', k.shown, 'erased', k.sealed is null)
                                   order by k.at, k.label), '[]')
            from secret k join staff s on s.id = k.by where k.job_id = j.id) as secrets,
         (select coalesce(json_agg(json_build_object('key', f.key, 'origin', f.origin, 'by', s.name, 'at', f.at)
                                   order by f.at, f.key), '[]')
            from fact f join staff s on s.id = f.by where f.job_id = j.id and f.current) as origins,
         (select coalesce(json_agg(f.value::jsonb || jsonb_build_object('by', s.name, 'at', f.at) order by f.at, f.current, f.id), '[]')
            from fact f join staff s on s.id = f.by where f.job_id = j.id and f.key = 'trial start') as trials,
         (select coalesce(json_agg(json_build_object('id', g.id, 'number', g.number, 'name', g.name,
                                                     'place', coalesce(l.code, ''), 'serial', g.serial, 'stay', g.stay,
                                                     'until', g.kept_until, 'back', g.returned_at is not null)
                                   order by g.number), '[]')
            from belonging g left join place l on l.id = g.place_id where g.job_id = j.id) as belongings
  ${fromJobs('job')}`;

/**
 * Those that are looked at are chosen before anything is joined to them: else whole tables are read to throw most of it
 * away.
 */
const FIRST_PROMISED = `(select *, ${ROW_OF_JOB} from job where closed_at is null order by promised_at nulls last, number limit $1)`;

/** Every open job, with what tells whether its steps are known. */
export const OPEN_SQL = `
  select ${OPEN_COLUMNS}, ${STEPS_MARK} as mark
  ${fromJobs(FIRST_PROMISED)}
   order by j.promised_at nulls last, j.number`;

/** No more than the steps of jobs are computed from: a model's drawing alone is larger than all of that. */
export const OPEN_STEPS_SQL = `
  select j.tag, ${STEPS_TEXT} as steps
    from job j join device d on d.id = j.device_id join device_model m on m.id = d.model_id
   where j.tag = any ($1)`;

/** Most open jobs that are looked at for the Floor: those promised first. */
const OPEN_LIMIT = 1000;

const BY_TAG = `${JOBS_SQL} where j.tag = $1`;
const OPEN_OF = `${JOBS_SQL} where o.id in (select id from shop_order where customer_id = $1)
  and exists (select 1 from job y where y.order_id = o.id and y.closed_at is null) order by j.number`;
const OF_ORDER = `${JOBS_SQL} where o.number = $1 order by j.number`;

/** Reads jobs with all their facts in one statement. */
export async function readJobs(manager: EntityManager, which: Which, now: Date): Promise<JobRecord[]> {
  const [sql, value] = asked(which);
  const jobs = await rows<StoredJob>(manager, sql, [value]);
  return jobs.map(({ steps, ...job }) => {
    const { runs, snapshot } = stepsOf(job.tag, steps, now);
    return { ...job, runs, snapshot };
  });
}

function asked(which: Which): [sql: string, value: string | number] {
  if ('tag' in which) return [BY_TAG, which.tag.toUpperCase()];
  return 'order' in which ? [OF_ORDER, which.order] : [OPEN_OF, which.openOf];
}

/**
 * Reads what the steps of the open jobs are computed from, and how many are open in all. What did not change since it was
 * read last is not read again.
 */
export async function readOpenJobs(manager: EntityManager, now: Date): Promise<{ jobs: OpenJob[]; open: number }> {
  const marked = await rows<MarkedJob>(manager, OPEN_SQL, [OPEN_LIMIT]);
  const [steps, open] = await Promise.all([stepsOfThese(manager, marked, now), openIn(manager, marked.length)]);
  const jobs: OpenJob[] = [];
  for (const row of marked) {
    const known = steps.get(row.tag);
    if (!known) continue;
    // What is added to a row as it was read costs a tenth of a copy of it, one by one a third of both at once.
    const job = row as MarkedJob & OpenJob;
    job.model = known.model;
    job.snapshot = known.snapshot;
    jobs.push(job);
  }
  return { jobs, open: open ?? jobs.length };
}

/** How many jobs are open in all, where more may be than were looked at; null where all of them were. */
async function openIn(manager: EntityManager, looked: number): Promise<number | null> {
  if (looked < OPEN_LIMIT) return null;
  const sql = 'select count(*)::int as open from job where closed_at is null';
  return (await firstRow<{ open: number }>(manager, sql))?.open ?? null;
}

/** The steps of jobs: of what runs its runs are read, of what changed all of it, and nothing of what is known. */
async function stepsOfThese(
  manager: EntityManager,
  marked: readonly MarkedJob[],
  now: Date,
): Promise<Map<string, Pick<OpenJob, 'model' | 'snapshot'>>> {
  const steps = new Map<string, Pick<OpenJob, 'model' | 'snapshot'>>();
  const marks = new Map<string, string | null>();
  const running: string[] = [];
  for (const { tag, mark } of marked) {
    const known = knownUnder(tag, mark);
    if (known === null) marks.set(tag, mark);
    else if (known === 'but for its runs') running.push(tag);
    else steps.set(tag, known.steps);
  }
  if (running.length > 0) {
    const read = await rows<{ tag: string; runs: StoredRun[] }>(manager, RUNS_OF_SQL, [running]);
    for (const { tag, runs } of read) {
      const asRuns = stepsRunning(tag, runs, now);
      if (asRuns) steps.set(tag, asRuns);
      else marks.set(tag, null);
    }
  }
  if (marks.size > 0) {
    const read = await rows<{ tag: string; steps: string }>(manager, OPEN_STEPS_SQL, [[...marks.keys()]]);
    for (const { tag, steps: text } of read) steps.set(tag, stepsOf(tag, text, now, marks.get(tag)));
  }
  return steps;
}
