import type { DriveClass } from '../fit';
import type { DriveIdentity } from '../health';
import { binary, type SectorSize } from '../capacity';
import { partOf, type Image } from '../image';
import type { FileSystem, PartitionKind, SourcePartition, SourceRemark, SourceTable } from '../layout';
import type { Link } from '../links';
import type { Outcome, Reason } from '../reason';
import { readStart } from '../starting';
import { readTable, type ReadTable, type TableEntry } from '../tables';
import { readVolume, type Volume } from '../volumes';
import { kindsOf } from './kinds';

/** Most partitions whose volumes are looked at, and that a plan can hold. */
const MOST = 128;
/** Most remarks that are kept of a table. */
const MOST_REMARKS = 200;

/**
 * Table and volumes of a drive from as much of it as is at hand; without a table what begins in its first sector.
 * `files`: the lines that the probe made of a volume's file table, by where the volume begins.
 */
export function readPartitions(image: Image, sectorSize?: SectorSize, files: ReadonlyMap<number, string> = new Map()) {
  const table = sectorSize ? readTable(image, sectorSize) : readTable(image);
  const size = table.sectorSize;
  const volumes = table.entries.slice(0, MOST).map((entry) => {
    const at = entry.startSector * size;
    const volume = readVolume(partOf(image, at, Math.max(0, entry.sectors * size)), files.get(at));
    const fileSystem = byType(entry, volume);
    const set = fileSystem === volume.fileSystem ? [] : [ofSet(entry)];
    return { ...volume, fileSystem, problems: [...volume.problems, ...set] };
  });
  const bare = table.scheme === 'none' && table.problems.length === 0 ? readVolume(image, files.get(0)) : null;
  if (bare) table.problems.push(...withoutTable(bare));
  const whole = bare && isTold(bare) ? bare : null;
  return { table, volumes, whole, source: sourceOf(table, volumes), start: readStart(image, table) };
}

/** What only its type names: members of sets and of pools whose own marks were not found. */
function byType({ type }: TableEntry, { fileSystem, encryption }: Volume): FileSystem {
  return (fileSystem === 'unknown' && encryption === 'none' ? SETS[type] : undefined) ?? fileSystem;
}

/** A set is a whole with its other drives: a copy of one drive of it is none. */
const ofSet = ({ typeName }: TableEntry): Reason => ({
  rule: 'Set',
  outcome: 'limit',
  sentence: `By its type it belongs to a set (${typeName}), which may lie on several drives.`,
  remedy: 'look in its own system which drives belong to it; copy every one of them, or bring its files over',
});

const SETS: Readonly<Record<string, FileSystem>> = {
  '42': 'dynamic disk',
  FD: 'RAID member',
  'AF9B60A0-1431-4F62-BC68-3311714A69AD': 'dynamic disk',
  'A19D880F-05FC-4D3B-A006-743F0F84911E': 'RAID member',
  'E75CAF8F-F680-4CEE-AFA3-B001E56EFC2D': 'storage pool',
};

const isTold = ({ fileSystem, encryption }: Volume) =>
  (encryption !== 'none' && encryption !== 'possibly') || (fileSystem !== 'unknown' && fileSystem !== 'none');

/** What a drive without a partition table is: never taken for new where something begins on it. */
function withoutTable(volume: Volume): Reason[] {
  const told = (outcome: Outcome, sentence: string, remedy?: string): Reason => ({
    rule: 'Table',
    outcome,
    sentence: `No partition table: ${sentence}`,
    ...(remedy ? { remedy } : {}),
  });
  const { fileSystem, encryption, label, usedBytes, problems } = volume;
  if (isTold(volume)) {
    const name = `${encryption === 'none' ? fileSystem : encryption}${label ? ` “${label}”` : ''}`;
    const used = usedBytes === null ? '' : `, ${binary(usedBytes)} used`;
    const sentence = `the whole drive is one volume, ${name}${used}.`;
    return [told('limit', sentence, 'copy the whole drive sector by sector'), ...problems];
  }
  if (encryption === 'possibly') {
    return [told('unknown', 'its first blocks look like noise, so it is encrypted as a whole or was wiped so.', ASK)];
  }
  if (fileSystem === 'none') return [told('limit', 'its first blocks are empty, it is new or wiped.')];
  if (problems.length > 0) return [told('unknown', 'and its first blocks were not read.', 'read the drive again')];
  return [told('unknown', 'what begins in its first blocks is not known here.', ASK)];
}

