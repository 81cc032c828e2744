import type { AcceptedPlan, ReadBackVerdict, SeenTarget } from '../facts';
import { binary, GIB, MIB } from '../capacity';
import {
  targetName,
  type Change,
  type FileSystem,
  type PlannedPartition,
  type SourcePartition,
  type TargetId,
  type TargetPartition,
} from '../layout';
import { driveOf, layoutOf } from '../plan-file';
import type { Reason } from '../reason';

export interface ReadBack {
  verdict: ReadBackVerdict;
  reasons: Reason[];
}

/**
 * What stands on a finished drive against what was planned, partition by partition: present, size, place, kind,
 * identifiers, used space, and the table itself. A `fail` means that it is not to be trusted.
 */
export function readBack(plan: AcceptedPlan, seen: SeenTarget, on: TargetId = 'new'): ReadBack {
  const { reasons: laid, here } = laidOut(plan, seen, on, false);
  const held = here.map(({ one, all }) => contents(one, plan, comparedOf(one, all, seen)));
  const reasons = [...laid, ...held.map(({ reason }) => reason)];
  const wrong = reasons.some(({ outcome }) => outcome === 'fail');
  const proven = held.every((one) => one.proven);
  return { verdict: wrong ? 'other than planned' : proven ? 'as planned' : NOT_COMPARED, reasons };
}

/**
 * The same of a drive that its system has run from since: table, sizes, places, kinds and identifiers, while used space
 * and contents are what that system made of them.
 */
export function laidOutInUse(plan: AcceptedPlan, seen: SeenTarget, on: TargetId): Reason[] {
  return laidOut(plan, seen, on, true).reasons;
}

function laidOut(plan: AcceptedPlan, seen: SeenTarget, on: TargetId, inUse: boolean) {
  const { partitions, made: anew } = layoutOf(plan);
  const drive = driveOf(plan, on);
  const kept = drive?.identifiersKept ?? false;
  const sectorSize = seen.table.sectorSize;
  const left = new Set(seen.table.partitions);
  const take = (target: TargetPartition, name: string, uniqueId: string | undefined) => {
    const found = nearest([...left], target, name, uniqueId);
    if (found) left.delete(found);
    return found;
  };
  const grown = (one: PlannedPartition) => Math.max(0, (one.target?.bytes ?? 0) - one.sourceBytes);
  const absent = new Set<string>();
  const here = partitions.filter(({ target }) => target?.on === on);
  const copied = here.flatMap((one) => {
    const { source, target } = one;
    if (!target) return [];
    const found = take(target, source.name, source.entry?.uniqueId);
    if (!found) absent.add(source.id);
    const running = plan.startedFrom === 'its own system';
    const slack = inUse ? null : slackOf(source, grown(one), running);
    return judge(one, target, found, { sectorSize, on, kept, slack });
  });
  const made = anew.flatMap(({ volume, target }) => {
    if (target?.on !== on) return [];
    const found = take(target, volume.name, undefined);
    return found ? size(volume.name, target, found, sectorSize) : [missing(volume.name, on)];
  });
  const more = [...left].map(({ name }): Reason => ({
    rule: name,
    outcome: 'limit',
    sentence: 'is there and was not planned',
  }));
  const scheme = drive?.scheme ?? plan.table.scheme;
  const reasons = [
    ...(seen.table.scheme === scheme
      ? []
      : [
          {
            rule: 'Table',
            outcome: 'fail' as const,
            sentence: `The table is ${seen.table.scheme.toUpperCase()}, planned was ${scheme.toUpperCase()}.`,
          },
        ]),
    ...(on === 'new' ? diskIdentifier(plan, seen, kept) : []),
    ...seen.problems.filter(({ outcome }) => outcome !== 'pass'),
    ...copied,
    ...made,
    ...more,
  ];
  const present = here.filter(({ source }) => !absent.has(source.id)).map((one) => ({ one, all: here }));
  return { reasons, here: present };
}

const NOT_COMPARED = 'as planned, contents not compared';

