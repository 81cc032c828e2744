import { estimateMemoryTest, PASSES, type RunEstimate } from '../estimate';
import type { PlannedRun } from '../facts';
import { STATIONS, STEPS, type StepId } from '../stations';
import { END_RULES } from './rules/end-rules';
import { gatesOf, isPassed } from './gates';
import { filesToBring, wants } from './evidence/evidence';
import { memoryTestOf, memoryToTest } from './evidence/memory-test';
import { preparationsOf } from './evidence/preparations';
import { PRICE_RULE } from './rules/price-rule';
import { perSnapshot } from './snapshot/per-snapshot';
import { gatesFor, minutesOf, type StepRule } from './rules/step-rule';
import { lastCopy, preparingRun } from './evidence/targets';
import {
  type Gate,
  type JobSnapshot,
  type Procedure,
  type RunSummary,
  type StationState,
  type Step,
} from './snapshot/types';
import { WORK_RULES } from './rules/work-rules';

/**
 * The procedure of a job: its steps in an order that its route decides, each with its state and what it waits
 * for; its gates; the state of the eight stations. A step that was recorded stays done even when one before it
 * opens again; it is the gates that then refuse to go on. After an end without work the steps are the way back.
 */
export const procedureOf = perSnapshot((job): Procedure => {
  const gates = gatesOf(job);
  const ordering = ordered(
    (job.end ? END_RULES : DOING).filter((rule) => rule.applies(job)),
    job,
  );
  const rules = ordering.map(({ rule }) => rule);
  const doneIds = new Set(rules.filter((rule) => rule.done(job)).map((rule) => rule.id));
  const titles = new Map(rules.map((rule) => [rule.id, rule.title(job)]));
  const around: Around = { gates: new Map(gates.map((gate) => [gate.id, gate])), done: doneIds, titles };
  const steps = ordering.map(({ rule, after }): Step => {
    const done = doneIds.has(rule.id);
    const { missing, first } = done ? NOTHING : waiting(gatesFor(rule, job), after, around);
    const waitsFor = [...missing, ...first.map((title) => `First: ${title}.`)];
    const run = done ? null : runOf(rule.id, job);
    const byHands = waitsFor.length > 0 ? 'waiting' : 'ready';
    const state = done ? 'done' : run ? (run.wants ? 'ready' : 'running') : byHands;
    return {
      id: rule.id,
      station: STEPS[rule.id],
      title: titles.get(rule.id) ?? '',
      minutes: minutesOf(rule, job),
      state,
      calls: Boolean(run?.wants),
      waitsFor,
      first,
    };
  });
  return {
    steps,
    preparations: titles.has('prepare') ? preparationsOf(job) : [],
    gates,
    stations: stationStates(steps, job),
    handsLeft: steps.filter((step) => step.state !== 'done').reduce((total, step) => total + step.minutes, 0),
    unattendedLeft: unattendedMinutes(job, doneIds),
  };
});

/** What of the step goes on by itself at the moment; null where nothing does. */
function runOf(id: StepId, job: JobSnapshot): RunSummary | null {
  if (id === 'prepare') {
    const run = preparingRun(job);
    return run && (run.wants || !handsBefore(job, run)) ? run : null;
  }
  const run = id === 'end copy' ? lastCopy(job) : id === 'test memory' ? memoryTestOf(job) : null;
  return run?.outcome === 'running' ? run : null;
}

/** Whether something that hands see to before what runs is still open: it can be done meanwhile. */
function handsBefore(job: JobSnapshot, run: RunSummary): boolean {
  const all = preparationsOf(job);
  const at = all.findIndex((one) => one.run?.kind === run.kind && one.run.about === run.about);
  return all.slice(0, Math.max(0, at)).some((one) => one.run === null && !one.done);
}

/** A rule with what comes before it in a job. */
interface OrderedRule {
  rule: StepRule;
  after: readonly StepId[];
}

/** What a step waits for is looked up in. */
interface Around {
  gates: ReadonlyMap<Gate['id'], Gate>;
  done: ReadonlySet<StepId>;
  /** Of the steps that the job has. */
  titles: ReadonlyMap<StepId, string>;
}

/** Stable order in which no step stands before one that must come first. Throws for a circle in the rules. */
function ordered(rules: readonly StepRule[], job: JobSnapshot): OrderedRule[] {
  const left = rules.map((rule) => ({ rule, after: rule.after(job) }));
  const open = new Set(rules.map(({ id }) => id));
  const ordering: OrderedRule[] = [];
  while (left.length > 0) {
    let at = 0;
    while (at < left.length && waitsForOne(left[at]?.after ?? [], open)) at += 1;
    const [next] = left.splice(at, 1);
    if (!next) throw new Error('the step rules refer to each other in a circle');
    open.delete(next.rule.id);
    ordering.push(next);
  }
  return ordering;
}

