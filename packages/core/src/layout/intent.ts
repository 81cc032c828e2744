import { clearedBytes } from './clearing';
import { isResizable } from './volume-facts';
import {
  TAKES_OVER,
  type Circumstances,
  type LayoutIntent,
  type SourcePartition,
  type SourceTable,
  type TargetId,
} from './types';

/** Order on the source; the same place twice is told apart by the id. */
export function byStart(a: SourcePartition, b: SourcePartition): number {
  return a.startSector - b.startSector || a.id.localeCompare(b.id);
}

/** Nothing decided yet: everything comes along, the rest goes to the system volume. */
export function defaultIntent(table: SourceTable): LayoutIntent {
  const largest = [...table.partitions]
    .filter(isResizable)
    .sort(
      (a, b) => Number(b.kind === 'system') - Number(a.kind === 'system') || b.sectors - a.sectors || byStart(a, b),
    );
  // Several share it, the fullest first; where none can grow now, an encrypted one may later.
  const [taker = growsOnceDecrypted(table.partitions), second] = largest;
  return {
    extent: 'whole device',
    leftOut: [],
    acknowledged: [],
    sizes: {},
    spare: second ? { to: 'the fullest' } : taker ? { to: 'partition', id: taker.id } : { to: 'nobody' },
    keepFree: 0,
    order: [],
    onto: {},
    decrypted: [],
    scheme: null,
    made: [],
  };
}

const HOLDING: readonly SourcePartition['kind'][] = ['system', 'data', 'not known'];

/** Whether a volume is copied as it is encrypted: it can grow only once it is decrypted where it went. */
export function isLocked(
  { id, kind, encrypted }: SourcePartition,
  { decrypted }: Pick<LayoutIntent, 'decrypted'>,
): boolean {
  return encrypted && !decrypted.includes(id) && HOLDING.includes(kind);
}

/** The encrypted volume for which room is kept: that of the system, else the largest. */
function growsOnceDecrypted(partitions: readonly SourcePartition[]): SourcePartition | undefined {
  return partitions
    .filter((one) => isLocked(one, { decrypted: [] }))
    .sort(
      (a, b) => Number(b.kind === 'system') - Number(a.kind === 'system') || b.sectors - a.sectors || byStart(a, b),
    )[0];
}

/** The encrypted volume that is to have the spare room once it is decrypted on the new drive; null for none. */
export function growsLater(
  partitions: readonly SourcePartition[],
  intent: Pick<LayoutIntent, 'spare' | 'decrypted'>,
): SourcePartition | null {
  const { spare } = intent;
  const taker = spare.to === 'partition' ? partitions.find(({ id }) => id === spare.id) : undefined;
  return taker && isLocked(taker, intent) ? taker : null;
}

/** Nothing known besides the drives. */
export const NOTHING_KNOWN: Circumstances = { uefi: null, oldStays: false, mayWrite: null };

/** Which drive a partition goes to where it comes along. */
export function goesOnto(id: string, { onto }: Pick<LayoutIntent, 'onto'>): TargetId {
  return onto[id] ?? TAKES_OVER;
}

/** What goes to other drives once this partition goes to that one. */
export function sentOnto({ onto }: Pick<LayoutIntent, 'onto'>, id: string, to: TargetId): LayoutIntent['onto'] {
  const others = Object.entries(onto).filter(([other]) => other !== id);
  return Object.fromEntries(to === TAKES_OVER ? others : [...others, [id, to]]);
}

/** Whether a name was typed as it stands, to say of the thing that is meant: it may stay behind, its loss is known. */
export function sameName(typed: string, name: string): boolean {
  return typed.trim().toLowerCase() === name.trim().toLowerCase();
}

/** What brings a partition along again that was taken out, or whose files were to go elsewhere. */
export function broughtAlong(
  intent: LayoutIntent,
  id: string,
): Pick<LayoutIntent, 'leftOut' | 'acknowledged' | 'filesTo'> {
  const others = (list: readonly string[]) => list.filter((one) => one !== id);
  const { [id]: _gone, ...filesTo } = intent.filesTo ?? {};
  return { leftOut: others(intent.leftOut), acknowledged: others(intent.acknowledged), filesTo };
}

/** Whether the partition is not copied: taken out, its files brought elsewhere, or data where only the system comes along. */
export function staysOut(partition: SourcePartition, { extent, leftOut, filesTo = {} }: LayoutIntent): boolean {
  if (filesTo[partition.id] !== undefined) return true;
  return leftOut.includes(partition.id) || (extent === 'system only' && partition.kind === 'data');
}

/** The partition as the copy takes it: decrypted, and without what goes before, where that was decided. */
export function asCopied(partition: SourcePartition, intent: LayoutIntent): SourcePartition {
  const { decrypted, asItIs = [] } = intent;
  // What is said to be used is not trusted of a volume that is copied in spite of a remark.
  if (asItIs.includes(partition.id)) return { ...partition, used: null };
  const cleared = clearedBytes(partition, intent);
  const used = partition.used === null ? null : Math.max(0, partition.used - cleared);
  const encrypted = partition.encrypted && !decrypted.includes(partition.id);
  return used === partition.used && encrypted === partition.encrypted ? partition : { ...partition, used, encrypted };
}

/** Kinds that firmware and loaders look for in front: they keep their place. */
const IN_FRONT: readonly SourcePartition['kind'][] = ['EFI system', 'reserved', 'loader'];

/** The order with a partition one place up or down; null where it may not go there. */
export function reordered(table: SourceTable, { order }: LayoutIntent, id: string, by: 1 | -1): string[] | null {
  const now = inOrder([...table.partitions].sort(byStart), order);
  const at = now.findIndex((one) => one.id === id);
  const [here, there] = [now[at], now[at + by]];
  if (!here || !there || [here, there].some(({ kind }) => IN_FRONT.includes(kind))) return null;
  if (Boolean(here.logical) !== Boolean(there.logical)) return null;
  const ids = now.map((one) => one.id);
  ids[at] = there.id;
  ids[at + by] = here.id;
  return ids;
}

/** The order with a partition at the place of another; null where it may not go there. */
export function broughtTo(table: SourceTable, intent: LayoutIntent, id: string, place: string): string[] | null {
  const placesOf = (order: readonly string[]) =>
    inOrder([...table.partitions].sort(byStart), order).map((one) => one.id);
  const now = placesOf(intent.order);
  const [from, to] = [now.indexOf(id), now.indexOf(place)];
  if (from < 0 || to < 0 || from === to) return null;
  let order: string[] | null = [...intent.order];
  for (let steps = Math.abs(to - from); steps > 0 && order; steps--) {
    order = reordered(table, { ...intent, order }, id, to > from ? 1 : -1);
  }
  return order;
}

/** A list in the order wanted: those that it names take each other's places, the others keep theirs. */
export function inOrder<T extends { id: string }>(list: readonly T[], order: readonly string[]): T[] {
  const named = new Map(list.map((one) => [one.id, one]));
  const turns = order.flatMap((id) => named.get(id) ?? []);
  const moving = new Set(turns);
  let turn = 0;
  return list.map((one) => (moving.has(one) ? (turns[turn++] ?? one) : one));
}
