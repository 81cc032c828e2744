import { u16, u32, u8, utf8, type Image } from '../../image';

const WIDE = 0x80;
const EXTENTS = 0x8_0000;
const EXTENT_MAGIC = 0xf30a;
const ROOT = 2;
/** Blocks of the root folder that are looked at. */
const MOST = 16;

/**
 * Names in the root folder of an ext2, ext3 or ext4, as far as they are at hand; null where none of them is.
 * @source the file system's published layout: group descriptors, inode 2, linear folder entries
 */
export function extRoot(image: Image): string[] | null {
  const block = image.read(1024, 1024);
  if (!block || u16(block, 0x38) !== 0xef53 || u32(block, 0x18) > 6) return null;
  const size = 1024 * 2 ** u32(block, 0x18);
  const wide = (u32(block, 0x60) & WIDE) !== 0;
  const descriptor = image.read((u32(block, 0x14) + 1) * size, 64);
  if (!descriptor) return null;
  const table = u32(descriptor, 8) + (wide && u16(block, 0xfe) >= 64 ? u32(descriptor, 0x28) * 2 ** 32 : 0);
  const inodeSize = u32(block, 0x4c) === 0 ? 128 : u16(block, 0x58);
  if (inodeSize < 128 || inodeSize > size) return null;
  const inode = image.read(table * size + (ROOT - 1) * inodeSize, 128);
  // A folder, by the file type in its mode.
  if (!inode || (u16(inode, 0) & 0xf000) !== 0x4000) return null;
  const found = blocksOf(inode).flatMap((number) => {
    const bytes = image.read(number * size, size);
    return bytes ? [namesIn(bytes)] : [];
  });
  return found.length > 0 ? found.flat() : null;
}

/** The first blocks of an inode: its extents where they lie in it, else its direct blocks. */
function blocksOf(inode: Uint8Array): number[] {
  const at = 40;
  if ((u32(inode, 32) & EXTENTS) === 0) {
    return Array.from({ length: 12 }, (_none, n) => u32(inode, at + 4 * n)).filter((number) => number > 0);
  }
  if (u16(inode, at) !== EXTENT_MAGIC || u16(inode, at + 6) !== 0) return [];
  const extents = Array.from({ length: Math.min(4, u16(inode, at + 2)) }, (_none, n) => at + 12 + 12 * n);
  return extents
    .flatMap((one) => {
      const first = u16(inode, one + 6) * 2 ** 32 + u32(inode, one + 8);
      return Array.from({ length: Math.min(MOST, u16(inode, one + 4)) }, (_none, n) => first + n);
    })
    .slice(0, MOST);
}

function namesIn(bytes: Uint8Array): string[] {
  const names: string[] = [];
  for (let at = 0; at + 8 <= bytes.length;) {
    const length = u16(bytes, at + 4);
    if (length < 8) break;
    const name = utf8(bytes, at + 8, Math.min(u8(bytes, at + 6), length - 8));
    if (u32(bytes, at) !== 0 && name !== '.' && name !== '..' && name !== '') names.push(name);
    at += length;
  }
  return names;
}
