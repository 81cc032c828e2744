import { CHOICE_KEYS, type JobFacts } from '@udrel/core/facts';
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
import { isGrave } from '@udrel/core/identity';
import { completePlan } from '@udrel/core/plan-file';
import type { End, JobSnapshot, OrderedPart, Override, Rates, RunSummary, Wish } from '@udrel/core/steps';
import type { StripItem } from '@udrel/core/strip';
import type { EntityManager } from 'typeorm';
import { earlierSql } from './earlier-jobs';
import { firstRow, rows, wordsIn } from '../platform/database/database';
import { RUN_JSON, viewRun, wantsAt, type StoredRun } from './run-view';

/** What of a model its jobs' steps are computed from, and what it is called. */
const OF_MODEL = ['maker', 'name', 'kind', 'firmware', 'battery', 'opening'] as const;
type SteppedModel = Pick<ModelSpec, (typeof OF_MODEL)[number]>;

/** What a snapshot is put together from, and what a job is called by. */
interface StoredSteps {
  tag: string;
  price: number | null;
  rates: Rates;
  ordered: OrderedPart[];
  promisedAt: Date | null;
  closedAt: Date | null;
  endedAs: End['kind'] | null;
  holding: HoldingView;
  customer: string;
  model: SteppedModel;
  stub: boolean;
  wishes: Wish[];
  facts: JobFacts;
  strip: StripItem[];
  overrides: Override[];
  runs: StoredRun[];
}

