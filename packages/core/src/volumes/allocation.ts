import { spells, u8, type Image } from '../image';
import { exfatBitmap, fatShape, isUsed } from './fat/fat';
import { ntfsBitmap } from './ntfs/ntfs';
import { extBitmaps } from './linux/ext';

/** Which blocks of a volume are in use, asked one by one: a copy of used blocks passes the others over. */
export interface Allocation {
  /** Bytes of a block, and where the first one begins in the volume. */
  unit: number;
  from: number;
  blocks: number;
  /** Whether a block, counted from 0, is in use; null where its mark was not read. */
  inUse: (block: number) => boolean | null;
}

/**
 * The allocation of an NTFS, FAT, exFAT, ext2, ext3 or ext4; null for others and where its marks cannot be found.
 * Never throws, whatever the bytes are.
 * @source the file systems' published layouts; FAT: UEFI specification 13.3
 */
export function allocationOf(image: Image): Allocation | null {
  const head = image.read(0, Math.min(4096, image.size));
  if (!head) return null;
  if (spells(head, 3, 'NTFS    ')) {
    const ntfs = ntfsBitmap(image, head);
    return ntfs && marked(image, ntfs.stretches, { unit: ntfs.cluster, from: 0, blocks: ntfs.clusters });
  }
  if (spells(head, 3, 'EXFAT   ')) {
    const exfat = exfatBitmap(image, head);
    return exfat && marked(image, exfat.stretches, { unit: exfat.cluster, from: exfat.heap, blocks: exfat.clusters });
  }
  return fat(image, head) ?? ext(image);
}

type Shape = Omit<Allocation, 'inUse'>;

/** A bitmap of one bit a block, lowest bit of each byte first, that lies in stretches of the image. */
function marked(image: Image, stretches: readonly { offset: number; length: number }[], shape: Shape): Allocation {
  return {
    ...shape,
    inUse(block) {
      let at = Math.floor(block / 8);
      for (const { offset, length } of stretches) {
        if (at < length) return bitAt(image, offset + at, block % 8);
        at -= length;
      }
      return null;
    },
  };
}

function bitAt(image: Image, offset: number, bit: number): boolean | null {
  const byte = image.read(offset, 1);
  return byte ? ((u8(byte, 0) >> bit) & 1) === 1 : null;
}

function fat(image: Image, head: Uint8Array): Allocation | null {
  const shape = fatShape(head);
  if (!shape) return null;
  const { width, table, cluster, clusters, data } = shape;
  return {
    unit: cluster,
    from: data,
    blocks: clusters,
    inUse(block) {
      // The entries around it: of 12 bits two lie in three bytes.
      const first = block + 2 - ((block + 2) % 2);
      const bytes = image.read(table + (first * width) / 8, width / 4);
      return bytes && isUsed(bytes, (block + 2) % 2, width);
    },
  };
}

function ext(image: Image): Allocation | null {
  const shape = extBitmaps(image);
  if (!shape) return null;
  const { size, first, perGroup, blocks, bitmapOf } = shape;
  return {
    unit: size,
    from: first * size,
    blocks: blocks - first,
    inUse(block) {
      const bitmap = bitmapOf(Math.floor(block / perGroup));
      const within = block % perGroup;
      return bitmap === null ? null : bitAt(image, bitmap + Math.floor(within / 8), within % 8);
    },
  };
}
