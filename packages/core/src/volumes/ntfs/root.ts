import { spells, u16, u32, u8, utf16, type Image } from '../../image';
import { ATTRIBUTE, DOS_NAME, ROOT, findAttribute, recordAt, stretchesOf, undoFixUp, type NtfsShape } from './ntfs';

/** Records before it are the file system's own. */
const FIRST_OWN = 24;
/** The index of names (`$I30`) of a folder. */
const NAMES = '$I30';
/** Bytes of index that are looked at: a root folder has less. */
const MOST = 1024 * 1024;

/** A name in the root folder, and the number of its record in the file table. */
export interface RootEntry {
  name: string;
  record: number;
}

/** What the root folder of an NTFS holds, as far as it is at hand; null where nothing of it is. */
export function ntfsRoot(image: Image, shape: NtfsShape): RootEntry[] | null {
  const record = recordAt(image, shape, ROOT);
  if (!record || record === 'damaged') return null;
  const root = findAttribute(record, ATTRIBUTE.indexRoot, NAMES);
  if (root === null || u8(record, root + 8) !== 0) return null;
  const value = root + u16(record, root + 0x14);
  const entries = entriesIn(record, value + 16);
  const blockSize = u32(record, value + 8);
  const allocation = findAttribute(record, ATTRIBUTE.indexAllocation, NAMES);
  if (allocation === null) return entries;
  const further = blockEntries(image, stretchesOf(record, allocation, shape.cluster), blockSize);
  return further === null && entries.length === 0 ? null : [...entries, ...(further ?? [])];
}

function blockEntries(
  image: Image,
  stretches: Iterable<{ offset: number; length: number }>,
  blockSize: number,
): RootEntry[] | null {
  if (blockSize < 512 || blockSize > 64 * 1024) return null;
  const entries: RootEntry[] = [];
  let seen = 0;
  let read = false;
  for (const { offset, length } of stretches) {
    for (let at = 0; at + blockSize <= length && seen < MOST; at += blockSize, seen += blockSize) {
      const raw = image.read(offset + at, blockSize);
      if (!raw) continue;
      read = true;
      const block = spells(raw, 0, 'INDX') ? undoFixUp(raw) : null;
      if (block) entries.push(...entriesIn(block, 0x18));
    }
  }
  return read ? entries : null;
}

/** What an index node names whose header lies there. */
function entriesIn(bytes: Uint8Array, header: number): RootEntry[] {
  const end = Math.min(bytes.length, header + u32(bytes, header + 4));
  const entries: RootEntry[] = [];
  for (let at = header + u32(bytes, header); at + 16 <= end;) {
    const length = u16(bytes, at + 8);
    if ((u8(bytes, at + 12) & 2) !== 0 || length < 16) break;
    const key = at + 16;
    if (u16(bytes, at + 10) >= 0x42 && u8(bytes, key + 0x41) !== DOS_NAME) {
      const name = utf16(bytes, key + 0x42, u8(bytes, key + 0x40));
      entries.push({ name, record: u32(bytes, at) + u16(bytes, at + 4) * 2 ** 32 });
    }
    at += length;
  }
  // The root names itself and the files of the file system, which have the first records.
  return entries.filter(({ record }) => record >= FIRST_OWN);
}
