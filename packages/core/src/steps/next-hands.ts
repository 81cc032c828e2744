import type { StepId } from '../stations';
import { procedureOf } from './procedure';
import { perSnapshot } from './snapshot/per-snapshot';
import type { JobSnapshot, Procedure, Step } from './snapshot/types';

/** A job on the floor. Times in milliseconds since the epoch. */
export interface FloorJob {
  tag: string;
  promisedAt: number | null;
  snapshot: JobSnapshot;
}

export interface HandsRow {
  tag: string;
  step: Step;
  /** Minutes from now; 0 for now. */
  inMinutes: number;
  /** Something is wrong with what runs: it is looked at before anything else. */
  atRisk: boolean;
  /** Its drives lie at a berth, which others wait for. */
  holdsBerth: boolean;
  /** Minutes to spare against the promise once all of the job's own work is done; null without a promise. */
  slack: number | null;
  /** Minutes of work after which the job will be ready if nothing else held it up. */
  readyIn: number;
}

/**
 * The next thing hands must do for each open job, most urgent first: what can be done now before what comes
 * later; among the first, a run that something is wrong with, then the least slack against the promise, less what doing it now
 * gains: setting unattended work going, or freeing a berth.
 * What only waits for its customer is not among them. A run that ends soon counts from the moment it is expected to end at the earliest.
 */
export function nextHands(jobs: readonly FloorJob[], now: number): HandsRow[] {
  const rows: Ranked[] = [];
  for (const { tag, promisedAt, snapshot } of jobs) {
    const next = nextOf(snapshot);
    if (!next) continue;
    const { step, work, atRisk, holdsBerth } = next;
    const readyIn = work + deliveryIn(snapshot, now);
    const slack = promisedAt === null ? null : (promisedAt - now) / 60_000 - readyIn;
    const row = { tag, step, inMinutes: startsIn(step, snapshot, now), atRisk, holdsBerth, slack, readyIn };
    rows.push({ row, soon: soon(row), pressing: pressing(row) });
  }
  return rows.sort(urgency).map(({ row }) => row);
}

/** What of a row does not change with time: with the minutes of the job's own work. Null where no hands are needed. */
const nextOf = perSnapshot((job) => {
  const procedure = procedureOf(job);
  const step = nextStep(procedure);
  if (!step || waitsForCustomer(procedure)) return null;
  return {
    step,
    work: procedure.handsLeft + procedure.unattendedLeft,
    atRisk: job.runs.some(({ wants }) => wants === 'alarm' || wants === 'stalled'),
    holdsBerth: job.runs.some(({ outcome, berth }) => outcome === 'running' && berth !== null),
  };
});

/** A row with what it is put in order by, worked out once and not for each two that are compared. */
interface Ranked {
  row: HandsRow;
  soon: number;
  pressing: number;
}

/** Steps that are done with the customer there. */
const WITH_CUSTOMER: readonly StepId[] = ['give document', 'sign', 'give back', 'close job'];

/** Whether it is done with the customer there. */
export const isWithCustomer = ({ id }: Pick<Step, 'id'>): boolean => WITH_CUSTOMER.includes(id);

/** Whether all that is left is done with the customer: the job waits to be fetched, and no hands for it. */
export function waitsForCustomer({ steps }: Procedure): boolean {
  let open = 0;
  for (const { state, id } of steps) {
    if (state === 'done') continue;
    if (!isWithCustomer({ id })) return false;
    open += 1;
  }
  return open > 0;
}

/** The same rows with the minutes that runs have left now, by tag, in the order that follows from them. */
export function retimed<Row extends Pick<HandsRow, 'tag' | 'inMinutes'> & { step: Pick<Step, 'state'> }>(
  rows: readonly Row[],
  minutesLeft: ReadonlyMap<string, number>,
): Row[] {
  return rows
    .map((row) => {
      const left = row.step.state === 'running' ? minutesLeft.get(row.tag) : undefined;
      return left === undefined ? row : { ...row, inMinutes: left };
    })
    .sort((a, b) => soon(a) - soon(b));
}

/** What calls for hands, else the step that a run leads to, else the first one that hands can do. */
export function nextStep(procedure: Procedure): Step | null {
  const { steps } = procedure;
  return steps.find(isCalling) ?? steps.find(isRunning) ?? steps.find(isReady) ?? null;
}

const isCalling = ({ calls }: Step) => calls;
const isRunning = ({ state }: Step) => state === 'running';
const isReady = ({ state }: Step) => state === 'ready';

/** Minutes until the last of what is ordered is expected, counted to the beginning of that day; 0 once it is due. */
export function deliveryIn({ ordered }: JobSnapshot, now: number): number {
  if (ordered.length === 0) return 0;
  return Math.max(0, ...ordered.map(({ dueAt }) => (dueAt - now) / 60_000));
}

function startsIn(step: Step, job: JobSnapshot, now: number): number {
  if (step.id === 'receive part') return deliveryIn(job, now);
  if (step.state !== 'running') return 0;
  const run = job.runs.find((one) => one.outcome === 'running');
  return run?.left ? run.left.low / 60 : (job.facts.plan?.estimate.low ?? 0) / 60;
}

const soon = ({ inMinutes }: Pick<HandsRow, 'inMinutes'>) => Math.round(inMinutes);

/** What setting unattended work going, and freeing a berth, counts against time to spare, minutes: a day, and half of one. */
const STARTS_WORK = 1440;
const HOLDS_BERTH = 720;
/** What a job without a promise counts as having to spare, minutes: three days. */
const NO_PROMISE = 3 * 1440;

/** Minutes to spare, less what doing it now gains: a run that is due in days does not stand before what is late. */
function pressing({ step, slack, holdsBerth }: HandsRow): number {
  const starts = step.id === 'begin copy' || step.id === 'identify';
  return (slack ?? NO_PROMISE) - (starts ? STARTS_WORK : 0) - (holdsBerth ? HOLDS_BERTH : 0);
}

function urgency(a: Ranked, b: Ranked): number {
  const sooner = a.soon - b.soon || Number(b.row.atRisk) - Number(a.row.atRisk) || a.pressing - b.pressing;
  return sooner || (a.row.tag < b.row.tag ? -1 : 1);
}
