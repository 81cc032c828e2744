import { STEPS, type Station, type StepId } from '../stations';
import { ORDINARY, type FactRow } from './fact-row';
import { FACTS } from './registry';
import type { FactKey } from './types';

/** Every key of the facts. */
export const FACT_KEYS = Object.keys(FACTS) as FactKey[];

const ROWS = Object.fromEntries(FACT_KEYS.map((key) => [key, { ...ORDINARY, ...FACTS[key] }])) as unknown as {
  readonly [K in FactKey]: FactRow<K>;
};

/** What is known of a key. */
export function factRow<K extends FactKey>(key: K): FactRow<K> {
  return ROWS[key];
}

type Rows = typeof FACTS;
/** The keys whose row says that. */
type KeysWith<P extends string, V> = {
  [K in FactKey]: P extends keyof Rows[K] ? (Rows[K][P] extends V ? K : never) : never;
}[FactKey];

/** A fact that a person records under its shape; any other follows from work done. */
export type EntryKey = Exclude<FactKey, KeysWith<'entered', 'by a command'>>;
/** One that the counter may record too. */
export type CounterKey = KeysWith<'atCounter', true>;
/** One that holds a scanned serial. */
export type SerialKey = KeysWith<'serialOf', readonly unknown[]>;
/** One that is noted when the device is booked in. */
export type BookedKey = { [K in FactKey]: Rows[K]['evidenceOf'] extends readonly ['book in'] ? K : never }[FactKey];

const keysWhere = <K extends FactKey>(holds: (row: FactRow<never>) => boolean): readonly K[] =>
  FACT_KEYS.filter((key) => holds(ROWS[key] as unknown as FactRow<never>)) as K[];

export const ENTRY_KEYS = keysWhere<EntryKey>((row) => row.entered === 'by a person');
export const COUNTER_KEYS = keysWhere<CounterKey>((row) => row.atCounter);
export const BOOKED_KEYS = keysWhere<BookedKey>((row) => row.evidenceOf[0] === 'book in');

/** Whether the counter may record it. */
export const isCounterKey = (key: FactKey): key is CounterKey => (COUNTER_KEYS as readonly FactKey[]).includes(key);
/** Whether it holds a scanned serial. */
export const isSerialKey = (key: FactKey): key is SerialKey => ROWS[key].serialOf !== null;
/** Which drive a scanned serial must be, and the one it is most easily taken for. */
export const serialOf = (key: SerialKey) => FACTS[key].serialOf;
/** Whether a run that is under way rests on it. */
export const isHeldByRun = (key: FactKey): boolean => ROWS[key].heldByRun;

/** The facts that are the stamp of a step. */
export function stampsOfStep(step: StepId): readonly FactKey[] {
  return STAMPS.get(step) ?? [];
}

const STAMPS = new Map(
  (Object.keys(STEPS) as StepId[]).map((step) => [
    step,
    FACT_KEYS.filter((key) => ROWS[key].stamp && ROWS[key].evidenceOf.includes(step)),
  ]),
);

/** These facts with everything that rests on them, and on that. */
export function withWhatRests(keys: readonly FactKey[]): FactKey[] {
  const fallen = new Set<FactKey>();
  const queue = [...keys];
  for (let key = queue.pop(); key !== undefined; key = queue.pop()) {
    if (fallen.has(key)) continue;
    fallen.add(key);
    const on = key;
    queue.push(...FACT_KEYS.filter((other) => ROWS[other].restsOn.includes(on)));
  }
  return [...fallen];
}

/** The station at which it is typed: that of its step. */
export function stationOfFact(key: FactKey): Station {
  return STEPS[ROWS[key].evidenceOf[0]];
}

/** The step that it is evidence of; in a job that ends without work, of the way back where it has one there. */
export function stepOfFact(key: FactKey, ended: boolean): StepId {
  const [work, wayBack] = ROWS[key].evidenceOf;
  return ended && wayBack ? wayBack : work;
}

/** A fact in a line; empty for one that is not known or is shown elsewhere. `day` writes a day of the calendar. */
export function tellFact(key: FactKey, value: unknown, day: (date: string) => string): string {
  const { tell } = ROWS[key] as unknown as { tell: ((value: unknown, day: (date: string) => string) => string) | null };
  return tell && value ? tell(value, day) : '';
}