/** The partition that is meant: by its identifier, else by its place, else by its name. */
function nearest(
  left: readonly SourcePartition[],
  target: TargetPartition,
  name: string,
  uniqueId: string | undefined,
): SourcePartition | undefined {
  return (
    (uniqueId ? left.find(({ entry }) => entry?.uniqueId === uniqueId) : undefined) ??
    left.find(({ startSector }) => startSector === target.startSector) ??
    left.find((one) => one.name === name)
  );
}

function missing(name: string, on: TargetId): Reason {
  return {
    rule: name,
    outcome: 'fail',
    sentence: `is not on the ${targetName(on)}`,
    remedy: 'copy it again, or make it by hand and read the drive back',
  };
}

function judge(
  { source, used: expected }: PlannedPartition,
  target: TargetPartition,
  found: SourcePartition | undefined,
  { sectorSize, on, kept, slack }: { sectorSize: number; on: TargetId; kept: boolean; slack: Slack | null },
): Reason[] {
  if (!found) return [missing(source.name, on)];
  const { name } = source;
  const against = [
    ...size(name, target, found, sectorSize),
    ...whereItLies(name, target, found, sectorSize),
    ...kind(source, found),
    ...identifiers(source, found, kept),
    ...(slack ? used(source, expected, found, slack) : []),
  ];
  if (against.some(({ outcome }) => outcome === 'fail' || outcome === 'limit')) {
    return against.filter(({ outcome }) => outcome !== 'pass');
  }
  return [{ rule: name, outcome: 'pass', sentence: `is there as planned, ${binary(found.sectors * sectorSize)}` }];
}

function size(name: string, target: TargetPartition, found: SourcePartition, sectorSize: number): Reason[] {
  const bytes = found.sectors * sectorSize;
  const off = bytes - target.bytes;
  if (Math.abs(off) < MIB) return [{ rule: name, outcome: 'pass', sentence: 'has its planned size' }];
  const words = `has ${binary(bytes)}, planned was ${binary(target.bytes)}`;
  const common = { rule: name, measured: binary(bytes), limit: binary(target.bytes), sentence: words };
  const needs = found.used ?? 0;
  return bytes < needs
    ? [{ ...common, outcome: 'fail', remedy: 'copy it again' }]
    : [
        {
          ...common,
          outcome: 'limit',
          remedy: off < 0 ? 'grow it, or accept the plan that way' : 'accept the plan that way',
        },
      ];
}

function whereItLies(name: string, target: TargetPartition, found: SourcePartition, sectorSize: number): Reason[] {
  const aligned = (found.startSector * sectorSize) % 4096 === 0;
  if (!aligned)
    return [
      {
        rule: name,
        outcome: 'limit',
        sentence: `begins at sector ${found.startSector}, which lies across the drive’s own blocks: it writes slowly`,
        remedy: 'move it onto a whole MiB',
      },
    ];
  if (found.startSector === target.startSector) return [];
  return [
    {
      rule: name,
      outcome: 'limit',
      sentence: `begins at sector ${found.startSector}, planned was ${target.startSector}`,
    },
  ];
}

function kind(source: SourcePartition, found: SourcePartition): Reason[] {
  const { name } = source;
  const reasons: Reason[] = [];
  const known = found.fileSystem !== 'unknown' && source.fileSystem !== 'unknown';
  if (known && found.fileSystem !== source.fileSystem && !source.encrypted)
    reasons.push({
      rule: name,
      outcome: 'fail',
      sentence: `holds ${found.fileSystem}, on the old drive it is ${source.fileSystem}`,
      remedy: 'copy it again',
    });
  const [was, is] = [source.entry?.type, found.entry?.type];
  if (was && is && was.length === is.length && was !== is)
    reasons.push({
      rule: name,
      outcome: 'limit',
      sentence: 'is marked as another type than before: a system may not find it',
      remedy: 'set its type as on the old drive',
    });
  return reasons;
}

