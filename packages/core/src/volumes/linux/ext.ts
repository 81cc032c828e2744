import { u16, u32, utf8, type Image } from '../../image';
import { SHUT_DOWN } from '../remedies';
import type { Volume } from '../types';

const NEEDS_RECOVERY = 4;
const WIDE = 0x80;
const EXTENTS = 0x40;

/** ext2, ext3 or ext4 from its superblock at byte 1024. */
export function readExt(image: Image): Partial<Volume> | null {
  const block = image.read(1024, 1024);
  if (!block || u16(block, 0x38) !== 0xef53) return null;
  const shift = u32(block, 0x18);
  if (shift > 6) return null;
  const size = 1024 * 2 ** shift;
  const [compatible, incompatible] = [u32(block, 0x5c), u32(block, 0x60)];
  const high = (at: number) => ((incompatible & WIDE) !== 0 ? u32(block, at) * 2 ** 32 : 0);
  const total = u32(block, 4) + high(0x150);
  const free = u32(block, 0x0c) + high(0x158);
  const unclean = (incompatible & NEEDS_RECOVERY) !== 0 || (u16(block, 0x3a) & 1) === 0;
  return {
    fileSystem: (incompatible & EXTENTS) !== 0 ? 'ext4' : (compatible & 4) !== 0 ? 'ext3' : 'ext2',
    label: utf8(block, 0x78, 16),
    clusterBytes: size,
    totalBytes: total * size,
    usedBytes: free > total ? null : (total - free) * size,
    problems: unclean
      ? [
          {
            rule: 'Clean',
            outcome: 'limit',
            sentence: 'It was not unmounted cleanly: counts may be old.',
            remedy: SHUT_DOWN,
          },
        ]
      : [],
  };
}

const META_BLOCK_GROUPS = 0x10;
const BIG_ALLOCATION = 0x200;
const BITMAP_NOT_MADE = 2;

/** Where the block bitmaps of an ext2, ext3 or ext4 lie, group by group; null where that cannot be told. */
export function extBitmaps(image: Image) {
  const block = image.read(1024, 1024);
  if (!block || u16(block, 0x38) !== 0xef53 || u32(block, 0x18) > 6) return null;
  const size = 1024 * 2 ** u32(block, 0x18);
  const incompatible = u32(block, 0x60);
  const [first, perGroup] = [u32(block, 0x14), u32(block, 0x20)];
  if ((incompatible & META_BLOCK_GROUPS) !== 0 || (u32(block, 0x64) & BIG_ALLOCATION) !== 0) return null;
  if (perGroup === 0 || perGroup > size * 8) return null;
  const wide = (incompatible & WIDE) !== 0;
  const entry = wide ? u16(block, 0xfe) : 32;
  if (entry < 32 || entry > 1024) return null;
  const blocks = u32(block, 4) + (wide ? u32(block, 0x150) * 2 ** 32 : 0);
  /** Byte of the bitmap of a group; null where it was not read or was never written. */
  const bitmapOf = (group: number): number | null => {
    const about = image.read((first + 1) * size + group * entry, entry);
    if (!about || (u16(about, 0x12) & BITMAP_NOT_MADE) !== 0) return null;
    const high = entry >= 64 ? u32(about, 0x20) * 2 ** 32 : 0;
    return (u32(about, 0) + high) * size;
  };
  return { size, first, perGroup, blocks, bitmapOf };
}
