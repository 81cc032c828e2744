import type { AcceptedDrive, AcceptedPlan } from '../facts';
import { ALIGNMENT } from '../capacity';
import type { PlannedPartition, PlannedVolume, TargetId, TargetPartition } from '../layout';
import { gptTypeOf, mbrTypeOf, writeGpt, writeMbr } from '../tables';
import { driveOf, layoutOf } from './layout-of';

/** Sectors of the new table as they stand on the drive. */
export interface TablePiece {
  /** What it is, in words. */
  name: string;
  /** Byte at which it is written. */
  offset: number;
  bytes: Uint8Array;
}

type Targeted<T> = T & { target: TargetPartition };

/**
 * The partition table of an accepted plan for one of its drives, ready to be written to an empty drive: a GPT with its
 * protective MBR and its backup, or an MBR without boot code and the records of its logical partitions. None where the
 * drive is not known, or an MBR cannot hold the plan.
 *
 * @source UEFI specification 5.2.1, 5.2.3 and 5.3
 */
export function tableImage(plan: AcceptedPlan, on: TargetId): TablePiece[] {
  const drive = driveOf(plan, on);
  if (!drive) return [];
  const layout = layoutOf(plan);
  const copied = targetedOn(layout.partitions, on);
  const made = targetedOn(layout.made, on);
  const identifiers = new Map(plan.partitions.map(({ id, uniqueId }) => [id, uniqueId]));
  return drive.scheme === 'gpt' ? gpt(plan, drive, identifiers, copied, made) : mbr(plan, drive, copied, made);
}

function targetedOn<T extends { target: TargetPartition | null }>(list: readonly T[], on: TargetId): Targeted<T>[] {
  return list
    .filter((one): one is Targeted<T> => one.target?.on === on)
    .sort((a, b) => a.target.startSector - b.target.startSector);
}

function gpt(
  { table }: AcceptedPlan,
  { sectors, sectorSize, diskId }: AcceptedDrive,
  identifiers: ReadonlyMap<string, string>,
  copied: readonly Targeted<PlannedPartition>[],
  made: readonly Targeted<PlannedVolume>[],
): TablePiece[] {
  const kept = copied.map(({ source, target }) => {
    const entry = table.scheme === 'gpt' ? source.entry : undefined;
    const { kind, fileSystem } = source;
    return {
      startSector: target.startSector,
      sectors: target.sectors,
      type: entry?.type ?? gptTypeOf(kind, fileSystem, source.entry?.type),
      uniqueId: identifiers.get(source.id) ?? '',
      name: source.name,
      attributes: entry?.attributes ?? '',
    };
  });
  const anew = made.map(({ volume, target }) => ({
    startSector: target.startSector,
    sectors: target.sectors,
    type: gptTypeOf(volume.kind, volume.fileSystem),
    uniqueId: identifiers.get(volume.id) ?? '',
    name: volume.name,
    attributes: '',
  }));
  const entries = [...kept, ...anew]
    .sort((a, b) => a.startSector - b.startSector)
    .map((entry, index) => ({ number: index + 1, ...entry }));
  const { head, tail } = writeGpt({ sectors, sectorSize, diskId, entries });
  return [
    { name: 'protective MBR and primary', ...head },
    { name: 'backup at the end', ...tail },
  ];
}

/** The status byte with which legacy firmware starts from a partition. */
const ACTIVE = '80';

function mbr(
  { table }: AcceptedPlan,
  { sectorSize, diskId }: AcceptedDrive,
  copied: readonly Targeted<PlannedPartition>[],
  made: readonly Targeted<PlannedVolume>[],
): TablePiece[] {
  const before = table.scheme === 'mbr';
  const kept = copied.map(({ source, target }) => ({
    startSector: target.startSector,
    sectors: target.sectors,
    type: before && source.entry ? source.entry.type : mbrTypeOf(source.kind, source.fileSystem, source.entry?.type),
    active: before && source.entry?.attributes === ACTIVE,
    logical: before && source.logical === true,
  }));
  const anew = made.map(({ volume, target }) => ({
    startSector: target.startSector,
    sectors: target.sectors,
    type: mbrTypeOf(volume.kind, volume.fileSystem),
    active: false,
    logical: false,
  }));
  try {
    const recordGap = ALIGNMENT / sectorSize;
    const pieces = writeMbr({ sectorSize, diskId, recordGap, entries: [...kept, ...anew] });
    return pieces.map((piece, index) => {
      return { name: index === 0 ? 'MBR behind its boot code' : `record of logical partition ${index}`, ...piece };
    });
  } catch (error) {
    if (error instanceof RangeError) return [];
    throw error;
  }
}
