import { spells, u16, u32, u64, u8, utf16, type Image } from '../../image';
import type { Reason } from '../../reason';
import { setBitsOf } from '../bits';
import type { Volume } from '../types';

/** Types of attributes of a file record. */
export const ATTRIBUTE = {
  list: 0x20,
  fileName: 0x30,
  volumeName: 0x60,
  volume: 0x70,
  data: 0x80,
  indexRoot: 0x90,
  indexAllocation: 0xa0,
} as const;
/** The record of the root folder. */
export const ROOT = 5;
/** The name space of names for old programs only, which stand beside the real ones. */
export const DOS_NAME = 2;

const FIX_UP_STRIDE = 512;
const LARGEST_RECORD = 64 * 1024;

/** Sizes and places that the boot sector of an NTFS gives. Bytes. */
export interface NtfsShape {
  cluster: number;
  clusters: number;
  /** Place and size of the records of its file table. */
  table: number;
  record: number;
  total: number;
}

/** The shape of an NTFS from its boot sector, or null where it makes no sense. */
export function ntfsShape(boot: Uint8Array): NtfsShape | null {
  const sector = u16(boot, 0x0b);
  const raw = u8(boot, 0x0d);
  const perCluster = raw <= 0x80 ? raw : 2 ** (256 - raw);
  if (![512, 1024, 2048, 4096].includes(sector) || perCluster < 1 || perCluster * sector > 2 * 1024 * 1024) return null;
  const cluster = sector * perCluster;
  const size = u8(boot, 0x40);
  const record = size < 0x80 ? size * cluster : 2 ** (256 - size);
  if (record < 512 || record > LARGEST_RECORD) return null;
  const sectors = u64(boot, 0x28);
  return {
    cluster,
    clusters: Math.floor(sectors / perCluster),
    table: u64(boot, 0x30) * cluster,
    record,
    total: sectors * sector,
  };
}

/** NTFS: label and state from the volume's record, used space from its bitmap. */
export function readNtfs(image: Image, boot: Uint8Array): Partial<Volume> {
  const shape = ntfsShape(boot);
  const problems: Reason[] = [];
  if (!shape) {
    problems.push({
      rule: 'Volume',
      outcome: 'fail',
      sentence: 'Its boot sector is damaged.',
      remedy: 'copy it whole',
    });
    return { fileSystem: 'NTFS', problems };
  }
  const volume = recordAt(image, shape, 3);
  const bitmap = recordAt(image, shape, 6);
  if (volume === 'damaged' || bitmap === 'damaged') {
    problems.push({
      rule: 'Volume',
      outcome: 'fail',
      sentence: 'A record of its file table is damaged.',
      remedy: 'copy the drive first, check the file system on the copy',
    });
  }
  const about = volume && volume !== 'damaged' ? volume : null;
  const state = about && attribute(about, ATTRIBUTE.volume);
  if (state && (u16(state, 10) & 1) === 1) {
    problems.push({
      rule: 'Clean',
      outcome: 'limit',
      sentence: 'It was not shut down cleanly, or waits to go on where it stopped.',
      remedy: 'shut down fully, with fast start off',
    });
  }
  const name = about && attribute(about, ATTRIBUTE.volumeName);
  const used = bitmap && bitmap !== 'damaged' ? usedClusters(image, shape, bitmap) : null;
  return {
    fileSystem: 'NTFS',
    label: name ? utf16(name, 0, Math.floor(name.length / 2)) : '',
    clusterBytes: shape.cluster,
    totalBytes: shape.total,
    usedBytes: used === null ? null : used * shape.cluster,
    problems,
  };
}

/** A record of the file table with its fix-up undone; null where it was not read. */
export function recordAt(image: Image, { table, record }: NtfsShape, number: number): Uint8Array | 'damaged' | null {
  const raw = image.read(table + number * record, record);
  if (!raw) return null;
  return spells(raw, 0, 'FILE') ? (undoFixUp(raw) ?? 'damaged') : 'damaged';
}

