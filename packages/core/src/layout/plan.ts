import { ALIGNMENT, GIB, smallestSold } from '../capacity';
import { asCopied, byStart, goesOnto, growsLater, inOrder, NOTHING_KNOWN, staysOut } from './intent';
import { allCleared, withoutThese } from './clearing';
import { findProblems } from './problems';
import { shareRoom, type Wanted } from './sizes';
import {
  TAKES_OVER,
  TARGET_IDS,
  type Change,
  type Circumstances,
  type LayoutIntent,
  type LayoutPlan,
  type NewVolume,
  type PlannedPartition,
  type PlannedVolume,
  type Scheme,
  type SourcePartition,
  type SourceTable,
  type TargetDrive,
  type TargetId,
  type TargetLayout,
  type TargetPartition,
  type WithoutThese,
} from './types';
import { leastDrive, roomWithin, tableTail, usableRange, type UsableRange } from './usable';
import { alignDown, alignUp, bytesToCopy, isResizable, keptBytes, mayStay, minimumOf } from './volume-facts';

/** What goes to one drive: a partition of the source or a new volume. */
interface Item extends Wanted {
  logical: boolean;
  /** Where it begins on the source, bytes, and its size there: it may stay so to the byte. Null for a new volume. */
  source: { start: number; bytes: number } | null;
}

/**
 * The copy plan: where every partition of the source goes, at which size, what it costs and what stands against it.
 * Everything comes along unless taken out; the order of the source is kept unless another was asked for; starts lie
 * on 1 MiB, but what keeps its size may keep its place to the byte where that lies on 4096 bytes. Never throws for content: what does not go becomes a problem with a remedy.
 *
 * @param targets the drive that takes over, and those that join
 * @source alignment and usable range: UEFI specification 5.3; reach of an MBR entry: 2^32 sectors
 */
export function planLayout(
  table: SourceTable,
  targets: readonly TargetDrive[],
  wanted: LayoutIntent,
  around: Circumstances = NOTHING_KNOWN,
): LayoutPlan {
  const intent = withDrives(wanted, targets);
  const sorted = [...table.partitions].sort(byStart);
  const coming = sorted.filter((partition) => !staysOut(partition, intent));
  const bytesOf = (partition: SourcePartition) => partition.sectors * table.sectorSize;
  const drives = targets.map((drive) => layOut(drive, table, coming, intent));
  const laid = new Map(drives.flatMap((drive) => [...drive.laid]));
  const partitions = sorted.map((source): PlannedPartition => {
    const sourceBytes = bytesOf(source);
    const to = laid.get(source.id) ?? null;
    const sectorSize = targets.find(({ id }) => id === to?.on)?.sectorSize ?? table.sectorSize;
    const moved = to !== null && to.startSector * sectorSize !== source.startSector * table.sectorSize;
    const copied = asCopied(source, intent);
    return {
      source,
      sourceBytes,
      used: copied.used,
      minimum: minimumOf(copied, sourceBytes),
      resizable: isResizable(copied),
      target: to,
      change: staysOut(source, intent)
        ? around.oldStays || intent.filesTo?.[source.id] !== undefined
          ? 'stays'
          : 'left behind'
        : changeOf(to, keptBytes(sourceBytes), moved),
    };
  });
  const bytesOnto = Object.fromEntries(TARGET_IDS.map((id) => [id, 0])) as Record<TargetId, number>;
  for (const one of coming) {
    bytesOnto[goesOnto(one.id, intent)] += bytesToCopy(asCopied(one, intent), bytesOf(one), intent);
  }
  const plan = {
    partitions,
    made: intent.made.map((volume): PlannedVolume => {
      const takes = around.staying?.find(({ serial }) => serial === volume.from);
      return { volume, target: laid.get(volume.id) ?? null, ...(takes ? { takes } : {}) };
    }),
    targets: drives.map(({ layout }) => layout),
    bytesToCopy: Object.values(bytesOnto).reduce((sum, bytes) => sum + bytes, 0),
    bytesOnto,
  };
  const whole = { ...plan, without: lessRoom(coming) };
  return { ...whole, ...findProblems(table, targets, intent, around, whole) };

  /** What the drive that takes over would have to hold without what can go from the volumes. */
  function lessRoom(all: readonly SourcePartition[]): WithoutThese | null {
    const drive = targets.find(({ id }) => id === TAKES_OVER);
    const full = drives.find(({ layout }) => layout.id === TAKES_OVER)?.layout;
    const here = all.filter(({ id }) => goesOnto(id, intent) === TAKES_OVER);
    const cleared = allCleared(here, intent);
    if (!drive || !full || !cleared) return null;
    const { layout, laid: then } = layOut(drive, table, coming, cleared);
    const less = (layout.smallestSold ?? Infinity) < (full.smallestSold ?? Infinity);
    const fits = !here.every(({ id }) => laid.has(id)) && here.every(({ id }) => then.has(id));
    return withoutThese(here, intent, { cleared, fits, sold: less ? layout.smallestSold : null });
  }
}

