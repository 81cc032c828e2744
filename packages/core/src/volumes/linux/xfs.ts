import { spells, u32be, u64be, u8, utf8, type Image } from '../../image';
import { SHUT_DOWN } from '../remedies';
import type { Volume } from '../types';

const BLOCK = 512;
const RECORD = 0xfeed_babe;
/** The flag of the record that unmounting writes last. */
const UNMOUNT = 0x20;
/** Blocks that a record may be padded to. */
const LONGEST_RECORD = 512;

/** XFS from its superblock, big-endian, with the state of its log. */
export function readXfs(image: Image, head: Uint8Array): Partial<Volume> | null {
  if (!spells(head, 0, 'XFSB')) return null;
  const size = u32be(head, 4);
  const [total, free] = [u64be(head, 8) * size, u64be(head, 0x90) * size];
  return {
    fileSystem: 'XFS',
    label: utf8(head, 108, 12),
    clusterBytes: size,
    totalBytes: total,
    usedBytes: free > total ? null : total - free,
    problems: logState(image, head, size) === 'dirty' ? [DIRTY] : [],
  };
}

const DIRTY = {
  rule: 'Clean',
  outcome: 'limit',
  sentence: 'It was not unmounted cleanly: its log has changes that are not in place yet, counts may be old.',
  remedy: SHUT_DOWN,
} as const;

/**
 * Whether the last record of an internal log is that of an unmount; null where that was not read, or the log lies on
 * another drive. The head is where the cycle number, which each block begins with, falls: found by halving.
 * @source XFS algorithms and data structures: superblock, journaling log, log records and unmount record
 */
function logState(image: Image, head: Uint8Array, size: number): 'clean' | 'dirty' | null {
  const [start, blocks] = [u64be(head, 48), u32be(head, 96)];
  const [perGroup, shift] = [u32be(head, 84), u8(head, 124)];
  if (start === 0 || blocks === 0 || shift > 31 || size < 512 || size > 65_536) return null;
  const group = Math.floor(start / 2 ** shift);
  const at = (group * perGroup + (start % 2 ** shift)) * size;
  const count = Math.floor((blocks * size) / BLOCK);
  const cycleOf = (block: number): number | null => {
    const bytes = image.read(at + block * BLOCK, 8);
    return bytes && (u32be(bytes, 0) === RECORD ? u32be(bytes, 4) : u32be(bytes, 0));
  };
  const first = cycleOf(0);
  if (first === null) return null;
  let [low, high] = [0, count];
  while (high - low > 1) {
    const middle = Math.floor((low + high) / 2);
    const cycle = cycleOf(middle);
    if (cycle === null) return null;
    if (cycle === first) low = middle;
    else high = middle;
  }
  return lastRecord(image, at, high);
}

/** The record before the head: an unmount record has one operation, with that flag. */
function lastRecord(image: Image, at: number, end: number): 'clean' | 'dirty' | null {
  for (let block = end - 1; block >= 0 && end - block <= LONGEST_RECORD; block--) {
    const header = image.read(at + block * BLOCK, BLOCK);
    if (!header) return null;
    if (u32be(header, 0) !== RECORD) continue;
    const operation = image.read(at + (block + 1) * BLOCK, 16);
    if (!operation) return null;
    return u32be(header, 40) === 1 && (u8(operation, 9) & UNMOUNT) !== 0 ? 'clean' : 'dirty';
  }
  return null;
}
