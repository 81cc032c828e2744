import type { SectorSize } from '../capacity';
import { guid, hex, spells, u32, u64, utf16, type Image } from '../image';
import { crc32 } from './crc32';
import { meaningOf } from './kinds';
import type { TableEntry } from './types';

export const ENTRY_SIZE = 128;
export const ENTRY_COUNT = 128;
const HEADER_SIZE = 92;
/** Most bytes of an entry array that is read: eight times the usual one. */
const LARGEST_ARRAY = 8 * ENTRY_COUNT * ENTRY_SIZE;

/** Sectors that the entry array takes: at least 16,384 bytes (UEFI specification 5.3.1). */
export const arraySectors = (sectorSize: SectorSize): number => Math.ceil((ENTRY_COUNT * ENTRY_SIZE) / sectorSize);

/** One copy of a GPT: what its header says, and what is wrong with it. */
export interface GptCopy {
  /** In words what is wrong; empty where the copy is whole. */
  faults: string[];
  /** False where its sectors were not among what was read. */
  there: boolean;
  /** Its entries lie where nothing was read: neither whole nor damaged. */
  unread: boolean;
  /** Whether the sector begins as a GPT header does. */
  signed: boolean;
  myLba: number;
  alternateLba: number;
  firstUsable: number;
  lastUsable: number;
  diskId: string;
  entries: TableEntry[];
}

const ABSENT: GptCopy = {
  faults: ['is not there'],
  there: false,
  unread: false,
  signed: false,
  myLba: 0,
  alternateLba: 0,
  firstUsable: 0,
  lastUsable: 0,
  diskId: '',
  entries: [],
};

/** Reads the copy of a GPT whose header lies at a sector (UEFI specification 5.3.2). */
export function readCopy(image: Image, lba: number, sectorSize: SectorSize): GptCopy {
  const header = image.read(lba * sectorSize, sectorSize);
  if (!header) return ABSENT;
  if (!spells(header, 0, 'EFI PART')) return { ...ABSENT, there: true };
  const faults: string[] = [];
  const headerSize = u32(header, 12);
  if (headerSize < HEADER_SIZE || headerSize > sectorSize) faults.push(`gives its size as ${headerSize}`);
  else if (checksumOf(header, headerSize) !== u32(header, 16)) faults.push('has a wrong checksum');
  const myLba = u64(header, 24);
  if (myLba !== lba) faults.push(`says it lies at sector ${myLba}`);
  const entries = readArray(image, header, sectorSize, faults);
  return {
    faults,
    there: true,
    unread: entries === null,
    signed: true,
    myLba,
    alternateLba: u64(header, 32),
    firstUsable: u64(header, 40),
    lastUsable: u64(header, 48),
    diskId: guid(header, 56),
    entries: entries ?? [],
  };
}

function checksumOf(header: Uint8Array, headerSize: number): number {
  const copy = header.slice(0, headerSize);
  copy.fill(0, 16, 20);
  return crc32(copy);
}

function readArray(image: Image, header: Uint8Array, sectorSize: SectorSize, faults: string[]): TableEntry[] | null {
  const [count, size] = [u32(header, 80), u32(header, 84)];
  if (size < ENTRY_SIZE || size % 8 !== 0 || count * size > LARGEST_ARRAY) {
    faults.push(`names ${count} entries of ${size} bytes`);
    return [];
  }
  const [at, length] = [u64(header, 72) * sectorSize, count * size];
  const array = image.read(at, length);
  if (!array && at + length <= image.size) return null;
  if (!array) {
    faults.push('names an entry array past the end of the drive');
    return [];
  }
  if (crc32(array) !== u32(header, 88)) faults.push('has an entry array with a wrong checksum');
  const entries: TableEntry[] = [];
  for (let index = 0; index < count; index++) {
    const bytes = array.subarray(index * size, (index + 1) * size);
    // A type of zeros: not in use.
    if (bytes.subarray(0, 16).some((byte) => byte !== 0)) entries.push(entryAt(bytes, index + 1));
  }
  return entries;
}

function entryAt(bytes: Uint8Array, number: number): TableEntry {
  const type = guid(bytes, 0);
  const [first, last] = [u64(bytes, 32), u64(bytes, 40)];
  const { name: typeName, kind } = meaningOf(type);
  return {
    number,
    startSector: first,
    sectors: last - first + 1,
    type,
    typeName,
    kind,
    uniqueId: guid(bytes, 16),
    name: utf16(bytes, 56, 36),
    attributes: hex(bytes.slice(48, 56).reverse()),
    // Bit 2: legacy firmware may start from it.
    active: (bytes[48] ?? 0) % 8 >= 4,
    logical: false,
  };
}