interface StoredJob extends StoredSteps {
  id: string;
  number: number;
  version: number;
  orderNumber: number;
  complaint: string;
  condition: string;
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
export interface JobRecord extends Omit<
  StoredJob,
  'rates' | 'ordered' | 'runs' | 'wishes' | 'facts' | 'strip' | 'overrides' | 'endedAs'
> {
  runs: RunView[];
  snapshot: JobSnapshot;
}

/** A job as the Floor needs it. */
export interface OpenJob extends Pick<StoredSteps, 'tag' | 'promisedAt' | 'holding' | 'customer' | 'model'> {
  snapshot: JobSnapshot;
}

/** Which jobs to read: by tag, or those of an order. */
type Which = { tag: string } | { order: number };

/** Columns of `StoredSteps` but its model. */
const STEPS_COLUMNS = `
         j.tag, j.price, j.promised_at as "promisedAt", j.closed_at as "closedAt", j.ended_as as "endedAs",
         c.name as customer, m.stub,
         json_build_object(
           'takenUp', case when t.id is null then null
             else json_build_object('id', t.id, 'name', t.name, 'at', j.taken_at) end,
           'putDown', case when j.put_down is null then null
             else j.put_down || jsonb_build_object('by', p.name) end) as holding,
         coalesce((select s.value from setting s where s.key = 'rates'), '{"hourly":0,"taxPercent":0}') as rates,
         (select coalesce(json_agg(json_build_object('id', q.id, 'partId', q.part_id, 'name', p.maker || ' ' || p.name || ', ' || p.part_number,
                                                     'count', q.count, 'serialised', p.serialised,
                                                     'supplier', q.supplier, 'expected', q.expected,
                                                     'dueAt', extract(epoch from q.expected::date) * 1000,
                                                     'quoted', q.quoted)
                                   order by q.ordered_at, q.id), '[]')
            from part_order q join part p on p.id = q.part_id
           where q.job_id = j.id and q.state = 'ordered') as ordered,
         (select coalesce(json_agg(json_build_object('kind', w.kind, 'least', w.least)), '[]')
            from wish w where w.job_id = j.id) as wishes,
         (select coalesce(json_object_agg(f.key, f.value), '{}')
            from fact f where f.job_id = j.id and f.current) as facts,
         (select coalesce(json_agg(json_build_object('id', i.id, 'stage', i.stage, 'kind', i.kind, 'name', i.name,
                                                     'count', i.count, 'out', i.out_count, 'back', i.back_count,
                                                     'missing', i.missing_count, 'left', i.left_count,
                                                     'replaced', i.replaced_count)
                                   order by i.position), '[]')
            from strip_item i where i.job_id = j.id) as strip,
         (select coalesce(json_agg(json_build_object('gate', g.gate, 'reason', g.reason, 'by', s.name, 'at', g.at,
                                                     'amount', g.amount)
                                   order by g.at), '[]')
            from gate_override g join staff s on s.id = g.by where g.job_id = j.id) as overrides,
         (select coalesce(json_agg(${RUN_JSON} order by r.began_at, r.attempt), '[]')
            from run r left join berth b on b.id = r.berth_id where r.job_id = j.id) as runs`;

const fromJobs = (jobs: string) => `
    from ${jobs} j
    join shop_order o on o.id = j.order_id
    join customer c on c.id = o.customer_id
    join device d on d.id = j.device_id
    join device_model m on m.id = d.model_id
    left join staff t on t.id = j.taken_by
    left join staff p on p.id = j.put_down_by`;

/** One job or many with everything known of them; a condition on `j` follows. */
export const JOBS_SQL = `
  select ${STEPS_COLUMNS},
         j.id, j.number, j.version, o.number as "orderNumber", j.complaint, j.condition,
         j.booked_at as "bookedAt", j.guarantee_until as "guaranteedUntil",
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
                                                     'place', coalesce(l.code, ''), 'back', g.returned_at is not null)
                                   order by g.number), '[]')
            from belonging g left join place l on l.id = g.place_id where g.job_id = j.id) as belongings
  ${fromJobs('job')}`;

/**
 * Those that are looked at are chosen before anything is joined to them: else whole tables are read to throw most of it
 * away.
 */
const FIRST_PROMISED = `(select * from job where closed_at is null order by promised_at nulls last, number limit $1)`;

/** Every open job with no more than its steps are computed from: a model's drawing alone is larger than all of that. */
export const OPEN_SQL = `
  select ${STEPS_COLUMNS},
         (select json_object_agg(s.key, s.value) from jsonb_each(m.spec) s where s.key = any ($2)) as model
  ${fromJobs(FIRST_PROMISED)}
   order by j.promised_at nulls last, j.number`;

/** Most open jobs that are looked at for the Floor: those promised first. */
const OPEN_LIMIT = 1000;

const BY_TAG = `${JOBS_SQL} where j.tag = $1`;
const OF_ORDER = `${JOBS_SQL} where o.number = $1 order by j.number`;

/** Reads jobs with all their facts in one statement. */
export async function readJobs(manager: EntityManager, which: Which, now: Date): Promise<JobRecord[]> {
  const [sql, value] = 'tag' in which ? [BY_TAG, which.tag.toUpperCase()] : [OF_ORDER, which.order];
  const jobs = await rows<StoredJob>(manager, sql, [value]);
  return jobs.map((one) => {
    const { wishes, facts, strip, overrides, endedAs, rates, ordered, ...job } = one;
    const runs = one.runs.map((run) => viewRun(run, now));
    const stored = { ...job, wishes, facts, strip, overrides, endedAs, rates, ordered };
    return { ...job, runs, snapshot: snapshotOf(stored, runs, now) };
  });
}

/** Reads what the steps of the open jobs are computed from, and how many are open in all. */
export async function readOpenJobs(manager: EntityManager, now: Date): Promise<{ jobs: OpenJob[]; open: number }> {
  const stored = await rows<StoredSteps>(manager, OPEN_SQL, [OPEN_LIMIT, OF_MODEL]);
  const jobs = stored.map((one): OpenJob => {
    const { tag, promisedAt, holding, customer, model } = one;
    const runs = one.runs.map((run) => viewRun(run, now));
    return { tag, promisedAt, holding, customer, model, snapshot: snapshotOf(one, runs, now) };
  });
  if (jobs.length < OPEN_LIMIT) return { jobs, open: jobs.length };
  const counted = await firstRow<{ open: number }>(
    manager,
    'select count(*)::int as open from job where closed_at is null',
  );
  return { jobs, open: counted?.open ?? jobs.length };
}

/** The one place where a job's snapshot is put together. */
function snapshotOf(stored: StoredSteps, runs: readonly RunView[], now: Date): JobSnapshot {
  const snapshot = asStored(stored, runs, now);
  const { plan } = snapshot.facts;
  return plan ? { ...snapshot, facts: { ...snapshot.facts, plan: completePlan(snapshot, plan) } } : snapshot;
}

function asStored(stored: StoredSteps, runs: readonly RunView[], now: Date): JobSnapshot {
  const { wishes, facts, strip, overrides, endedAs, rates, ordered, model, stub, price, closedAt } = stored;
  return {
    wishes,
    modelKnown: !stub,
    device: { uefi: model.firmware.uefi, battery: batteryOf(model) },
    opening: model.opening ?? null,
    end: endedAs === null ? null : { kind: endedAs },
    facts,
    runs: runs.map((run) => summarise(run, facts, now)),
    strip,
    overrides,
    told: price,
    rates,
    ordered,
    closed: closedAt !== null,
  };
}

/** What no berth watches is timed by hand: its estimate less the time gone by. */
export function summarise(run: RunView, { health }: JobFacts, now: Date): RunSummary {
  const { id, kind, about, onto, attempt, sourceSerial, targetSerial, outcome, estimate } = run;
  const gone = (now.getTime() - Date.parse(run.beganAt)) / 1000;
  const byEstimate = { low: Math.max(0, estimate.low - gone), high: Math.max(0, estimate.high - gone) };
  const left = outcome === 'running' ? (run.berth === null ? byEstimate : run.progress.left) : null;
  const alarmed = run.alarms.some(isGrave);
  const wants = outcome === 'running' ? wantsAt(run, health?.grade === 'failing', now) : null;
  const short = outcome === 'ended well' && run.berth !== null && run.progress.done < run.plannedBytes;
  return {
    id,
    kind,
    about,
    onto,
    attempt,
    sourceSerial,
    targetSerial,
    outcome,
    left,
    alarmed,
    short,
    losses: run.losses,
    wants,
  };
}

/** Whether the device runs from a battery; null where its model does not say. */
function batteryOf({ battery, kind }: SteppedModel): boolean | null {
  if (battery !== undefined) return battery !== 'none';
  return kind === 'laptop' || kind === 'handheld' ? true : null;
}
