import { END_RULES } from './end-rules';
import { latestRun } from './evidence';
import { gatePassed, gatesOf } from './gates';
import { PRICE_RULE } from './price-rule';
import { minutesOf, type StepRule } from './step-rule';
import {
  STATIONS,
  type Gate,
  type JobSnapshot,
  type Procedure,
  type StationState,
  type Step,
  type StepId,
} from './types';
import { WORK_RULES } from './work-rules';

/**
 * The procedure of a job: its steps in an order that its route decides, each with its state and what it waits
 * for; its gates; the state of the eight stations. A step that was recorded stays done even when one before it
 * opens again; it is the gates that then refuse to go on. After an end without work the steps are the way back.
 */
export function procedureOf(job: JobSnapshot): Procedure {
  const gates = gatesOf(job);
  const rules = ordered(
    (job.end ? END_RULES : DOING).filter((rule) => rule.applies(job)),
    job,
  );
  const doneIds = new Set(rules.filter((rule) => rule.done(job)).map((rule) => rule.id));
  const present = new Set(rules.map((rule) => rule.id));
  const titles = new Map(rules.map((rule) => [rule.id, rule.title(job)]));
  const steps = rules.map((rule): Step => {
    const waitsFor = doneIds.has(rule.id) ? [] : waiting(rule, job, gates, present, doneIds, titles);
    const running = rule.id === 'end copy' && latestRun(job)?.outcome === 'running';
    const state = doneIds.has(rule.id) ? 'done' : running ? 'running' : waitsFor.length > 0 ? 'waiting' : 'ready';
    return {
      id: rule.id,
      station: rule.station,
      title: rule.title(job),
      minutes: minutesOf(rule, job),
      state,
      waitsFor,
    };
  });
  return {
    steps,
    gates,
    stations: stationStates(steps, job),
    handsLeft: steps.filter((step) => step.state !== 'done').reduce((total, step) => total + step.minutes, 0),
    unattendedLeft: unattendedMinutes(job, doneIds),
  };
}

/** Stable order in which no step stands before one that must come first. Throws for a circle in the rules. */
function ordered(rules: readonly StepRule[], job: JobSnapshot): StepRule[] {
  let left = rules.map((rule) => ({ rule, after: rule.after(job) }));
  const placed: StepRule[] = [];
  while (left.length > 0) {
    const open = new Set(left.map(({ rule }) => rule.id));
    const next = left.find(({ after }) => !after.some((id) => open.has(id)));
    if (!next) throw new Error('the step rules refer to each other in a circle');
    placed.push(next.rule);
    left = left.filter((one) => one !== next);
  }
  return placed;
}

function waiting(
  rule: StepRule,
  job: JobSnapshot,
  gates: readonly Gate[],
  present: ReadonlySet<StepId>,
  done: ReadonlySet<StepId>,
  titles: ReadonlyMap<StepId, string>,
): string[] {
  const closed = rule.gates.filter((id) => !gatePassed(gates, id));
  const sentences = closed.flatMap((id) => gates.find((gate) => gate.id === id)?.missing ?? []);
  const before = rule.after(job).filter((id) => present.has(id) && !done.has(id) && !passedByOverride(id, gates));
  return [...sentences, ...before.map((id) => `First: ${titles.get(id) ?? id}.`)];
}

const DOING: readonly StepRule[] = [...WORK_RULES, PRICE_RULE];

/** Steps whose evidence a gate asks for are passed over once that gate is overridden. */
const EVIDENCE_OF: Readonly<Partial<Record<StepId, Gate['id']>>> = {
  'measure before': 'assessed',
  'agree price': 'price agreed',
  'end copy': 'copied',
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

function passedByOverride(id: StepId, gates: readonly Gate[]): boolean {
  const gate = gates.find((one) => one.id === EVIDENCE_OF[id]);
  return gate !== undefined && !gate.holds && gatePassed(gates, gate.id);
}

function unattendedMinutes(job: JobSnapshot, done: ReadonlySet<StepId>): number {
  if (done.has('end copy') || job.end) return 0;
  const run = latestRun(job);
  if (run?.outcome === 'running') return run.left ? run.left.high / 60 : (job.facts.plan?.estimate.high ?? 0) / 60;
  return (job.facts.plan?.estimate.middle ?? 0) / 60;
}

function stationStates(steps: readonly Step[], job: JobSnapshot): StationState[] {
  return STATIONS.map((station, index) => {
    const own = steps.filter((step) => step.station === station);
    const left =
      job.end && own.length === 0 && WORK_RULES.some((rule) => rule.station === station && rule.applies(job));
    return { station, number: index + 1, state: left ? 'left' : stationState(own) };
  });
}

function stationState(own: readonly Step[]): StationState['state'] {
  if (own.length === 0) return 'absent';
  if (own.every((step) => step.state === 'done')) return 'done';
  const some = (state: Step['state']) => own.some((step) => step.state === state);
  return some('ready') ? 'open' : some('running') ? 'running' : 'ahead';
}