/** Boot entries and mount tables name partitions by their identifiers; two drives in one device must not share them. */
function identifiers({ name, entry }: SourcePartition, found: SourcePartition, kept: boolean): Reason[] {
  if (!entry?.uniqueId || !found.entry?.uniqueId) return [];
  const same = entry.uniqueId === found.entry.uniqueId;
  if (same === kept) return [];
  return [same ? { rule: name, ...SHARED } : { rule: name, ...OTHER_NAME }];
}

/** The same of the drive itself, where both tables say it. */
function diskIdentifier({ table }: AcceptedPlan, seen: SeenTarget, kept: boolean): Reason[] {
  const [was, is] = [table.diskId, seen.table.diskId];
  if (!was || !is || table.scheme !== seen.table.scheme || (was === is) === kept) return [];
  return [was === is ? { rule: 'Table', ...SHARED } : { rule: 'Table', ...OTHER_NAME }];
}

const OTHER_NAME = {
  outcome: 'limit',
  sentence: 'has another identifier than on the old drive: its start entry may not find it',
  remedy: 'set the identifier, or repair the start files',
} as const;

const SHARED = {
  outcome: 'limit',
  sentence: 'has the identifier of the old drive, which stays in the device: one may be taken for the other',
  remedy: 'give it one of its own, then repair the start files',
} as const;

/** By how much used space may differ, bytes: what the same files take on both drives, and what a tool may pass over. */
interface Slack {
  same: number;
  passedOver: number;
}

/** File systems that keep lists whose size grows with the volume: inode tables, group bitmaps. */
const GROWS_WITH_SIZE: readonly FileSystem[] = ['ext2', 'ext3', 'ext4'];
/** Page and hibernation files, which tools pass over, take this much at the most (rule of thumb: memory and half of it). */
const PAGE_FILES = 12 * GIB;

/**
 * A copy of blocks brings the same files: what counts may differ by the lists that grow with the volume, and by what a
 * running system wrote meanwhile. Of a file system that holds a system, page files may be missing.
 */
function slackOf({ fileSystem, used: was, kind: holds }: SourcePartition, grownBy: number, running: boolean): Slack {
  const base =
    Math.max(64 * MIB, (was ?? 0) * 0.005) + grownBy * (GROWS_WITH_SIZE.includes(fileSystem) ? 0.02 : 0.0005);
  const same = base + (running ? Math.max(2 * GIB, (was ?? 0) * 0.02) : 0);
  const mayHold = (holds === 'system' || holds === 'not known') && fileSystem === 'NTFS';
  return { same, passedOver: mayHold ? Math.min(PAGE_FILES, (was ?? 0) * 0.1) : 0 };
}

function used(
  { name, used: before }: SourcePartition,
  was: number | null,
  { used: is }: SourcePartition,
  { same, passedOver }: Slack,
): Reason[] {
  if (was === null || is === null) return [];
  const off = is - was;
  if (Math.abs(off) <= same) return [];
  const from = was === before ? `on the old drive ${binary(was)}` : `planned were ${binary(was)}`;
  const sentence = `uses ${binary(is)}, ${from}`;
  if (off > 0) return [{ rule: name, outcome: 'limit', sentence }];
  if (-off <= same + passedOver) {
    return [
      {
        rule: name,
        outcome: 'limit',
        sentence: `${sentence}: page and hibernation files may have been passed over`,
        remedy: 'see that the tool says so',
      },
    ];
  }
  return [{ rule: name, outcome: 'fail', sentence, remedy: 'part of it is missing: copy it again' }];
}

/** Of a system that ran while it was copied some blocks are other than before: it wrote to its own drive. */
const CHANGED_WHILE_RUNNING = 0.25;

type Compared = SeenTarget['compared'][number];

/** What was compared of a partition: by its id, by its name where it is the only one of that name. */
function comparedOf(
  { source }: PlannedPartition,
  here: readonly PlannedPartition[],
  { compared }: SeenTarget,
): Compared[] {
  const alone = here.filter((one) => one.source.name === source.name).length === 1;
  return compared.filter(({ id, name }) => (id === undefined ? alone && name === source.name : id === source.id));
}

