import { latin, u16, u32, u64, u8, utf16, type Image } from '../../image';
import { setBitsOf } from '../bits';
import type { Volume } from '../types';

const powerOfTwo = (value: number) => value > 0 && (value & (value - 1)) === 0;

/** Sizes and places that the boot sector of a FAT gives. Bytes. */
interface FatShape {
  width: 12 | 16 | 32;
  cluster: number;
  clusters: number;
  /** Place and size of its allocation table. */
  table: number;
  tableSize: number;
  /** Where its first cluster, number 2, begins. */
  data: number;
  /** Bytes of the root folder that lies before it; 0 for FAT32, where it is a file like others. */
  rootSize: number;
  total: number;
}

/** The shape of a FAT from its boot sector, or null where it is none. */
export function fatShape(boot: Uint8Array): FatShape | null {
  const sector = u16(boot, 11);
  const perCluster = u8(boot, 13);
  const reserved = u16(boot, 14);
  const copies = u8(boot, 16);
  const tableSectors = u16(boot, 22) || u32(boot, 36);
  const total = u16(boot, 19) || u32(boot, 32);
  if (![512, 1024, 2048, 4096].includes(sector) || !powerOfTwo(perCluster) || reserved === 0) return null;
  if (copies < 1 || copies > 2 || tableSectors === 0 || total === 0 || u16(boot, 510) !== 0xaa55) return null;
  const rootSectors = Math.ceil((u16(boot, 17) * 32) / sector);
  const clusters = Math.floor((total - reserved - copies * tableSectors - rootSectors) / perCluster);
  if (clusters < 1) return null;
  return {
    width: widthOf(boot, clusters),
    cluster: perCluster * sector,
    clusters,
    table: reserved * sector,
    tableSize: tableSectors * sector,
    data: (reserved + copies * tableSectors + rootSectors) * sector,
    rootSize: rootSectors * sector,
    total: total * sector,
  };
}

/**
 * The width of an entry: a table whose size stands in the wide field is one of FAT32, also with few clusters, as small
 * EFI system partitions have it; FAT12 and FAT16 are told apart by the number of clusters alone.
 */
const widthOf = (boot: Uint8Array, clusters: number) => (u16(boot, 22) === 0 ? 32 : clusters < 4085 ? 12 : 16);

/**
 * FAT12, FAT16 or FAT32; used space from the allocation table. The label is that of the root folder, which systems
 * keep; the boot sector's is often the one that it was made with.
 * @source UEFI specification 13.3 (FAT32), ECMA-107
 */
export function readFat(image: Image, boot: Uint8Array): Partial<Volume> | null {
  const shape = fatShape(boot);
  if (!shape) return null;
  const { width, cluster, clusters, total } = shape;
  const labelAt = width === 32 ? 71 : 43;
  const label = u8(boot, labelAt - 5) === 0x29 ? latin(boot, labelAt, 11) : '';
  const used = usedClusters(image, shape);
  return {
    fileSystem: `FAT${width}`,
    label: label === 'NO NAME' ? '' : label,
    clusterBytes: cluster,
    totalBytes: total,
    usedBytes: used === null ? null : total - (clusters - used) * cluster,
    problems: dirty(image, shape.table, width)
      ? [{ rule: 'Clean', outcome: 'limit', sentence: 'It was not shut down cleanly: check the file system first.' }]
      : [],
  };
}

function usedClusters(image: Image, { table: at, tableSize, clusters, width }: FatShape): number | null {
  const needed = Math.ceil(((clusters + 2) * width) / 8);
  if (needed > tableSize) return null;
  const table = image.read(at, needed);
  if (!table) return null;
  let used = 0;
  if (width === 12) {
    for (let cluster = 2; cluster < clusters + 2; cluster++) if (isUsed(table, cluster, width)) used += 1;
    return used;
  }
  // Entries are looked at as whole words, as `isUsed` looks at one: a table of a large drive has megabytes of them.
  const aligned = table.byteOffset % 4 === 0 ? table : table.slice();
  const entries = aligned.byteOffset + width / 4;
  return width === 16
    ? usedWords(new Uint16Array(aligned.buffer, entries, clusters))
    : usedWords(new Int32Array(aligned.buffer, entries, clusters));
}