const ASK = 'ask the customer, or look in its own device';

/** The table as the copy plan takes it; null where there is none or it cannot be trusted to hold every partition. */
export function sourceOf(table: ReadTable, volumes: readonly Volume[]): SourceTable | null {
  if (table.scheme === 'none' || table.entries.length === 0) return null;
  const kinds = kindsOf({ ...table, entries: table.entries.slice(0, MOST) }, volumes);
  const partitions = table.entries.slice(0, MOST).map((entry, index): SourcePartition => {
    const volume = volumes[index];
    const { kind, why } = kinds[index] ?? { kind: entry.kind, why: '' };
    return {
      id: idOf(entry),
      name: nameOf(kind, entry, volume),
      kind,
      ...(why ? { why } : {}),
      fileSystem: volume?.fileSystem ?? 'unknown',
      startSector: entry.startSector,
      sectors: Math.max(1, entry.sectors),
      used: volume?.usedBytes ?? null,
      encrypted: volume !== undefined && volume.encryption !== 'none',
      ...(volume?.clearable ? { clearable: volume.clearable } : {}),
      ...(volume && volume.holds.length > 0 ? { holds: volume.holds } : {}),
      ...(entry.logical ? { logical: true } : {}),
      entry: { type: entry.type, uniqueId: entry.uniqueId, attributes: entry.attributes },
    };
  });
  const { scheme, sectorSize, diskId } = table;
  const remarks = remarksOf(table, volumes);
  return {
    scheme,
    sectorSize,
    ...(diskId ? { diskId } : {}),
    ...(remarks.length > 0 ? { remarks } : {}),
    partitions,
  };
}

const idOf = ({ number }: TableEntry) => `p${number}`;

/** Everything that the readers found wrong, with the partition that it is about. */
function remarksOf(table: ReadTable, volumes: readonly Volume[]): SourceRemark[] {
  const ofVolumes = table.entries.slice(0, MOST).flatMap((entry, index): SourceRemark[] => {
    // That it is encrypted is a fact of its own.
    const own = volumes[index]?.problems.filter(({ rule }) => rule !== 'Encryption') ?? [];
    return own.map((problem) => ({ ...problem, about: idOf(entry) }));
  });
  return [...table.problems, ...ofVolumes].slice(0, MOST_REMARKS);
}

/** Names that formatting tools give any partition of a kind. */
const GENERIC =
  /^(basic data partition|efi system partition|microsoft reserved partition|linux( file ?system)?|primary|untitled|new partition)$/i;

/** What a partition is called: by its table where somebody named it there, else by its volume's label. */
function nameOf(kind: PartitionKind, { name, typeName, number }: TableEntry, volume: Volume | undefined): string {
  const own = GENERIC.test(name) ? '' : name;
  const told = own || volume?.label || (kind === 'system' || kind === 'data' ? '' : name);
  if (told) return told.slice(0, 72);
  if (kind === 'system') return 'System';
  return kind === 'data' || kind === 'not known' ? `Data ${number}` : kind === 'loader' ? 'Loader' : typeName;
}

/** Whether a drive has moving parts; null where it does not say. */
export function turns(identity: DriveIdentity | null): boolean | null {
  const rotation = identity?.rotation ?? null;
  return rotation === null ? null : rotation > 0;
}

/** The class a drive's identity and link speak of; null where they do not say. */
export function classOf(identity: DriveIdentity | null, link: Link | null): DriveClass | null {
  if (!identity) return null;
  if (identity.bus === 'NVMe') {
    const generation = link?.kind === 'pcie' ? Math.max(3, link.generation) : 3;
    return `NVMe gen ${generation as 3 | 4 | 5}`;
  }
  if (identity.rotation === null) return null;
  if (identity.rotation === 0) return 'SATA SSD';
  return identity.rotation >= 7000 ? 'disk 7200' : 'disk 5400';
}
