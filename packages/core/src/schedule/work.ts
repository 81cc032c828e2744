import { copies, copiesAtBerth, isWithCustomer, procedureOf, type JobSnapshot, type Wish } from '../steps';
import type { Piece, Spread, Work } from './types';

/**
 * Hands take what their step says; how far off that is nobody has measured yet: 80 % are taken to lie between these shares of it
 * (rule of thumb).
 */
const HANDS: readonly [low: number, high: number] = [0.8, 1.5];

const hands = (minutes: number): Piece => ({
  kind: 'hands',
  takes: { low: minutes * HANDS[0], middle: minutes, high: minutes * HANDS[1] },
  berth: false,
});

interface Scheduled {
  tag: string;
  promisedAt: number | null;
  snapshot: JobSnapshot;
}

/**
 * What is left of a job until it can be fetched: its hands in their order, and between them what runs by itself. What is done with
 * the customer there is none of it.
 *
 * @param typical how long a copy takes of which nothing is planned yet, minutes
 */
export function workOf({ tag, promisedAt, snapshot }: Scheduled, now: number, typical: Spread): Work {
  const { steps, unattendedLeft } = procedureOf(snapshot);
  const pieces: Piece[] = [];
  let open = 0;
  const handsDone = () => {
    if (open > 0) pieces.push(hands(open));
    open = 0;
  };
  const alone = aloneOf(snapshot, unattendedLeft, typical);
  let put = alone === null;
  for (const step of steps) {
    if (step.state === 'done' || isWithCustomer(step)) continue;
    if (!put && alone && (step.id === 'end copy' || step.id === 'test memory')) {
      handsDone();
      pieces.push(alone);
      put = true;
    }
    open += step.minutes;
  }
  handsDone();
  const due = snapshot.ordered.map(({ dueAt }) => dueAt);
  const asks = steps.some(({ id, state }) => id === 'agree price' && state !== 'done');
  return { tag, promisedAt, from: Math.max(now, ...due), asks, pieces };
}

/** What still runs by itself, all of it; null where nothing does. */
function aloneOf(snapshot: JobSnapshot, unattended: number, typical: Spread): Piece | null {
  const { plan } = snapshot.facts;
  const running = snapshot.runs.find(({ outcome }) => outcome === 'running');
  if (running?.left) {
    const [low, high] = [running.left.low / 60, running.left.high / 60];
    return { kind: 'alone', takes: { low, middle: (low + high) / 2, high }, berth: running.atBerth };
  }
  if (plan && unattended > 0) {
    const { low, middle, high } = plan.estimate;
    const share = (of: number) => (middle > 0 ? (unattended * of) / middle : unattended);
    return {
      kind: 'alone',
      takes: { low: share(low), middle: unattended, high: share(high) },
      berth: copiesAtBerth(plan),
    };
  }
  if (plan || snapshot.end || !copies(snapshot)) {
    return unattended > 0
      ? { kind: 'alone', takes: { low: unattended * 0.8, middle: unattended, high: unattended * 1.5 }, berth: false }
      : null;
  }
  return { kind: 'alone', takes: typical, berth: true };
}

/** A job of which only the wishes are known, as it would come in now. */
const NEW: Omit<JobSnapshot, 'wishes'> = {
  ...{ modelKnown: true, opening: null, end: null, facts: {}, runs: [], disassembly: [], overrides: [], told: null },
  device: { uefi: true, battery: true, soldered: [], startsOutside: null },
  ...{ rates: { hourly: 0, taxPercent: 0 }, ordered: [], closed: false },
};

/** What a job would be that is not booked yet. */
export function workOfWish(wishes: Wish[], now: number, typical: Spread): Work {
  const work = workOf({ tag: '', promisedAt: null, snapshot: { ...NEW, wishes } }, now, typical);
  return { ...work, asks: false };
}
