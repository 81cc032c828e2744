import { joined, u16, u32, u64, u8, utf16, type Image } from '../../image';
import type { Clearable } from '../../layout';
import { FileTree } from './file-tree';
import { ATTRIBUTE, attributesOf, DOS_NAME, recordAt, ROOT, runsOf, undoFixUp, type NtfsShape } from './ntfs';

const [IN_USE, FOLDER] = [1, 2];
/** Compressed or sparse: what it takes stands in a field of its own. */
const PACKED = 0x8001;
const STEP = 1024 * 1024;
/** Most bytes of a file table that are gone through. */
const LARGEST = 4 * 1024 ** 3;
const MOST_RUNS = 100_000;

/**
 * What of an NTFS can go before a copy, by going through its whole file table; null where that is not at hand.
 * @source NTFS layout as commonly documented: file records, `$FILE_NAME`, `$DATA`, `$ATTRIBUTE_LIST`
 */
export function clearableOf(image: Image, shape: NtfsShape): Clearable[] | null {
  const tree = new FileTree();
  const runs = tableRuns(image, shape);
  if (!runs) return null;
  let [number, left] = [0, new Uint8Array()];
  for (const { offset, length } of runs) {
    for (let at = 0; at < length; at += STEP) {
      const bytes = image.read(offset + at, Math.min(STEP, length - at));
      if (!bytes) return null;
      const chunk = left.length > 0 ? joined([left, bytes], left.length + bytes.length) : bytes;
      let from = 0;
      for (; from + shape.record <= chunk.length; from += shape.record) {
        take(tree, chunk.subarray(from, from + shape.record), number++);
      }
      left = chunk.slice(from);
    }
  }
  return tree.clearable();
}

/** The same from the lines that the probe makes of a file table: record, folder, bytes, and the name where it matters. */
export function clearableInLines(lines: string): Clearable[] {
  const tree = new FileTree();
  for (const [, record, parent, bytes, name] of lines.matchAll(
    /^(\d{1,15}) (\d{1,15}|-) (\d{1,15})(?: (.{1,255}))?$/gm,
  )) {
    if (parent === '-') tree.grow(Number(record), Number(bytes));
    else tree.add(Number(record), Number(parent), Number(bytes), name ?? null);
  }
  return tree.clearable();
}

/** A record of the table: a file or folder in use, or more of one whose attributes do not fit in its own. */
function take(tree: FileTree, raw: Uint8Array, number: number): void {
  if (u32(raw, 0) !== 0x454c_4946) return;
  const record = undoFixUp(raw);
  const flags = u16(raw, 0x16);
  if (!record || (flags & IN_USE) === 0) return;
  const base = reference(record, 0x20);
  let bytes = 0;
  let named: { parent: number; name: string } | null = null;
  for (const { at, type, length } of attributesOf(record)) {
    if (type === ATTRIBUTE.fileName && !named) named = nameAt(record, at);
    else if (type === ATTRIBUTE.data || type === ATTRIBUTE.indexAllocation) bytes += takenBy(record, at, length);
  }
  if (base !== 0) tree.grow(base, bytes);
  else if (named) {
    const matters = (flags & FOLDER) !== 0 || named.parent === ROOT;
    tree.add(number, named.parent, bytes, matters ? named.name : null);
  }
}

const reference = (bytes: Uint8Array, at: number) => u32(bytes, at) + u16(bytes, at + 4) * 2 ** 32;

function nameAt(record: Uint8Array, at: number): { parent: number; name: string } | null {
  const value = at + u16(record, at + 0x14);
  if (u8(record, at + 8) !== 0 || u8(record, value + 0x41) === DOS_NAME) return null;
  return { parent: reference(record, value), name: utf16(record, value + 0x42, u8(record, value + 0x40)) };
}

/** Bytes on the drive of an attribute outside its record; its sizes stand in the first of its parts. */
function takenBy(record: Uint8Array, at: number, length: number): number {
  if (u8(record, at + 8) !== 1 || u64(record, at + 0x10) !== 0) return 0;
  const packed = (u16(record, at + 12) & PACKED) !== 0 && length >= 0x48;
  const bytes = u64(record, at + (packed ? 0x40 : 0x28));
  return Number.isSafeInteger(bytes) ? bytes : 0;
}

interface Stretch {
  offset: number;
  length: number;
}

/** Where the file table lies: its own first record says it, with further ones where it is in many places. */
function tableRuns(image: Image, shape: NtfsShape): Stretch[] | null {
  const first = recordAt(image, shape, 0);
  if (!first || first === 'damaged') return null;
  const parts = dataParts(first, shape.cluster);
  const list = [...attributesOf(first)].find(({ type }) => type === ATTRIBUTE.list);
  if (list) parts.push(...furtherParts(image, shape, first, list.at, parts));
  const runs = parts.sort((a, b) => a.from - b.from).flatMap(({ stretches }) => stretches);
  const total = runs.reduce((sum, { length }) => sum + length, 0);
  const fits = runs.every(({ offset, length }) => offset >= 0 && offset + length <= image.size);
  return runs.length > 0 && fits && total <= Math.min(LARGEST, image.size) ? runs : null;
}

interface Part {
  /** Its first cluster within the table. */
  from: number;
  stretches: Stretch[];
}

function dataParts(record: Uint8Array, cluster: number): Part[] {
  return [...attributesOf(record)].flatMap(({ at, type, length }) => {
    if (type !== ATTRIBUTE.data || u8(record, at + 8) !== 1 || u8(record, at + 9) !== 0) return [];
    const stretches: Stretch[] = [];
    for (const run of runsOf(record.subarray(at + u16(record, at + 0x20), at + length))) {
      if (stretches.length >= MOST_RUNS) break;
      const offset = run.cluster === null ? -1 : run.cluster * cluster;
      stretches.push({ offset, length: run.length * cluster });
    }
    return [{ from: u64(record, at + 0x10), stretches }];
  });
}

/** The parts that the attribute list names in other records, which lie in the parts known so far. */
function furtherParts(image: Image, shape: NtfsShape, first: Uint8Array, at: number, known: readonly Part[]): Part[] {
  if (u8(first, at + 8) !== 0) return [];
  const [from, length] = [at + u16(first, at + 0x14), u32(first, at + 0x10)];
  const end = Math.min(first.length, from + length);
  const parts: Part[] = [];
  for (let entry = from; entry + 26 <= end; entry += Math.max(26, u16(first, entry + 4))) {
    const number = reference(first, entry + 16);
    if (u32(first, entry) !== ATTRIBUTE.data || number === 0) continue;
    const place = placeOf([...known, ...parts], number * shape.record);
    const raw = place === null ? null : image.read(place, shape.record);
    const record = raw && undoFixUp(raw);
    if (record) parts.push(...dataParts(record, shape.cluster));
  }
  return parts;
}

/** Where a byte of the table lies in the image; null beyond what is known. */
function placeOf(parts: readonly Part[], byte: number): number | null {
  let left = byte;
  for (const { offset, length } of [...parts].sort((a, b) => a.from - b.from).flatMap(({ stretches }) => stretches)) {
    if (left < length) return offset + left;
    left -= length;
  }
  return null;
}
