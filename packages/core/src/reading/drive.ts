import type { DriveClass } from '../fit';
import type { DriveIdentity } from '../health';
import { partOf, type Image } from '../image';
import type { PartitionKind, SourcePartition, SourceRemark, SourceTable } from '../layout';
import type { Link } from '../links';
import { readTable, type ReadTable, type TableEntry } from '../tables';
import { readVolume, type Volume } from '../volumes';
import { kindsOf } from './kinds';

/** Most partitions whose volumes are looked at, and that a plan can hold. */
const MOST = 128;
/** Most remarks that are kept of a table. */
const MOST_REMARKS = 200;

/** Table and volumes of a drive from as much of it as is at hand. */
export function readPartitions(image: Image, sectorSize?: 512 | 4096) {
  const table = sectorSize ? readTable(image, sectorSize) : readTable(image);
  const size = table.sectorSize;
  const volumes = table.entries
    .slice(0, MOST)
    .map((entry) => readVolume(partOf(image, entry.startSector * size, Math.max(0, entry.sectors * size))));
  return { table, volumes, source: sourceOf(table, volumes) };
}

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
