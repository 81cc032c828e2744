import { ALIGNMENT, smallestSold } from '../capacity';
import { asCopied, byPlace, inOrder, NOTHING_KNOWN, staysOut } from './intent';
import { findProblems } from './problems';
import { shareRoom, type Wanted } from './sizes';
import type {
  Change,
  Circumstances,
  LayoutIntent,
  LayoutPlan,
  NewVolume,
  PlannedPartition,
  Scheme,
  SourcePartition,
  SourceTable,
  TargetDrive,
  TargetId,
  TargetLayout,
  TargetPartition,
} from './types';
import { roomWithin, tableTail, usableRange } from './usable';
import { alignUp, bytesToCopy, isResizable, minimumOf } from './volume-facts';

/** What goes to one drive: a partition of the source or a new volume. */
interface Item extends Wanted {
  logical: boolean;
}

/**
 * The copy plan: where every partition of the source goes, at which size, what it costs and what stands against it.
 * Everything comes along unless taken out; the order of the source is kept unless another was asked for; starts lie
 * on 1 MiB. Never throws for content: what does not go becomes a problem with a remedy.
 *
 * @param targets the drive that takes over, and the added one where there is one
 * @source alignment and usable range: UEFI specification 5.3; reach of an MBR entry: 2^32 sectors
 */
export function planLayout(
  table: SourceTable,
  targets: readonly TargetDrive[],
  wanted: LayoutIntent,
  around: Circumstances = NOTHING_KNOWN,
): LayoutPlan {
  const intent = targets.some(({ id }) => id === 'added') ? wanted : { ...wanted, elsewhere: [] };
  const sorted = [...table.partitions].sort(byPlace);
  const coming = sorted.filter((partition) => !staysOut(partition, intent));
  const bytesOf = (partition: SourcePartition) => partition.sectors * table.sectorSize;
  const drives = targets.map((drive) => layOut(drive, table, coming, intent));
  const placed = new Map(drives.flatMap((drive) => [...drive.placed]));
  const partitions = sorted.map((source): PlannedPartition => {
    const sourceBytes = bytesOf(source);
    const to = placed.get(source.id) ?? null;
    const sectorSize = targets.find(({ id }) => id === to?.on)?.sectorSize ?? table.sectorSize;
    const elsewhere = to !== null && to.startSector * sectorSize !== source.startSector * table.sectorSize;
    return {
      source,
      sourceBytes,
      minimum: minimumOf(asCopied(source, intent), sourceBytes),
      resizable: isResizable(asCopied(source, intent)),
      target: to,
      change: staysOut(source, intent)
        ? around.oldStays
          ? 'stays'
          : 'left behind'
        : changeOf(to, alignUp(sourceBytes), elsewhere),
    };
  });
  const bytesOnto = { new: 0, added: 0 };
  for (const one of coming) {
    bytesOnto[driveOf(one.id, intent)] += bytesToCopy(asCopied(one, intent), bytesOf(one));
  }
  const plan = {
    partitions,
    added: intent.added.map((volume) => ({ volume, target: placed.get(volume.id) ?? null })),
    targets: drives.map(({ layout }) => layout),
    bytesToCopy: bytesOnto.new + bytesOnto.added,
    bytesOnto,
  };
  return { ...plan, ...findProblems(table, targets, intent, around, plan) };
}

/** Which drive a partition goes to: the added one where that was decided and there is one. */
function driveOf(id: string, { elsewhere }: LayoutIntent): TargetId {
  return elsewhere.includes(id) ? 'added' : 'new';
}

function layOut(
  drive: TargetDrive,
  table: SourceTable,
  coming: readonly SourcePartition[],
  intent: LayoutIntent,
): { layout: TargetLayout; placed: Map<string, TargetPartition> } {
  const scheme = drive.id === 'new' ? (intent.scheme ?? table.scheme) : addedScheme(drive, table);
  const here = coming.filter(({ id }) => driveOf(id, intent) === drive.id);
  const items = sequence(here, drive.id, scheme, table, intent);
  const range = usableRange(scheme, drive);
  const within = roomWithin(range, intent.keepFree);
  // Each logical partition has its record in front of it, which takes an alignment step.
  const records = items.filter((one) => one.logical).length * ALIGNMENT;
  const room = within.end - within.start - records;
  const sizes = shareRoom(items, room);
  const placed = place(items, sizes, within, drive);
  const used = [...placed.values()].reduce((total, one) => total + one.bytes, 0);
  const least = items.reduce((total, one) => total + (one.yields || one.share > 0 ? one.minimum : one.wanted), records);
  const smallestBytes =
    ALIGNMENT + alignUp(least / (1 - intent.keepFree / 100)) + alignUp(tableTail(scheme, drive.sectorSize));
  return {
    layout: {
      id: drive.id,
      scheme,
      room,
      leftFree: range.end - range.start - used,
      smallestBytes,
      smallestSold: smallestSold(smallestBytes, drive.sectorSize),
    },
    placed,
  };
}

