import { MIB } from '../capacity';
import type { Piece } from '../image';
import { GPT_TYPE_OF, writeGpt } from '../tables';
import { madeBySystems } from '../volumes/made.test-data';

/** A drive of 256 MiB with a GPT and one volume after the other as their systems made them. */
export const DRIVE_BYTES = 256 * MIB;

const LAID = [
  { volume: 'fat32', at: 1, kind: 'EFI system' },
  { volume: 'ntfs', at: 48, kind: 'data' },
  { volume: 'exfat', at: 72, kind: 'data' },
  { volume: 'ext4', at: 96, kind: 'data' },
  { volume: 'luks1', at: 120, kind: 'data' },
] as const;

/** The stretches of that drive that are not zero. */
export function drivePieces(): Piece[] {
  const entries = LAID.map(({ volume, at, kind }, n) => ({
    number: n + 1,
    startSector: (at * MIB) / 512,
    sectors: madeBySystems(volume).size / 512,
    type: GPT_TYPE_OF[kind],
    uniqueId: `00000000-0000-4000-8000-00000000000${n + 1}`,
    name: '',
    attributes: '0',
  }));
  const diskId = '00000000-0000-4000-8000-0000000000FF';
  const { head, tail } = writeGpt({ sectors: DRIVE_BYTES / 512, sectorSize: 512, diskId, entries });
  const volumes = LAID.flatMap(({ volume, at }) =>
    madeBySystems(volume).pieces.map(({ offset, bytes }) => ({ offset: at * MIB + offset, bytes })),
  );
  return [head, ...volumes, tail];
}
