import { hex, latin, spells, u16, u16be, u32, u32be, u64, u8, utf8, type Image } from '../image';
import { SHUT_DOWN } from './remedies';
import type { Volume } from './types';

/** Pages of memory that a swap area may be made for, bytes. */
const PAGES = [4096, 8192, 16_384, 32_768, 65_536];
const SUSPENDED = ['S1SUSPEND', 'S2SUSPEND', 'ULSUSPEND', 'LINHIB0001'];

/**
 * Swap by the mark at the end of its first page, whatever the size of pages is; the mark of a suspended system stands
 * in the same place.
 * @source Linux swap header (`union swap_header`); marks of the kernel's and of user-space suspending
 */
export function readSwap(image: Image): Partial<Volume> | null {
  for (const page of PAGES) {
    const mark = image.read(page - 10, 10);
    if (!mark) continue;
    const head = image.read(1024, 128);
    const about = head ? { label: utf8(head, 28, 16), totalBytes: (u32(head, 4) + 1) * page } : {};
    if (spells(mark, 0, 'SWAPSPACE2') || spells(mark, 0, 'SWAP-SPACE')) return { fileSystem: 'swap', ...about };
    if (SUSPENDED.some((text) => spells(mark, 0, text))) {
      return {
        fileSystem: 'swap',
        ...about,
        problems: [
          {
            rule: 'Suspended',
            outcome: 'limit',
            sentence: 'A suspended system waits in it to go on where it stopped: its volumes are half-written.',
            remedy: SHUT_DOWN,
          },
        ],
      };
    }
  }
  return null;
}

/** APFS container, LUKS and ReFS by what stands in their first block. */
export function readBySignature(head: Uint8Array): Partial<Volume> | null {
  if (spells(head, 32, 'NXSB')) {
    const size = u32(head, 36);
    return { fileSystem: 'APFS', clusterBytes: size, totalBytes: u64(head, 40) * size };
  }
  if (spells(head, 0, 'LUKS') && hex(head.subarray(4, 6)) === 'BABE') {
    const second = u16be(head, 6) === 2;
    return {
      fileSystem: 'unknown',
      label: second ? utf8(head, 24, 48) : '',
      encryption: second ? 'LUKS2' : 'LUKS1',
    };
  }
  return spells(head, 3, 'ReFS') ? { fileSystem: 'ReFS' } : null;
}

/** HFS+ from its header at byte 1024, big-endian. */
export function readHfs(image: Image): Partial<Volume> | null {
  const block = image.read(1024, 512);
  if (!block || (!spells(block, 0, 'H+') && !spells(block, 0, 'HX'))) return null;
  const [size, total, free] = [u32be(block, 40), u32be(block, 44), u32be(block, 48)];
  return {
    fileSystem: 'HFS+',
    clusterBytes: size,
    totalBytes: total * size,
    usedBytes: free > total ? null : (total - free) * size,
  };
}

const FAR = 32_768;

/**
 * File systems whose mark lies beyond the first 4 KiB: JFS and ISO 9660 at 32 KiB, UDF behind it, ReiserFS at 64 KiB
 * (8 KiB in old ones), F2FS at 1 KiB.
 * @source ECMA-119 section 8.4 (ISO 9660), ECMA-167 part 2 section 9 (UDF), the others' published superblocks
 */
export function readFar(image: Image): Partial<Volume> | null {
  return readJfs(image) ?? readReiser(image) ?? readDisc(image) ?? readF2fs(image);
}

const JFS_DIRTY = 2;

function readJfs(image: Image): Partial<Volume> | null {
  const block = image.read(FAR, 256);
  if (!block || !spells(block, 0, 'JFS1')) return null;
  const dirty = (u32(block, 40) & JFS_DIRTY) !== 0;
  return {
    fileSystem: 'JFS',
    label: utf8(block, 152, 16),
    clusterBytes: u32(block, 16),
    totalBytes: u64(block, 8) * u32(block, 24),
    problems: dirty ? [UNCLEAN] : [],
  };
}

function readReiser(image: Image): Partial<Volume> | null {
  for (const at of [65_536, 8192]) {
    const block = image.read(at, 204);
    if (!block || !['ReIsEr2Fs', 'ReIsEr3Fs', 'ReIsErFs'].some((mark) => spells(block, 52, mark))) continue;
    const size = u16(block, 44);
    const [total, free] = [u32(block, 0) * size, u32(block, 4) * size];
    return {
      fileSystem: 'ReiserFS',
      label: utf8(block, 100, 16),
      clusterBytes: size,
      totalBytes: total,
      usedBytes: free > total ? null : total - free,
      problems: u16(block, 50) === 2 ? [UNCLEAN] : [],
    };
  }
  return null;
}

const UNCLEAN = {
  rule: 'Clean',
  outcome: 'limit',
  sentence: 'It was not unmounted cleanly: counts may be old.',
  remedy: SHUT_DOWN,
} as const;

/** Discs and images of them: descriptors of 2048 bytes from 32 KiB on; a disc may speak both. */
function readDisc(image: Image): Partial<Volume> | null {
  let label = '';
  let found: Partial<Volume> | null = null;
  for (let n = 0; n < 16; n++) {
    const block = image.read(FAR + 2048 * n, 136);
    if (!block) break;
    if (spells(block, 1, 'CD001') && u8(block, 0) === 1) {
      label = latin(block, 40, 32);
      const total = u32(block, 80) * u16(block, 128);
      found = { fileSystem: 'ISO 9660', label, clusterBytes: u16(block, 128), totalBytes: total, usedBytes: total };
    }
    if (spells(block, 1, 'NSR02') || spells(block, 1, 'NSR03')) return { fileSystem: 'UDF', label };
  }
  return found;
}

const F2FS = 0xf2f5_2010;

function readF2fs(image: Image): Partial<Volume> | null {
  const block = image.read(1024, 128);
  if (!block || u32(block, 0) !== F2FS || u32(block, 16) > 16) return null;
  const size = 2 ** u32(block, 16);
  return { fileSystem: 'F2FS', clusterBytes: size, totalBytes: u64(block, 36) * size };
}
