import { ALIGNMENT, smallestSold } from '../capacity';
import { findProblems } from './problems';
import { shareRoom, type Wanted } from './sizes';
import type { Change, LayoutIntent, LayoutPlan, PlannedPartition, SourcePartition } from './types';
import type { SourceTable, TargetDrive, TargetPartition } from './types';
import { tableTail, usableRange } from './usable';
import { alignUp, bytesToCopy, isResizable, minimumOf } from './volume-facts';

/** Nothing decided yet: everything comes along, the rest goes to the system volume. */
export function defaultIntent(table: SourceTable): LayoutIntent {
  const largest = [...table.partitions]
    .filter(isResizable)
    .sort(
      (a, b) => Number(b.kind === 'system') - Number(a.kind === 'system') || b.sectors - a.sectors || byPlace(a, b),
    );
  return { leftOut: [], acknowledged: [], sizes: {}, restTo: largest[0]?.id ?? null };
}

/**
 * The copy plan: where every partition of the source goes on the target, at which size, what it costs and what
 * stands against it. Everything comes along unless left out; the order of the source is kept; starts lie on
 * 1 MiB. Never throws for content: what does not go becomes a problem with a remedy.
 */
export function planLayout(table: SourceTable, target: TargetDrive, intent: LayoutIntent): LayoutPlan {
  const sorted = [...table.partitions].sort(byPlace);
  const coming = sorted.filter((partition) => !intent.leftOut.includes(partition.id));
  const bytesOf = (partition: SourcePartition) => partition.sectors * table.sectorSize;
  const wanted = coming.map((partition): Wanted => {
    const typed = intent.sizes[partition.id];
    const minimum = minimumOf(partition, bytesOf(partition));
    const resizable = isResizable(partition);
    return {
      id: partition.id,
      minimum,
      wanted: resizable && typed !== undefined ? Math.max(minimum, alignUp(typed)) : alignUp(bytesOf(partition)),
      yields: resizable && typed === undefined,
      takesRest: resizable && intent.restTo === partition.id && typed === undefined,
    };
  });
  const range = usableRange(table.scheme, target);
  const sizes = shareRoom(wanted, range.end - range.start);
  const placed = place(wanted, sizes, range.start, range.end, target.sectorSize);
  const partitions = sorted.map((source): PlannedPartition => {
    const sourceBytes = bytesOf(source);
    const to = placed.get(source.id) ?? null;
    const startMoved = to !== null && to.startSector * target.sectorSize !== source.startSector * table.sectorSize;
    return {
      source,
      sourceBytes,
      minimum: minimumOf(source, sourceBytes),
      resizable: isResizable(source),
      target: to,
      change: changeOf(intent.leftOut.includes(source.id), to, alignUp(sourceBytes), startMoved),
    };
  });
  const least = ALIGNMENT + wanted.reduce((total, one) => total + one.minimum, 0);
  const smallestBytes = least + alignUp(tableTail(table.scheme, target.sectorSize));
  const usedUp = [...placed.values()].reduce((total, one) => total + one.bytes, 0);
  const plan = {
    partitions,
    scheme: table.scheme,
    leftFree: range.end - range.start - usedUp,
    bytesToCopy: coming.reduce((total, one) => total + bytesToCopy(one, bytesOf(one)), 0),
    smallestBytes,
    smallestSold: smallestSold(smallestBytes, target.sectorSize),
  };
  return { ...plan, ...findProblems(table, target, intent, plan) };
}

function byPlace(a: SourcePartition, b: SourcePartition): number {
  return a.startSector - b.startSector || a.id.localeCompare(b.id);
}

function place(
  list: readonly Wanted[],
  sizes: ReadonlyMap<string, number>,
  start: number,
  end: number,
  sectorSize: number,
): Map<string, TargetPartition> {
  const placed = new Map<string, TargetPartition>();
  let at = start;
  for (const { id, minimum } of list) {
    const bytes = sizes.get(id) ?? minimum;
    if (at + bytes > end) continue;
    placed.set(id, { id, startSector: at / sectorSize, sectors: bytes / sectorSize, bytes });
    at += bytes;
  }
  return placed;
}

function changeOf(leftOut: boolean, target: TargetPartition | null, sourceBytes: number, moved: boolean): Change {
  if (leftOut) return 'left behind';
  if (!target) return 'no room';
  if (target.bytes > sourceBytes) return 'grown';
  if (target.bytes < sourceBytes) return 'shrunk';
  return moved ? 'moved' : 'same';
}
