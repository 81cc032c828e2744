import { GIB } from '../capacity';
import type { DriveClass } from '../fit';
import type { DriveIdentity } from '../health';
import { partOf, type Image } from '../image';
import type { PartitionKind, SourcePartition, SourceTable } from '../layout';
import type { Link } from '../links';
import { readTable, type ReadTable, type TableEntry } from '../tables';
import { readVolume, type Volume } from '../volumes';

/** Most partitions whose volumes are looked at, and that a plan can hold. */
const MOST = 128;

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
  const systemNumber = systemOf(table, volumes);
  const partitions = table.entries.slice(0, MOST).map((entry, index): SourcePartition => {
    const volume = volumes[index];
    const kind: PartitionKind = entry.number === systemNumber ? 'system' : entry.kind;
    return {
      id: `p${entry.number}`,
      name: (entry.name || volume?.label || '').slice(0, 72) || nameOf(kind, entry),
      kind,
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
  return { scheme, sectorSize, ...(diskId ? { diskId } : {}), partitions };
}

function nameOf(kind: PartitionKind, { typeName, number }: TableEntry): string {
  if (kind === 'system') return 'System';
  return kind === 'data' ? `Data ${number}` : typeName;
}

/** File systems that hold a system of their own kind. */
const SYSTEMS = ['NTFS', 'ext4', 'ext3', 'XFS', 'btrfs'];

/**
 * Where a table does not name the system's partition, the largest volume of the file system that systems live on is
 * taken for it, if there is a partition to start from; else none.
 */
function systemOf({ entries }: ReadTable, volumes: readonly Volume[]): number | null {
  if (entries.some(({ kind }) => kind === 'system')) return null;
  const starts = entries.some(({ kind, active }) => kind === 'EFI system' || kind === 'boot' || active);
  const candidates = entries
    .map((entry, index) => ({ entry, volume: volumes[index] }))
    .filter(({ entry, volume }) => entry.kind === 'data' && isSystem(volume))
    .sort((a, b) => b.entry.sectors - a.entry.sectors || a.entry.number - b.entry.number);
  return starts ? (candidates[0]?.entry.number ?? null) : null;
}

function isSystem(volume: Volume | undefined): boolean {
  if (!volume) return false;
  if (volume.encryption !== 'none') return true;
  return SYSTEMS.includes(volume.fileSystem) && (volume.totalBytes ?? 0) >= GIB;
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
