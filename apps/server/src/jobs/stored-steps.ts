import type { JobFacts } from '@udrel/core/facts';
import { isGrave } from '@udrel/core/identity';
import { completePlan } from '@udrel/core/plan-file';
import type { End, JobSnapshot, OrderedPart, Override, Rates, RunSummary, Wish } from '@udrel/core/steps';
import type { DisassemblyItem } from '@udrel/core/disassembly';
import type { ModelSpec, RunView } from '@udrel/contract/types';
import { dequal } from 'dequal';
import type { EntityManager } from 'typeorm';
import { firstRow, wordsIn } from '../platform/database/database';
import { RUN_JSON, viewRun, wantsAt, type StoredRun } from './run-view';

/** What of a model its jobs' steps are computed from, and what it is called. */
const OF_MODEL = ['maker', 'name', 'kind', 'firmware', 'battery', 'opening'] as const;
export type SteppedModel = Pick<ModelSpec, (typeof OF_MODEL)[number]>;

/** What a snapshot is put together from. */
interface StoredSteps {
  price: number | null;
  closed: boolean;
  endedAs: End['kind'] | null;
  stub: boolean;
  model: SteppedModel;
  soldered: string[];
  rates: Rates;
  ordered: OrderedPart[];
  wishes: Wish[];
  facts: JobFacts;
  disassembly: DisassemblyItem[];
  overrides: Override[];
  runs: StoredRun[];
}

/** What is on order for a job `j`. */
const ORDERED = `(select coalesce(json_agg(json_build_object('id', q.id, 'partId', q.part_id,
                          'name', p.maker || ' ' || p.name || ', ' || p.part_number, 'count', q.count,
                          'serialised', p.serialised, 'supplier', q.supplier, 'expected', q.expected,
                          'dueAt', extract(epoch from q.expected::date) * 1000, 'quoted', q.quoted)
                          order by q.ordered_at, q.id), '[]')
              from part_order q join part p on p.id = q.part_id where q.job_id = j.id and q.state = 'ordered')`;

/** What is on order for a job now. */
export async function readOrdered(manager: EntityManager, jobId: string): Promise<OrderedPart[]> {
  const sql = `select ${ORDERED} as ordered from job j where j.id = $1`;
  return (await firstRow<{ ordered: OrderedPart[] }>(manager, sql, [jobId]))?.ordered ?? [];
}

/**
 * `StoredSteps` of a job `j` of a model `m` as one text: it is compared with what was read before, and read only when
 * it is another.
 */
export const STEPS_TEXT = `json_build_object(
           'price', j.price, 'closed', j.closed_at is not null, 'endedAs', j.ended_as, 'stub', m.stub,
           'model', (select json_object_agg(s.key, s.value) from jsonb_each(m.spec) s where s.key in ${wordsIn(OF_MODEL)}),
           'soldered', jsonb_path_query_array(m.spec, '$.sites[*] ? (@.form == "soldered").id'),
           'rates', coalesce((select s.value from setting s where s.key = 'rates'), '{"hourly":0,"taxPercent":0}'),
           'ordered', ${ORDERED},
           'wishes', (select coalesce(json_agg(json_build_object('kind', w.kind, 'least', w.least)), '[]')
              from wish w where w.job_id = j.id),
           'facts', (select coalesce(json_object_agg(f.key, f.value), '{}')
              from fact f where f.job_id = j.id and f.current),
           'disassembly', (select coalesce(json_agg(json_build_object('id', i.id, 'stage', i.stage, 'kind', i.kind,
                        'name', i.name, 'count', i.count, 'out', i.out_count, 'back', i.back_count,
                        'missing', i.missing_count, 'left', i.left_count, 'replaced', i.replaced_count,
                        'details', i.details, 'outAt', i.out_at, 'backAt', i.back_at)
                        order by i.position), '[]')
              from disassembly_item i where i.job_id = j.id),
           'overrides', (select coalesce(json_agg(json_build_object('gate', g.gate, 'reason', g.reason, 'by', s.name,
                            'at', g.at, 'amount', g.amount) order by g.at, g.gate), '[]')
              from gate_override g join staff s on s.id = g.by where g.job_id = j.id),
           'runs', (select coalesce(json_agg(${RUN_JSON} order by r.began_at, r.attempt), '[]')
              from run r left join berth b on b.id = r.berth_id where r.job_id = j.id))::text`;

/** The version of a row of `job`, which `STEPS_MARK` is made of. */
export const ROW_OF_JOB = `concat_ws(' ', ctid, xmin) as "row"`;

/**
 * What changes whenever `STEPS_TEXT` of a job may: versions of the rows that it is read from. Each writing of what belongs to
 * a job alone moves its own row too; the runs of what runs are read each time. Null within a transaction that has written:
 * what it wrote may not stay.
 */
export const STEPS_MARK = `case when pg_current_xact_id_if_assigned() is null then
           concat_ws(' ', j."row", d.xmin, m.ctid, m.xmin,
             (select s.xmin from setting s where s.key = 'rates'),
             (select md5(string_agg(s.name, ',' order by s.id)) from staff s),
             (select string_agg(concat_ws('.', q.ctid, q.xmin, p.ctid, p.xmin), ',' order by q.id)
                from part_order q join part p on p.id = q.part_id where q.job_id = j.id and q.state = 'ordered')) end`;