function waitsForOne(after: readonly StepId[], open: ReadonlySet<StepId>): boolean {
  for (const id of after) if (open.has(id)) return true;
  return false;
}

function waiting(
  needed: readonly Gate['id'][],
  after: readonly StepId[],
  { gates, done, titles }: Around,
): { missing: string[]; first: string[] } {
  const missing = needed.flatMap((id) => {
    const gate = gates.get(id);
    return gate && !isPassed(gate) ? gate.missing : [];
  });
  const before = after.filter((id) => titles.has(id) && !done.has(id) && !passedByOverride(id, gates));
  return { missing, first: before.map((id) => titles.get(id) ?? id) };
}

const NOTHING = { missing: [], first: [] };

const DOING: readonly StepRule[] = [...WORK_RULES, PRICE_RULE];

/** Steps whose evidence a gate asks for are passed over once that gate is overridden. */
const EVIDENCE_OF: Readonly<Partial<Record<StepId, Gate['id']>>> = {
  'measure before': 'assessed',
  prepare: 'prepared',
  'agree price': 'price agreed',
  'end copy': 'copied',
  'read back': 'read back',
  'trial start': 'started',
  'close up': 'balanced',
  'measure after': 'measured',
  'check functions': 'functions',
  'place old drive': 'old drive placed',
  'give document': 'signed',
  sign: 'signed',
  'see as it came': 'as it came',
  'give back': 'given back',
};

function passedByOverride(id: StepId, gates: Around['gates']): boolean {
  const evidence = EVIDENCE_OF[id];
  const gate = evidence && gates.get(evidence);
  return gate !== undefined && !gate.holds && isPassed(gate);
}

/** Whether it is an attempt at what was planned. */
function isRunOf({ about, onto, estimate }: PlannedRun, run: RunSummary): boolean {
  return estimate.kind === run.kind && about === run.about && onto === run.onto;
}

/** What runs by itself of a job: now, and still to come. */
export interface RunsLeft {
  /** What runs now, as long as its job waits for it, with what is left of it, seconds. */
  now: { run: RunSummary; left: { low: number; high: number } } | null;
  /** Of the plan, in its order. */
  ahead: PlannedRun[];
  /** The memory test by rules of thumb; null where none is to come. */
  memoryTest: RunEstimate | null;
}

/** The runs of a job that are not over, after what of its steps is done. */
export function runsLeft(job: JobSnapshot, done: { has: (id: StepId) => boolean }): RunsLeft {
  if (job.end) return { now: null, ahead: [], memoryTest: null };
  const copied = done.has('end copy');
  const now = job.runs.find(({ outcome }) => outcome === 'running');
  const planned = job.facts.plan?.work ?? [];
  const own = planned.find((one) => now && isRunOf(one, now));
  const brought = new Set(filesToBring(job).flatMap(({ volume, known }) => (known ? [volume.id] : [])));
  const ahead = planned.filter(
    (one) =>
      one !== own &&
      // Files are brought once it is copied; what else was planned is over then, however it went.
      (!copied || one.estimate.kind === 'bring files') &&
      !brought.has(one.about ?? '') &&
      !job.runs.some((run) => isRunOf(one, run) && run.outcome === 'ended well'),
  );
  const lasts = now && (!copied || now.kind === 'memory test');
  const left = now?.left ?? own?.estimate ?? { low: 0, high: 0 };
  const memory = wants(job, 'memory') ? memoryToTest(job) : null;
  const tested = !memory || now?.kind === 'memory test' || done.has('test memory');
  return {
    now: lasts ? { run: now, left } : null,
    ahead,
    memoryTest: tested ? null : estimateMemoryTest(memory, PASSES.usual, []),
  };
}

/** What runs now, and the runs that are still to come. */
function unattendedMinutes(job: JobSnapshot, done: ReadonlySet<StepId>): number {
  const { now, ahead, memoryTest } = runsLeft(job, done);
  const planned = ahead.reduce((sum, { estimate }) => sum + estimate.middle, 0);
  return ((now?.left.high ?? 0) + (memoryTest?.middle ?? 0) + planned) / 60;
}

function stationStates(steps: readonly Step[], job: JobSnapshot): StationState[] {
  return STATIONS.map((station, index) => {
    const own = steps.filter((step) => step.station === station);
    const left =
      job.end && own.length === 0 && WORK_RULES.some((rule) => STEPS[rule.id] === station && rule.applies(job));
    return { station, number: index + 1, state: left ? 'left' : stationState(own) };
  });
}

function stationState(own: readonly Step[]): StationState['state'] {
  if (own.length === 0) return 'absent';
  if (own.every((step) => step.state === 'done')) return 'done';
  const some = (state: Step['state']) => own.some((step) => step.state === state);
  return some('ready') ? 'open' : some('running') ? 'running' : 'ahead';
}
