import { alignedSectors, binary, GIB, MIB, parseCapacity } from '@udrel/core/capacity';
import type { FileSystem, PartitionKind, Scheme, SourcePartition, SourceTable } from '@udrel/core/layout';

/** One partition as typed. */
export interface PartitionRow {
  name: string;
  kind: PartitionKind;
  fileSystem: FileSystem;
  size: string;
  used: string;
  encrypted: boolean;
}

export function rowsOf(table: SourceTable): PartitionRow[] {
  return table.partitions.map(({ name, kind, fileSystem, sectors, used, encrypted }) => ({
    name,
    kind,
    fileSystem,
    size: binary(sectors * table.sectorSize).replaceAll(',', ''),
    used: used === null ? '' : binary(used).replaceAll(',', ''),
    encrypted,
  }));
}

export function emptyRow(): PartitionRow {
  return { name: '', kind: 'data', fileSystem: 'NTFS', size: '', used: '', encrypted: false };
}

/** The usual table of a device that starts in UEFI mode, the rest of the drive for the system volume. */
export function usualRows(driveBytes: number): PartitionRow[] {
  const system = Math.floor((driveBytes - 1120 * MIB) / GIB);
  return [
    { ...emptyRow(), name: 'EFI system', kind: 'EFI system', fileSystem: 'FAT32', size: '100 MiB', used: '30 MiB' },
    { ...emptyRow(), name: 'Reserved', kind: 'reserved', fileSystem: 'none', size: '16 MiB' },
    { ...emptyRow(), name: 'System', kind: 'system', size: `${system} GiB` },
    { ...emptyRow(), name: 'Recovery', kind: 'recovery', size: '1000 MiB', used: '600 MiB' },
  ];
}

export type Typed = { ok: true; table: SourceTable } | { ok: false; row: number; sentence: string };

/**
 * The table that was typed, or the first row that is wrong. Where the sizes are those of the table known before, its
 * exact places stay: only what was changed is changed. Else the partitions lie one behind the other.
 */
export function tableOf(scheme: Scheme, rows: readonly PartitionRow[], driveBytes: number, known?: SourceTable): Typed {
  const before = known ? rowsOf(known) : [];
  if (known && rows.length === before.length && rows.every(({ size }, index) => size === before[index]?.size)) {
    return corrected({ ...known, scheme }, rows, before);
  }
  const partitions: SourcePartition[] = [];
  let startSector = MIB / 512;
  for (const [index, row] of rows.entries()) {
    const wrong = (sentence: string): Typed => ({ ok: false, row: index, sentence });
    if (row.name.trim() === '') return wrong('Give it a name.');
    const size = parseCapacity(row.size);
    if (!size.ok) return wrong(size.sentence);
    if (size.bytes < MIB) return wrong('A partition has at least 1 MiB.');
    const used = row.used.trim() === '' ? null : parseCapacity(row.used);
    if (used && !used.ok) return wrong(used.sentence);
    if (used && used.bytes > size.bytes) return wrong('It cannot use more than its size.');
    const sectors = alignedSectors(size.bytes);
    partitions.push({
      // By place and name: a decision about one partition must not pass to another that is typed in its row.
      id: `${index + 1} ${row.name.trim()}`.slice(0, 40),
      name: row.name.trim(),
      kind: row.kind,
      fileSystem: row.fileSystem,
      startSector,
      sectors,
      used: used?.bytes ?? null,
      encrypted: row.encrypted,
    });
    startSector += sectors;
    if (startSector * 512 > driveBytes) return wrong('From here on it is more than the drive holds.');
  }
  return { ok: true, table: { scheme, sectorSize: 512, partitions } };
}

function corrected(known: SourceTable, rows: readonly PartitionRow[], before: readonly PartitionRow[]): Typed {
  const partitions: SourcePartition[] = [];
  for (const [index, partition] of known.partitions.entries()) {
    const [row, shown] = [rows[index] ?? emptyRow(), before[index] ?? emptyRow()];
    const wrong = (sentence: string): Typed => ({ ok: false, row: index, sentence });
    const name = row.name.trim();
    if (name === '') return wrong('Give it a name.');
    const used = row.used.trim() === '' ? null : parseCapacity(row.used);
    if (used && !used.ok) return wrong(used.sentence);
    const bytes = row.used === shown.used ? partition.used : (used?.bytes ?? null);
    if (bytes !== null && bytes > partition.sectors * known.sectorSize) {
      return wrong('It cannot use more than its size.');
    }
    const { kind, fileSystem, encrypted } = row;
    const id = name === partition.name ? partition.id : `${index + 1} ${name}`.slice(0, 40);
    const { why, clearable, ...rest } = partition;
    // What says of which kind it is counts only while it is of that kind.
    const because = why !== undefined && kind === partition.kind ? { why } : {};
    // What can go was read with the figure of then: counted off a newer one it would count twice.
    const can = clearable && bytes === partition.used && !encrypted ? { clearable } : {};
    partitions.push({ ...rest, ...because, ...can, id, name, kind, fileSystem, encrypted, used: bytes });
  }
  return { ok: true, table: { ...known, partitions } };
}