/** A drive that holds whatever comes along: what is asked of the layout on it is what any drive must have. */
const AMPLE_SECTORS = Math.floor(Number.MAX_SAFE_INTEGER / 8192);

/** The layout before any drive is chosen: what comes along, and the smallest drive that would hold it. */
export function layoutAnywhere(
  table: SourceTable,
  intent: LayoutIntent,
  around: Circumstances = NOTHING_KNOWN,
): LayoutPlan {
  return planLayout(table, [{ id: TAKES_OVER, sectors: AMPLE_SECTORS, sectorSize: table.sectorSize }], intent, around);
}

/** What was decided, as far as the drives for it are there. */
function withDrives(wanted: LayoutIntent, targets: readonly TargetDrive[]): LayoutIntent {
  const there = Object.entries(wanted.onto).filter(([, to]) => targets.some(({ id }) => id === to));
  return { ...wanted, onto: Object.fromEntries(there) };
}

function layOut(
  drive: TargetDrive,
  table: SourceTable,
  coming: readonly SourcePartition[],
  intent: LayoutIntent,
): { layout: TargetLayout; laid: Map<string, TargetPartition> } {
  const scheme = drive.id === TAKES_OVER ? (intent.scheme ?? table.scheme) : joiningScheme(drive, table);
  const here = coming.filter(({ id }) => goesOnto(id, intent) === drive.id);
  const items = sequence(here, drive.id, scheme, table, intent);
  const range = usableRange(scheme, drive);
  const within = roomWithin(range, intent.keepFree);
  const later = growsLater(here, intent)?.id;
  const spans = roomBehind(later, items, layInRow(items, sizesIn(items, within), within), within);
  const laid = new Map(
    [...spans]
      .filter(([, { start, bytes }]) => start + bytes <= within.end)
      .map(([id, { start, bytes }]): [string, TargetPartition] => {
        const { sectorSize } = drive;
        return [id, { id, on: drive.id, startSector: start / sectorSize, sectors: bytes / sectorSize, bytes }];
      }),
  );
  const used = [...laid.values()].reduce((total, one) => total + one.bytes, 0);
  const smallestBytes = smallestFor(items, scheme, drive, intent.keepFree);
  return {
    layout: {
      id: drive.id,
      scheme,
      room: Math.max(0, within.end - ALIGNMENT),
      sectorSize: drive.sectorSize,
      leftFree: Math.max(0, alignDown(range.end - ALIGNMENT - used)),
      smallestBytes,
      smallestSold: smallestSold(smallestBytes, drive.sectorSize),
    },
    laid,
  };
}

/**
 * The sizes of all items between two bytes. Places are rounded, so that what was shared may not do: then it is shared
 * again with so much less. Where a size comes within some steps of what it was, it stays what it was if that does too.
 */
function sizesIn(items: readonly Item[], within: UsableRange): Map<string, number> {
  // Each logical partition has its record in front of it, which takes an alignment step.
  const records = items.filter((one) => one.logical).length * ALIGNMENT;
  let room = within.end - ALIGNMENT - records;
  let sizes = shareRoom(items, room);
  for (let tries = 0; tries < MOST_TRIES; tries++) {
    const over = endOf(layInRow(items, sizes, within)) - within.end;
    if (over <= 0) break;
    room -= alignUp(over);
    sizes = shareRoom(items, room);
  }
  for (const { id, source, yields, share } of items) {
    const [size, kept] = [sizes.get(id) ?? 0, source ? keptBytes(source.bytes) : 0];
    if (!source || !(yields || share > 0) || size === kept || Math.abs(size - kept) >= NEARLY) continue;
    const asBefore = new Map(sizes).set(id, kept);
    if (endOf(layInRow(items, asBefore, within)) <= within.end) sizes = asBefore;
  }
  return sizes;
}

/** What rounding takes or gives at the most, beginning and end and what was shared again together. */
const NEARLY = 4 * ALIGNMENT;

/** Rounding takes less than a step for each of 128 partitions; the first try or two do. */
const MOST_TRIES = 4;

/** The least bytes of a drive on which all of it fits: the one answer for choosing a drive and for planning on it. */
function smallestFor(items: readonly Item[], scheme: Scheme, { sectorSize }: TargetDrive, keepFree: number): number {
  const least = new Map(items.map((one) => [one.id, one.yields || one.share > 0 ? one.minimum : one.wanted]));
  const range = usableRange(scheme, { sectors: Number.MAX_SAFE_INTEGER / sectorSize, sectorSize });
  const end = Math.max(endOf(layInRow(items, least, range)), ALIGNMENT);
  return leastDrive(end, keepFree, tableTail(scheme, sectorSize));
}

