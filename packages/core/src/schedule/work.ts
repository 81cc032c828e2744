import type { RunEstimate, RunKind } from '../estimate';
import type { AcceptedPlan, Route } from '../facts';
import { STEPS, type StepId } from '../stations';
import {
  copies,
  copiesAtBerth,
  isWithCustomer,
  procedureOf,
  runsLeft,
  type JobSnapshot,
  type Step,
  type Wish,
} from '../steps';
import type { Pace } from './pace';
import type { Ability, Piece, Resource, Spread, Work } from './engine/types';

export interface Scheduled {
  tag: string;
  promisedAt: number | null;
  /** Who has it in hand, by id. */
  by: string | null;
  /** When work on it was agreed to begin; null where that is left to the shop. */
  agreedAt: number | null;
  /** Number of the berth at which its copy is to lie, where that is settled. */
  berth?: number;
  snapshot: JobSnapshot;
}

/** What it takes to do the work, as far as somebody lacks it. */
export type Lacking = readonly Ability[];

/**
 * What is left of a job until it can be fetched: its hands in their order, and between them what runs by itself. What is done with
 * the customer there is none of it.
 *
 * @param pace how long copies take of which nothing is planned yet, and hands against what is told
 * @param lacking abilities that not everybody at the bench has: hands are told apart by these alone
 */
export function workOf(
  { tag, promisedAt, by, agreedAt, berth, snapshot }: Scheduled,
  now: number,
  pace: Pace,
  lacking: Lacking = [],
): Work {
  const { steps } = procedureOf(snapshot);
  const due = snapshot.ordered.map(({ dueAt }) => dueAt);
  const asks = steps.some(({ id, state }) => id === 'agree price' && state !== 'done');
  const pieces = piecesKept(snapshot, berth, pace, lacking);
  return { tag, promisedAt, from: Math.max(now, agreedAt ?? 0, ...due), asks, by, pieces };
}

/** What was made of a snapshot, and what of. */
const kept = new WeakMap<JobSnapshot, { of: string; pieces: Piece[] }>();

/** The pieces of a job; of the same snapshot they are the same. */
function piecesKept(snapshot: JobSnapshot, berth: number | undefined, pace: Pace, lacking: Lacking): Piece[] {
  const of = JSON.stringify([berth, pace, lacking]);
  const known = kept.get(snapshot);
  if (known?.of === of) return known.pieces;
  const made = piecesOf(snapshot, pace, lacking);
  const pieces = berth === undefined ? made : made.map((one) => (one.run === 'copy' ? { ...one, berth } : one));
  kept.set(snapshot, { of, pieces });
  return pieces;
}

function piecesOf(snapshot: JobSnapshot, pace: Pace, lacking: Lacking): Piece[] {
  const { steps } = procedureOf(snapshot);
  const done = new Set(steps.flatMap(({ id, state }) => (state === 'done' ? [id] : [])));
  const runs = runsOf(snapshot, done, pace.copy);
  const pieces: Piece[] = runs.now ? [runs.now] : [];
  const warms = runsWarm(snapshot);
  let open: Step[] = [];
  let asked: Ability | null = null;
  const handsDone = () => {
    if (open.length > 0) pieces.push(handsOf(open, asked, pace.hands));
    open = [];
    asked = null;
  };
  let warm = false;
  for (const step of steps) {
    if (step.state === 'done' || isWithCustomer(step)) continue;
    if (warm && isOpened(step.id)) {
      handsDone();
      pieces.push(COOLS);
      warm = false;
    }
    const own = runs.ahead.filter(({ after }) => after === step.id).map(({ piece }) => piece);
    // Somebody comes back to how a copy or a test ended; what is prepared runs once hands set it going.
    const runsFirst = step.id !== 'prepare' && own.length > 0;
    if (runsFirst) {
      handsDone();
      pieces.push(...own);
      warm = warms;
    }
    const asks = abilityOf(step.id, lacking);
    if (open.length > 0 && asks !== null && asked !== null && asks !== asked) handsDone();
    open.push(step);
    asked ??= asks;
    if (!runsFirst && own.length > 0) {
      handsDone();
      pieces.push(...own);
    }
  }
  handsDone();
  return pieces;
}

function handsOf(steps: readonly Step[], asks: Ability | null, { low, middle, high }: Spread): Piece {
  const minutes = steps.reduce((sum, step) => sum + step.minutes, 0);
  return {
    kind: 'hands',
    takes: { low: minutes * low, middle: minutes * middle, high: minutes * high },
    run: null,
    steps: steps.map(({ id, title, minutes: takes }) => ({ id, title, minutes: takes })),
    asks,
    needs: NOTHING,
    running: null,
  };
}