/** The added drive holds data only: nothing starts from it, so it may have a GPT unless the shop's source is older. */
function addedScheme(drive: TargetDrive, table: SourceTable): Scheme {
  return drive.sectors > 2 ** 32 ? 'gpt' : table.scheme;
}

function sequence(
  here: readonly SourcePartition[],
  on: TargetId,
  scheme: Scheme,
  table: SourceTable,
  intent: LayoutIntent,
): Item[] {
  const weigh = shares(here, on, intent);
  const copied = here.map((source): Item => {
    const partition = asCopied(source, intent);
    const bytes = source.sectors * table.sectorSize;
    const minimum = minimumOf(partition, bytes);
    const resizable = isResizable(partition);
    const typed = resizable ? intent.sizes[source.id] : undefined;
    return {
      id: source.id,
      minimum,
      wanted: typed === undefined ? alignUp(bytes) : Math.max(minimum, alignUp(typed)),
      yields: resizable && typed === undefined,
      share: resizable && typed === undefined ? (weigh.get(source.id) ?? 0) : 0,
      logical: scheme === 'mbr' && source.logical === true,
    };
  });
  const added = intent.added.filter((volume) => volume.on === on);
  const front = added.filter(({ kind }) => kind === 'EFI system').map(newItem);
  const back = added.filter(({ kind }) => kind !== 'EFI system').map((volume) => newItem(volume));
  return [...front, ...inOrder([...copied, ...back], intent.order)];

  function newItem({ id, bytes }: NewVolume): Item {
    const size = alignUp(Math.max(bytes, ALIGNMENT));
    return { id, minimum: size, wanted: size, yields: false, share: weigh.get(id) ?? 0, logical: false };
  }
}

/** Who gets the spare room of a drive, as weights by id. */
function shares(
  here: readonly SourcePartition[],
  on: TargetId,
  { spare, sizes, decrypted, added }: LayoutIntent,
): Map<string, number> {
  const may = here.filter(
    (one) =>
      isResizable(decrypted.includes(one.id) ? { ...one, encrypted: false } : one) && sizes[one.id] === undefined,
  );
  if (spare.to === 'in proportion') return new Map(may.map((one) => [one.id, one.sectors]));
  const taker =
    spare.to === 'partition'
      ? [...may, ...added.filter((one) => one.on === on)].find(({ id }) => id === spare.id)
      : undefined;
  if (taker) return new Map([[taker.id, 1]]);
  // On the added drive the largest volume grows: nothing else asks for the room there.
  const largest =
    on === 'added' && spare.to !== 'nobody' ? [...may].sort((a, b) => b.sectors - a.sectors)[0] : undefined;
  return new Map(largest ? [[largest.id, 1]] : []);
}

function place(
  list: readonly Item[],
  sizes: ReadonlyMap<string, number>,
  { start, end }: { start: number; end: number },
  { id: on, sectorSize }: TargetDrive,
): Map<string, TargetPartition> {
  const placed = new Map<string, TargetPartition>();
  let at = start;
  for (const { id, minimum, logical } of list) {
    const bytes = sizes.get(id) ?? minimum;
    const from = logical ? at + ALIGNMENT : at;
    if (from + bytes > end) continue;
    placed.set(id, { id, on, startSector: from / sectorSize, sectors: bytes / sectorSize, bytes });
    at = from + bytes;
  }
  return placed;
}

function changeOf(target: TargetPartition | null, sourceBytes: number, elsewhere: boolean): Change {
  if (!target) return 'no room';
  if (target.bytes > sourceBytes) return 'grown';
  if (target.bytes < sourceBytes) return 'shrunk';
  return elsewhere ? 'moved' : 'same';
}
