import { spells, u16, u32, u8, utf16, type Image } from '../image';
import { findAttribute, recordAt, stretchesOf, undoFixUp, ntfsShape } from './ntfs';

const ROOT = 5;
const [INDEX_ROOT, INDEX_ALLOCATION] = [0x90, 0xa0];
/** The index of names (`$I30`) of a folder; a DOS-only name (name space 2) stands beside the long one. */
const NAMES = '$I30';
const DOS_NAME = 2;
/** Bytes of index that are looked at: a root folder has less. */
const MOST = 1024 * 1024;

/** Names in the root folder of an NTFS, as far as they are at hand; null where none of them is. */
export function ntfsRoot(image: Image, boot: Uint8Array): string[] | null {
  const shape = ntfsShape(boot);
  const record = shape && recordAt(image, shape, ROOT);
  if (!record || record === 'damaged') return null;
  const root = findAttribute(record, INDEX_ROOT, NAMES);
  if (root === null || u8(record, root + 8) !== 0) return null;
  const value = root + u16(record, root + 0x14);
  const names = namesIn(record, value + 16);
  const blockSize = u32(record, value + 8);
  const allocation = findAttribute(record, INDEX_ALLOCATION, NAMES);
  if (allocation === null) return names;
  const further = blockNames(image, stretchesOf(record, allocation, shape.cluster), blockSize);
  return further === null && names.length === 0 ? null : [...names, ...(further ?? [])];
}

function blockNames(
  image: Image,
  stretches: Iterable<{ offset: number; length: number }>,
  blockSize: number,
): string[] | null {
  if (blockSize < 512 || blockSize > 64 * 1024) return null;
  const names: string[] = [];
  let seen = 0;
  let read = false;
  for (const { offset, length } of stretches) {
    for (let at = 0; at + blockSize <= length && seen < MOST; at += blockSize, seen += blockSize) {
      const raw = image.read(offset + at, blockSize);
      if (!raw) continue;
      read = true;
      const block = spells(raw, 0, 'INDX') ? undoFixUp(raw) : null;
      if (block) names.push(...namesIn(block, 0x18));
    }
  }
  return read ? names : null;
}

/** The names of an index node whose header lies there. */
function namesIn(bytes: Uint8Array, header: number): string[] {
  const end = Math.min(bytes.length, header + u32(bytes, header + 4));
  const names: string[] = [];
  for (let at = header + u32(bytes, header); at + 16 <= end;) {
    const length = u16(bytes, at + 8);
    if ((u8(bytes, at + 12) & 2) !== 0 || length < 16) break;
    const key = at + 16;
    if (u16(bytes, at + 10) >= 0x42 && u8(bytes, key + 0x41) !== DOS_NAME) {
      names.push(utf16(bytes, key + 0x42, u8(bytes, key + 0x40)));
    }
    at += length;
  }
  // The root names itself and the files of the file system.
  return names.filter((name) => name !== '.' && !name.startsWith('$'));
}