/** How many entries are other than zero; the four highest bits of 32 do not count. */
function usedWords(entries: Uint16Array | Int32Array): number {
  let used = 0;
  for (let n = 0; n < entries.length; n++) if (((entries[n] ?? 0) & 0x0fff_ffff) !== 0) used += 1;
  return used;
}

/** Whether a cluster's entry is other than zero; the four highest bits of 32 do not count. */
export function isUsed(table: Uint8Array, cluster: number, width: 12 | 16 | 32): boolean {
  if (width === 12) {
    const pair = u16(table, Math.floor(cluster * 1.5));
    return (cluster % 2 === 1 ? pair >> 4 : pair & 0xfff) !== 0;
  }
  const at = (cluster * width) / 8;
  const low = u8(table, at) | u8(table, at + 1);
  return (width === 16 ? low : low | u8(table, at + 2) | (u8(table, at + 3) & 15)) !== 0;
}

/** The clean-shutdown bit in the second entry: bit 15 of FAT16, bit 27 of FAT32; FAT12 has none. */
function dirty(image: Image, at: number, width: 12 | 16 | 32): boolean {
  const head = width === 12 ? null : image.read(at, 8);
  if (!head) return false;
  return width === 16 ? (u16(head, 2) & 0x8000) === 0 : (u32(head, 4) & 0x0800_0000) === 0;
}

/** Sizes and places that the boot sector of an exFAT gives; null where they make no sense. Bytes. */
function exfatShape(boot: Uint8Array) {
  const [sectorShift, clusterShift] = [u8(boot, 108), u8(boot, 109)];
  if (sectorShift < 9 || sectorShift > 12 || clusterShift > 25 - sectorShift) return null;
  const sector = 2 ** sectorShift;
  const cluster = sector * 2 ** clusterShift;
  const heap = u32(boot, 88) * sector;
  const offsetOf = (number: number) => heap + (number - 2) * cluster;
  return { sector, cluster, clusters: u32(boot, 92), heap, offsetOf, root: offsetOf(u32(boot, 96)) };
}

/** Label and place of the allocation bitmap from the root directory of an exFAT. */
function exfatRoot(image: Image, { cluster, root: at, offsetOf }: NonNullable<ReturnType<typeof exfatShape>>) {
  const root = image.read(at, Math.min(cluster, 32 * 1024));
  let label = '';
  let bitmap: { offset: number; length: number } | null = null;
  for (let at = 0; root && at + 32 <= root.length && u8(root, at) !== 0; at += 32) {
    if (u8(root, at) === 0x83) label = utf16(root, at + 2, Math.min(11, u8(root, at + 1)));
    if (u8(root, at) === 0x81) bitmap = { offset: offsetOf(u32(root, at + 20)), length: u64(root, at + 24) };
  }
  return { label, bitmap };
}

/** Where the bitmap of an exFAT lies; null where that cannot be told. */
export function exfatBitmap(image: Image, boot: Uint8Array) {
  const shape = exfatShape(boot);
  const bitmap = shape && exfatRoot(image, shape).bitmap;
  return shape && bitmap ? { ...shape, stretches: [bitmap] } : null;
}

/** exFAT: used space from its allocation bitmap where it is at hand, else from the share it notes. */
export function readExfat(image: Image, boot: Uint8Array): Partial<Volume> {
  const shape = exfatShape(boot);
  if (!shape) return { fileSystem: 'exFAT' };
  const { sector, cluster, clusters, heap } = shape;
  const { label, bitmap } = exfatRoot(image, shape);
  const counted = bitmap && setBitsOf(image, [bitmap], clusters);
  const share = u8(boot, 112);
  const used = counted ?? (share <= 100 ? Math.ceil(((share + 1) / 100) * clusters) : null);
  return {
    fileSystem: 'exFAT',
    label,
    clusterBytes: cluster,
    totalBytes: u64(boot, 72) * sector,
    usedBytes: used === null ? null : heap + Math.min(used, clusters) * cluster,
    problems:
      (u16(boot, 106) & 2) === 0
        ? []
        : [{ rule: 'Clean', outcome: 'limit', sentence: 'It was not shut down cleanly: check the file system first.' }],
  };
}