/** Whether what is in a partition was held against the old drive, and how that came out. */
function contents(
  { source, change }: PlannedPartition,
  plan: AcceptedPlan,
  compared: readonly Compared[],
): { proven: boolean; reason: Reason } {
  const rule = source.name;
  // What holds no file system has nothing in it that anybody would miss.
  if (NOTHING_IN_IT.includes(source.kind) || source.fileSystem === 'swap' || source.fileSystem === 'none') {
    if (compared.every(({ different }) => different === 0))
      return { proven: true, reason: { rule, outcome: 'pass', sentence: 'nothing in it to be compared' } };
  }
  const count = (key: 'samples' | 'different' | 'unreadable') =>
    compared.reduce((sum, one) => sum + (one[key] ?? 0), 0);
  const [samples, different, unreadable] = [count('samples'), count('different'), count('unreadable')];
  const same = samples - different - unreadable;
  if (different > 0) {
    const sentence = `${different} of ${samples} samples differ between the drives`;
    if (plan.startedFrom === 'its own system' && different <= samples * CHANGED_WHILE_RUNNING) {
      return {
        proven: true,
        reason: { rule, outcome: 'limit', sentence: `${sentence}: its own system wrote on while it was copied` },
      };
    }
    return {
      proven: false,
      reason: { rule, outcome: 'fail', sentence, remedy: 'copy it again; try another lead or holder' },
    };
  }
  if (same > 0 && unreadable > 0) {
    const sentence = `${unreadable} of ${samples} samples cannot be read from the old drive; the other ${same} are the same`;
    return { proven: true, reason: { rule, outcome: 'limit', sentence } };
  }
  if (same > 0)
    return { proven: true, reason: { rule, outcome: 'pass', sentence: `${same} samples are the same on both drives` } };
  return { proven: false, reason: { rule, outcome: 'unknown', sentence: whyNot(source, change, plan, unreadable) } };
}

const NOTHING_IN_IT: readonly SourcePartition['kind'][] = ['reserved', 'swap'];

function whyNot({ id }: SourcePartition, change: Change, { intent }: AcceptedPlan, unreadable: number): string {
  if (intent.decrypted.includes(id)) return 'was decrypted: its contents cannot be compared with the old drive';
  if (change === 'shrunk') return 'was made smaller: its blocks lie elsewhere, its contents were not compared';
  if (unreadable > 0) return 'could not be read from the old drive: its contents were not compared';
  return 'its contents were not compared with the old drive';
}

/** A stretch whose bytes must be the same on both drives, places and size in bytes. */
export interface Comparable {
  id: string;
  name: string;
  sourceStart: number;
  targetStart: number;
  bytes: number;
  /** A copy of used blocks passes over the free ones of a file system that it can read. */
  blocks: 'all' | 'used';
}

/** File systems whose blocks keep their places when they are grown. */
const GROWN_IN_PLACE: readonly FileSystem[] = ['NTFS', 'ext2', 'ext3', 'ext4'];

/** What of a drive can be held against the old one: partitions with nothing moved inside. */
export function comparable(plan: AcceptedPlan, on: TargetId = 'new'): Comparable[] {
  const targetSize = driveOf(plan, on)?.sectorSize ?? plan.table.sectorSize;
  return layoutOf(plan).partitions.flatMap(({ source, target, change, sourceBytes }): Comparable[] => {
    if (target?.on !== on) return [];
    const whole = source.fileSystem === 'none' || source.fileSystem === 'unknown' || source.encrypted;
    const inPlace = change === 'same' || change === 'moved';
    if (!inPlace && !(change === 'grown' && !whole && GROWN_IN_PLACE.includes(source.fileSystem))) return [];
    return [
      {
        id: source.id,
        name: source.name,
        sourceStart: source.startSector * plan.table.sectorSize,
        targetStart: target.startSector * targetSize,
        bytes: sourceBytes,
        blocks: whole ? 'all' : 'used',
      },
    ];
  });
}