/** Warm parts cool before they are touched, minutes (rule of thumb: an NVMe card after a copy, a board that was running). */
const COOLS: Piece = {
  ...{ kind: 'alone', takes: { low: 5, middle: 10, high: 20 }, run: null, steps: [] },
  ...{ asks: null, needs: [], running: null },
};

/** Whether hands go into the device at this step. */
const isOpened = (id: StepId) => id === 'strip down' || id.startsWith('fit ');

/** Whether a copy warms what is touched next: the device, where it runs meanwhile, or a card that is written to. */
function runsWarm({ facts: { plan, 'new drive choice': choice } }: JobSnapshot): boolean {
  return plan !== undefined && (plan.startedFrom !== null || choice?.link.kind === 'pcie');
}

function abilityOf(id: StepId, lacking: Lacking): Ability | null {
  const station = STEPS[id];
  const asks: Ability | null =
    station === 'Swap' ? 'opening devices' : station === 'Copy' || id === 'prepare' ? 'copying' : null;
  return asks !== null && lacking.includes(asks) ? asks : null;
}

/** The step that each kind of run belongs to. */
const STEP_OF: Readonly<Partial<Record<RunKind, StepId>>> = {
  ...{ decrypt: 'prepare', check: 'prepare', copy: 'end copy', 'read back': 'read back' },
  ...{ 'bring files': 'bring files', 'memory test': 'test memory' },
};

/** What still runs by itself: now, and each other with the step that it belongs to. */
function runsOf(
  job: JobSnapshot,
  done: ReadonlySet<StepId>,
  typical: Spread,
): { now: Piece | null; ahead: { after: StepId; piece: Piece }[] } {
  const { now, ahead, memoryTest } = runsLeft(job, done);
  const { plan } = job.facts;
  const needs = plan ? needsOf(plan) : BERTH;
  const at = (kind: RunKind, piece: Piece) => ({ after: STEP_OF[kind] ?? 'end copy', piece });
  const planned = ahead.map(({ estimate }) =>
    at(estimate.kind, alone(estimate.kind, inMinutes(estimate), estimate.kind === 'copy' ? needs : NOTHING)),
  );
  const toTest = memoryTest ? [at('memory test', alone('memory test', inMinutes(memoryTest), NOTHING))] : [];
  const guessed =
    !plan && !job.end && copies(job) && now?.run.kind !== 'copy' && !done.has('end copy')
      ? [at('copy', alone('copy', typical, needs))]
      : [];
  if (!now) return { now: null, ahead: [...planned, ...toTest, ...guessed] };
  const { run, left } = now;
  const [low, high] = [left.low / 60, left.high / 60];
  const piece = alone(
    run.kind,
    { low, middle: (low + high) / 2, high },
    run.kind === 'copy' ? needs.filter((one) => one !== 'berth') : NOTHING,
  );
  return {
    now: { ...piece, running: { berth: run.berth } },
    ahead: [...planned, ...toTest, ...guessed],
  };
}

const NOTHING: readonly Resource[] = [];
const BERTH: readonly Resource[] = ['berth'];

function alone(run: RunKind, takes: Spread, needs: readonly Resource[]): Piece {
  return { kind: 'alone', takes, run, steps: [], asks: null, needs, running: null };
}

const inMinutes = ({ low, middle, high }: RunEstimate): Spread => ({
  ...{ low: low / 60, middle: middle / 60, high: high / 60 },
});

/** What holds the drives while they are copied, by the route. */
const HELD_IN: Readonly<Record<Route, readonly Resource[]>> = {
  'new drive in an enclosure': ['enclosure'],
  'second site': [],
  'old drive outside': ['enclosure'],
  'both at the bench': [],
  'both in one dock': ['dock'],
  'each in a holder': ['enclosure', 'enclosure'],
  'stand-alone duplicator': ['duplicator'],
};

function needsOf(plan: Pick<AcceptedPlan, 'route' | 'startedFrom'>): Resource[] {
  return [
    ...(copiesAtBerth(plan) ? BERTH : []),
    ...HELD_IN[plan.route],
    ...(plan.startedFrom === 'a boot stick' ? (['boot stick'] as const) : []),
  ];
}

/** A job of which only the wishes are known, as it would come in now. */
const NEW: Omit<JobSnapshot, 'wishes'> = {
  ...{ modelKnown: true, opening: null, end: null, facts: {}, runs: [], disassembly: [], overrides: [], told: null },
  device: { uefi: true, battery: true, soldered: [], startsOutside: null },
  ...{ rates: { hourly: 0, taxPercent: 0 }, ordered: [], closed: false },
};

/** What a job would be that is not booked yet. */
export function workOfWish(wishes: Wish[], now: number, pace: Pace, lacking: Lacking = []): Work {
  const job = { tag: '', promisedAt: null, by: null, agreedAt: null, snapshot: { ...NEW, wishes } };
  return { ...workOf(job, now, pace, lacking), asks: false };
}
