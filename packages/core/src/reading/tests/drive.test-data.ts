import { MIB } from '../../capacity';
import type { Piece } from '../../image';
import { crc32, GPT_TYPE_OF, writeGpt } from '../../tables';
import { madeBySystems } from '../../volumes/made.test-data';

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

/** What is odd, one volume behind the other. */
const ODD = [
  'windows filled',
  'lvm',
  'xfs filled',
  'xfs dirty',
  'ext4 dirty',
  'btrfs with a log',
  'btrfs of two',
  'swap64',
  'reiserfs',
  'jfs',
  'udf',
  'iso9660',
];

/** The same table with an array of 256 entries at sector 100, as some tools lay it. */
function movedArray({ offset, bytes }: { offset: number; bytes: Uint8Array }) {
  const moved = new Uint8Array(100 * 512 + 256 * 128);
  moved.set(bytes.subarray(0, 1024));
  moved.set(bytes.subarray(1024, 1024 + 128 * 128), 100 * 512);
  const header = new DataView(moved.buffer, 512, 92);
  header.setUint32(72, 100, true);
  header.setUint32(80, 256, true);
  header.setUint32(88, crc32(moved.subarray(100 * 512)), true);
  header.setUint32(16, 0, true);
  header.setUint32(16, crc32(moved.subarray(512, 512 + 92)), true);
  return { offset, bytes: moved };
}

/** Volumes that are odd, as their systems made them, one behind the other, with a GPT whose entries lie elsewhere. */
export function oddDrive() {
  let at = MIB;
  const laid = ODD.map((volume) => {
    const { size, pieces } = madeBySystems(volume);
    const from = at;
    at += Math.ceil(size / MIB) * MIB;
    return { from, sectors: size / 512, pieces: pieces.map(({ offset, bytes }) => ({ offset: from + offset, bytes })) };
  });
  const size = at + MIB;
  const parts = laid.map(({ from, sectors }, n) => ({
    number: n + 1,
    startSector: from / 512,
    sectors,
    type: GPT_TYPE_OF.data,
    uniqueId: `00000000-0000-4000-8000-00000000003${n.toString(16)}`,
    name: '',
    attributes: '0',
  }));
  const diskId = '00000000-0000-4000-8000-0000000000FC';
  const { head, tail } = writeGpt({ sectors: size / 512, sectorSize: 512, diskId, entries: parts });
  return { size, parts, pieces: [movedArray(head), ...laid.flatMap(({ pieces }) => pieces), tail] };
}
