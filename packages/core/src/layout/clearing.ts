import { binary } from '../capacity';
import { limit } from './point';
import type { Clearable, LayoutIntent, PlannedPartition, PlanPoint, SourcePartition, WithoutThese } from './types';

type Cleared = Pick<LayoutIntent, 'cleared'>;

/** What was decided to go from a partition before the copy, with its sizes. */
export function clearedOf({ id, clearable = [] }: SourcePartition, { cleared = {} }: Cleared): Clearable[] {
  const decided = cleared[id] ?? [];
  return clearable.filter(({ what }) => decided.includes(what));
}

/** Bytes that go from a partition before the copy. */
export function clearedBytes(partition: SourcePartition, intent: Cleared): number {
  return clearedOf(partition, intent).reduce((sum, { bytes }) => sum + bytes, 0);
}

/** The same decisions with everything that can go from these partitions; null where that is nothing more. */
export function allCleared(coming: readonly SourcePartition[], intent: LayoutIntent): LayoutIntent | null {
  // What is copied whole keeps its size, whatever goes from it.
  const whole = ({ id, used }: SourcePartition) => used === null || intent.asItIs?.includes(id);
  const more = coming.filter((one) => !whole(one) && clearedOf(one, intent).length < (one.clearable ?? []).length);
  if (more.length === 0) return null;
  const all = more.map(({ id, clearable = [] }) => [id, clearable.map(({ what }) => what)] as const);
  return { ...intent, cleared: { ...intent.cleared, ...Object.fromEntries(all) } };
}

/** What goes, in words: each kind with its size. */
export const tellCleared = (list: readonly Clearable[]): string =>
  list.map(({ what, bytes }) => `${what} ${binary(bytes)}`).join(', ');

/**
 * What can be said of the room that clearing away makes on the drive that takes over. `fits`: whether what has no room
 * now then has; `sold`: the smallest sold capacity that then does, decimal GB, where that is less than before.
 */
export function withoutThese(
  coming: readonly SourcePartition[],
  intent: LayoutIntent,
  { cleared, fits, sold }: { cleared: LayoutIntent; fits: boolean; sold: number | null },
): WithoutThese | null {
  if (!fits && sold === null) return null;
  const told = coming.flatMap((one) => {
    const more = clearedOf(one, cleared).filter(({ what }) => !(intent.cleared?.[one.id] ?? []).includes(what));
    return more.length > 0 ? [`${tellCleared(more)} of ${one.name}`] : [];
  });
  const would = sold === null ? 'it would fit' : `${sold} GB would do`;
  return {
    sold,
    sentence: `Without ${told.join(' and ')} ${would}.`,
    action: { label: 'Clear these away first', intent: { cleared: cleared.cleared ?? {} } },
  };
}

/** Of what comes along, what nobody can look into: said where there is too little room. */
export function notLookedInto(coming: readonly SourcePartition[]): string {
  const closed = coming.filter((one) => one.encrypted || one.fileSystem === 'APFS');
  const sealed = closed.filter(({ kind }) => kind === 'system' || kind === 'data' || kind === 'not known');
  if (sealed.length === 0) return '';
  return `What could go from ${sealed.map(({ name }) => name).join(', ')} cannot be looked into from outside.`;
}

/** What goes before the copy, as decided. */
export function clearingPoints({ source, change }: PlannedPartition, intent: LayoutIntent): PlanPoint[] {
  const list = clearedOf(source, intent);
  if (list.length === 0 || change === 'left behind' || change === 'stays') return [];
  const { [source.id]: _kept, ...others } = intent.cleared ?? {};
  const keep = { label: 'Keep them', intent: { cleared: others } };
  const sentence = `${source.name}: ${tellCleared(list)} go before the copy, in its own system.`;
  return [{ ...limit('Cleared away', sentence, [keep]), about: source.id }];
}

/** Clearing away writes to the old drive: not on one that fails or wears out. */
export const CLEARING_WRITES = 'Clearing away writes to the old drive, which is not to be trusted.';