/** A record with its last words put back, which were replaced by a check value; null where a write was torn. */
export function undoFixUp(raw: Uint8Array): Uint8Array | null {
  const bytes = raw.slice();
  const [at, count] = [u16(bytes, 4), u16(bytes, 6)];
  if (count !== 1 + bytes.length / FIX_UP_STRIDE || at + 2 * count > bytes.length) return null;
  const check = u16(bytes, at);
  for (let n = 1; n < count; n++) {
    const end = n * FIX_UP_STRIDE - 2;
    if (u16(bytes, end) !== check) return null;
    bytes.copyWithin(end, at + 2 * n, at + 2 * n + 2);
  }
  return bytes;
}

/** Where the attribute of a type and name begins in a record, the unnamed one unless said; null where it has none. */
export function findAttribute(record: Uint8Array, type: number, name = ''): number | null {
  for (const { at, type: own } of attributesOf(record)) {
    const named = u8(record, at + 9);
    if (own === type && named === name.length && utf16(record, at + u16(record, at + 10), named) === name) return at;
  }
  return null;
}

/** The attributes of a record up to the mark that ends them. */
export function* attributesOf(record: Uint8Array): Generator<{ at: number; type: number; length: number }> {
  for (let at = u16(record, 0x14); at + 8 <= record.length;) {
    const [type, length] = [u32(record, at), u32(record, at + 4)];
    if (type === 0xffff_ffff || length < 16 || at + length > record.length) return;
    yield { at, type, length };
    at += length;
  }
}

/** The value of a resident attribute. */
function attribute(record: Uint8Array, type: number): Uint8Array | null {
  const at = findAttribute(record, type);
  if (at === null || u8(record, at + 8) !== 0) return null;
  const from = at + u16(record, at + 0x14);
  return record.subarray(from, from + u32(record, at + 0x10));
}

function usedClusters(image: Image, { cluster, clusters }: NtfsShape, record: Uint8Array): number | null {
  const stretches = bitmapStretches(record, cluster);
  return stretches && setBitsOf(image, stretches, clusters);
}

/** Where the bitmap of an NTFS lies; null where that cannot be told. */
export function ntfsBitmap(image: Image, boot: Uint8Array) {
  const shape = ntfsShape(boot);
  const record = shape && recordAt(image, shape, 6);
  const stretches = shape && record && record !== 'damaged' ? bitmapStretches(record, shape.cluster) : null;
  return shape && stretches ? { ...shape, stretches: [...stretches] } : null;
}

function bitmapStretches(record: Uint8Array, cluster: number) {
  const at = findAttribute(record, ATTRIBUTE.data);
  return at === null || u8(record, at + 8) !== 1 ? null : stretchesOf(record, at, cluster);
}

/** The stretches of an image that a run list names, bytes. */
export function* stretchesOf(record: Uint8Array, attributeAt: number, cluster: number) {
  const end = attributeAt + u32(record, attributeAt + 4);
  for (const run of runsOf(record.subarray(attributeAt + u16(record, attributeAt + 0x20), end))) {
    yield { offset: run.cluster === null ? -1 : run.cluster * cluster, length: run.length * cluster };
  }
}

/**
 * A run list: for each run its length and first cluster, null for a sparse one. Ends at a zero byte or where the
 * bytes end; a place before the volume or beyond what a number holds ends it too.
 */
export function* runsOf(bytes: Uint8Array): Generator<{ length: number; cluster: number | null }> {
  let cluster = 0;
  for (let at = 0; at < bytes.length;) {
    const [lengthBytes, placeBytes] = [u8(bytes, at) & 15, u8(bytes, at) >> 4];
    if (lengthBytes === 0 || at + 1 + lengthBytes + placeBytes > bytes.length) return;
    const length = little(bytes, at + 1, lengthBytes);
    if (placeBytes > 0) cluster += signed(bytes, at + 1 + lengthBytes, placeBytes);
    if (length <= 0 || cluster < 0 || !Number.isSafeInteger(cluster + length)) return;
    yield { length, cluster: placeBytes === 0 ? null : cluster };
    at += 1 + lengthBytes + placeBytes;
  }
}

function little(bytes: Uint8Array, at: number, count: number): number {
  let value = 0;
  for (let n = count - 1; n >= 0; n--) value = value * 256 + u8(bytes, at + n);
  return value;
}

function signed(bytes: Uint8Array, at: number, count: number): number {
  const value = little(bytes, at, count);
  return u8(bytes, at + count - 1) >= 0x80 ? value - 256 ** count : value;
}
