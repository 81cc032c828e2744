import type { SectorSize } from '../capacity';
import { guidBytes, type Piece } from '../image';
import { crc32 } from './crc32';
import { arraySectors, ENTRY_COUNT, ENTRY_SIZE } from './gpt';
import type { TableEntry } from './types';

/** What a GPT is written from; entries keep their numbers. */
export interface GptContent {
  sectors: number;
  sectorSize: SectorSize;
  diskId: string;
  entries: Pick<TableEntry, 'number' | 'startSector' | 'sectors' | 'type' | 'uniqueId' | 'name' | 'attributes'>[];
}

/**
 * The sectors of a GPT: protective MBR with the primary table at the beginning, the backup at the end.
 * @returns two pieces; for tools, written at their offsets onto an empty drive
 * @throws RangeError where an entry's number is not 1 to 128 or the drive is too small for a table
 * @source UEFI specification 5.2.3 and 5.3
 */
export function writeGpt(content: GptContent): { head: Piece; tail: Piece } {
  const { sectors, sectorSize, entries } = content;
  const array = arraySectors(sectorSize);
  if (sectors < 2 * array + 4) throw new RangeError(`a drive of ${sectors} sectors has no room for a table`);
  const list = new Uint8Array(ENTRY_COUNT * ENTRY_SIZE);
  for (const entry of entries) {
    if (!(entry.number >= 1 && entry.number <= ENTRY_COUNT)) throw new RangeError(`entry number ${entry.number}`);
    list.set(entryBytes(entry), (entry.number - 1) * ENTRY_SIZE);
  }
  const head = new Uint8Array((2 + array) * sectorSize);
  head.set(protectiveMbr(sectors));
  head.set(header(content, list, { own: 1, other: sectors - 1, array: 2 }), sectorSize);
  head.set(list, 2 * sectorSize);
  const tail = new Uint8Array((array + 1) * sectorSize);
  tail.set(list);
  const backup = { own: sectors - 1, other: 1, array: sectors - 1 - array };
  tail.set(header(content, list, backup), array * sectorSize);
  return {
    head: { offset: 0, bytes: head },
    tail: { offset: (sectors - 1 - array) * sectorSize, bytes: tail },
  };
}

function view(bytes: Uint8Array): DataView {
  return new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
}

function protectiveMbr(sectors: number): Uint8Array {
  const bytes = new Uint8Array(512);
  bytes.set([0, 0x00, 0x02, 0x00, 0xee, 0xff, 0xff, 0xff], 446);
  view(bytes).setUint32(454, 1, true);
  view(bytes).setUint32(458, Math.min(sectors - 1, 0xffffffff), true);
  bytes.set([0x55, 0xaa], 510);
  return bytes;
}

function entryBytes(entry: GptContent['entries'][number]): Uint8Array {
  const bytes = new Uint8Array(ENTRY_SIZE);
  const data = view(bytes);
  bytes.set(guidBytes(entry.type));
  bytes.set(guidBytes(entry.uniqueId), 16);
  data.setBigUint64(32, BigInt(entry.startSector), true);
  data.setBigUint64(40, BigInt(entry.startSector + entry.sectors - 1), true);
  data.setBigUint64(48, BigInt(`0x${entry.attributes || '0'}`), true);
  for (let n = 0; n < Math.min(36, entry.name.length); n++) data.setUint16(56 + 2 * n, entry.name.charCodeAt(n), true);
  return bytes;
}

function header(
  { sectors, sectorSize, diskId }: GptContent,
  list: Uint8Array,
  at: { own: number; other: number; array: number },
): Uint8Array {
  const bytes = new Uint8Array(92);
  const data = view(bytes);
  const array = arraySectors(sectorSize);
  bytes.set(new TextEncoder().encode('EFI PART'));
  data.setUint32(8, 0x0001_0000, true);
  data.setUint32(12, 92, true);
  data.setBigUint64(24, BigInt(at.own), true);
  data.setBigUint64(32, BigInt(at.other), true);
  data.setBigUint64(40, BigInt(2 + array), true);
  data.setBigUint64(48, BigInt(sectors - 2 - array), true);
  bytes.set(guidBytes(diskId), 56);
  data.setBigUint64(72, BigInt(at.array), true);
  data.setUint32(80, ENTRY_COUNT, true);
  data.setUint32(84, ENTRY_SIZE, true);
  data.setUint32(88, crc32(list), true);
  data.setUint32(16, crc32(bytes), true);
  return bytes;
}