/** A drive that joins holds data only: nothing starts from it, so it may have a GPT unless the shop's source is older. */
function joiningScheme(drive: TargetDrive, table: SourceTable): Scheme {
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
      source: { start: source.startSector * table.sectorSize, bytes },
      minimum,
      wanted: typed === undefined || typed === keptBytes(bytes) ? keptBytes(bytes) : Math.max(minimum, alignUp(typed)),
      yields: resizable && typed === undefined,
      share: resizable && typed === undefined ? (weigh.get(source.id) ?? 0) : 0,
      fill: intent.spare.to === 'the fullest' ? partition.used : null,
      logical: scheme === 'mbr' && source.logical === true,
    };
  });
  const made = intent.made.filter((volume) => volume.on === on);
  const front = made.filter(({ kind }) => kind === 'EFI system').map(newItem);
  const back = made.filter(({ kind }) => kind !== 'EFI system').map((volume) => newItem(volume));
  return [...front, ...inOrder([...copied, ...back], intent.order)];

  function newItem({ id, bytes }: NewVolume): Item {
    const size = alignUp(Math.max(bytes, ALIGNMENT));
    return {
      id,
      minimum: size,
      wanted: size,
      yields: false,
      share: weigh.get(id) ?? 0,
      fill: null,
      logical: false,
      source: null,
    };
  }
}

/** Who gets the spare room of a drive, as weights by id. */
function shares(here: readonly SourcePartition[], on: TargetId, intent: LayoutIntent): Map<string, number> {
  const { spare, sizes, made } = intent;
  const may = here.filter((one) => isResizable(asCopied(one, intent)) && sizes[one.id] === undefined);
  if (spare.to === 'in proportion' || spare.to === 'the fullest')
    return new Map(may.map((one) => [one.id, one.sectors]));
  const taker =
    spare.to === 'partition'
      ? [...may, ...made.filter((one) => one.on === on)].find(({ id }) => id === spare.id)
      : undefined;
  if (taker) return new Map([[taker.id, 1]]);
  // On a drive that joins the largest volume grows: nothing else asks for the room there.
  const largest =
    on !== TAKES_OVER && spare.to !== 'nobody' ? [...may].sort((a, b) => b.sectors - a.sectors)[0] : undefined;
  return new Map(largest ? [[largest.id, 1]] : []);
}

/** Where something lies on a drive, bytes. */
interface Span {
  start: number;
  bytes: number;
}

/**
 * One item behind the other from the first usable byte on, each on the alignment step, or exactly where it lay when
 * that is nearer. What does not fit before the end is passed over by those behind it.
 */
function layInRow(list: readonly Item[], sizes: ReadonlyMap<string, number>, { first, end }: UsableRange) {
  const laid = new Map<string, Span>();
  let at = first;
  for (const { id, minimum, logical, source } of list) {
    const bytes = sizes.get(id) ?? minimum;
    const from = at + (logical ? ALIGNMENT : 0);
    const aligned = alignUp(Math.max(from, ALIGNMENT));
    const kept = source && mayStay(source.start) && source.start >= from && source.start < aligned;
    const start = kept ? source.start : aligned;
    laid.set(id, { start, bytes });
    if (start + bytes <= end) at = start + bytes;
  }
  return laid;
}

/**
 * The same with everything behind a volume at the end of the drive, so that it can grow where it lies once it is decrypted
 * there; as it was where that would not make a GiB of room.
 */
function roomBehind(
  id: string | undefined,
  list: readonly Item[],
  spans: Map<string, Span>,
  { end }: UsableRange,
): Map<string, Span> {
  const at = list.findIndex((one) => one.id === id);
  const behind = at < 0 ? [] : list.slice(at + 1).filter(({ logical }) => !logical);
  const [first] = behind;
  const from = first && spans.get(first.id)?.start;
  if (from === undefined || behind.length < list.length - at - 1) return spans;
  const by = alignDown(end - endOf(spans));
  if (by < GIB) return spans;
  const moved = new Map(spans);
  // All of it moves by the same, so that what lay on an alignment step still does.
  for (const { id: one } of behind) {
    const span = spans.get(one);
    if (span) moved.set(one, { ...span, start: span.start + by });
  }
  return moved;
}

/** Where the last of them ends, bytes. */
const endOf = (laid: ReadonlyMap<string, Span>) =>
  [...laid.values()].reduce((end, { start, bytes }) => Math.max(end, start + bytes), 0);

function changeOf(target: TargetPartition | null, sourceBytes: number, moved: boolean): Change {
  if (!target) return 'no room';
  if (target.bytes > sourceBytes) return 'grown';
  if (target.bytes < sourceBytes) return 'shrunk';
  return moved ? 'moved' : 'same';
}