/** What is computed from, as it was read. */
interface Steps {
  model: SteppedModel;
  runs: readonly RunView[];
  snapshot: JobSnapshot;
}

/** Most jobs whose steps are remembered: more than a shop has open. */
const REMEMBERED = 2000;

interface Remembered {
  /** What was read last. */
  text: string;
  /** What stood as its mark before. */
  mark: string | null;
  /** What it says; null while something runs: that says something else each moment. */
  steps: Steps | null;
  /** What it says besides, while something runs. */
  stored: StoredSteps | null;
}

const remembered = new Map<string, Remembered>();

/** What was read under a mark, and whether only its runs have to be read; null where all of it has to be. */
export function knownUnder(tag: string, mark: string | null): { steps: Steps } | 'but for its runs' | null {
  const known = remembered.get(tag);
  if (!known || mark === null || known.mark !== mark) return null;
  return known.steps ? { steps: known.steps } : 'but for its runs';
}

/** The same with its runs as they are now; null where nothing of it is known any more. */
export function stepsRunning(tag: string, stored: readonly StoredRun[], now: Date): Steps | null {
  const rest = remembered.get(tag)?.stored;
  return rest ? stepsFrom(rest, stored, now) : null;
}

/**
 * What a text of `STEPS_TEXT` says. What says the same as before is the same snapshot, so that nothing is worked out
 * from it again.
 *
 * @param mark `STEPS_MARK` as it was read before the text; null where it was not
 */
export function stepsOf(tag: string, text: string, now: Date, mark: string | null = null): Steps {
  const known = remembered.get(tag);
  if (known?.steps && known.text === text) {
    known.mark = mark ?? known.mark;
    return known.steps;
  }
  const stored = JSON.parse(text) as StoredSteps;
  const read = stepsFrom(stored, stored.runs, now);
  if (read.runs.some(({ outcome }) => outcome === 'running')) {
    remember(tag, { text: '', mark, steps: null, stored });
    return read;
  }
  const was = known?.steps?.snapshot;
  const steps = was && dequal(was, read.snapshot) ? { ...read, snapshot: was } : read;
  remember(tag, { text, mark, steps, stored: null });
  return steps;
}

function stepsFrom(stored: StoredSteps, storedRuns: readonly StoredRun[], now: Date): Steps {
  const runs = storedRuns.map((run) => viewRun(run, now));
  return { model: stored.model, runs, snapshot: snapshotOf(stored, runs, now) };
}

/** Remembers what a change of a job left: most often it is what is read next. */
export function rememberSteps(tag: string, { model, runs, snapshot }: Steps): void {
  if (remembered.has(tag)) remember(tag, { text: '', mark: null, steps: { model, runs, snapshot }, stored: null });
}

/** Has everything worked out anew: its words are written otherwise from now on. */
export function forgetSteps(): void {
  remembered.clear();
}

function remember(tag: string, known: Remembered): void {
  // Those that said something new longest ago go first.
  remembered.delete(tag);
  remembered.set(tag, known);
  const [oldest] = remembered.keys();
  if (remembered.size > REMEMBERED && oldest !== undefined) remembered.delete(oldest);
}

/** The one place where a job's snapshot is put together. */
function snapshotOf(stored: StoredSteps, runs: readonly RunView[], now: Date): JobSnapshot {
  const { wishes, facts, disassembly, overrides, endedAs, rates, ordered, model, stub, soldered, price, closed } =
    stored;
  const snapshot: JobSnapshot = {
    wishes,
    ...stepsOfModel(model, soldered, stub),
    end: endedAs === null ? null : { kind: endedAs },
    facts,
    runs: runs.map((run) => summarise(run, facts, now)),
    disassembly,
    overrides,
    told: price,
    rates,
    ordered,
    closed,
  };
  const { plan } = facts;
  return plan ? { ...snapshot, facts: { ...facts, plan: completePlan(snapshot, plan) } } : snapshot;
}

/** What a model has to say to the steps of its devices' jobs. */
export function stepsOfModel(
  model: SteppedModel,
  soldered: string[],
  stub: boolean,
): Pick<JobSnapshot, 'modelKnown' | 'device' | 'opening'> {
  return {
    modelKnown: !stub,
    device: {
      uefi: model.firmware.uefi,
      battery: batteryOf(model),
      soldered,
      startsOutside: model.firmware.startsOutside ?? null,
    },
    opening: model.opening ?? null,
  };
}

/** Sites whose storage is on the board. */
export function solderedIn({ sites }: Pick<ModelSpec, 'sites'>): string[] {
  return sites.filter(({ form }) => form === 'soldered').map(({ id }) => id);
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
    berth: run.berth,
    losses: run.losses,
    wants,
  };
}

/** Whether the device runs from a battery; null where its model does not say. */
function batteryOf({ battery, kind }: SteppedModel): boolean | null {
  if (battery !== undefined) return battery !== 'none';
  if (kind === 'desktop') return false;
  return kind === 'laptop' || kind === 'handheld' ? true : null;
}
