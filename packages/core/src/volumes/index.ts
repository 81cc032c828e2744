import { spells, type Image } from '../image';
import { extRoot } from './linux/ext-root';
import { readExt } from './linux/ext';
import { readExfat, readFat } from './fat/fat';
import { fatRoot } from './fat/root';
import { readLvm } from './linux/lvm';
import { readBySignature, readFar, readHfs, readSwap } from './named';
import { clearableInLines, clearableOf } from './ntfs/file-table';
import { sleepOf } from './ntfs/hibernation';
import { ntfsShape, readNtfs } from './ntfs/ntfs';
import { ntfsRoot } from './ntfs/root';
import { readBtrfs, readMember } from './linux/sets';
import type { Volume } from './types';
import { readXfs } from './linux/xfs';

export type * from './types';
export { allocationOf, type Allocation } from './allocation';
export { fatFolders, type FatFolder, type FatFolders } from './fat/folders';

const UNKNOWN: Volume = {
  fileSystem: 'unknown',
  label: '',
  clusterBytes: null,
  totalBytes: null,
  usedBytes: null,
  encryption: 'none',
  root: null,
  holds: [],
  clearable: null,
  problems: [],
};

/** Mean bits of information a byte above which bytes look like noise: encrypted, or packed. */
const NOISE = 7.2;
const HEAD = 4096;

/**
 * The volume in a partition, from its first bytes and the few blocks they point to. What is not at hand stays
 * unknown; never throws, whatever the bytes are. `files`: the lines that the probe made of its file table.
 * @source the file systems' published layouts; FAT: UEFI specification 13.3, exFAT: its published specification
 */
export function readVolume(image: Image, files: string | null = null): Volume {
  const head = image.read(0, Math.min(HEAD, image.size)) ?? image.read(0, 512);
  if (!head) {
    return {
      ...UNKNOWN,
      problems: [{ rule: 'Volume', outcome: 'unknown', sentence: 'Its first blocks were not read.' }],
    };
  }
  const volume = plausible({ ...UNKNOWN, ...recognise(image, head) });
  return volume.encryption === 'none' ? { ...volume, ...fromRoot(image, head, volume, files) } : volume;
}

/** What its root folder says, where the file system is one of those whose folders are read. */
function fromRoot(
  image: Image,
  head: Uint8Array,
  { fileSystem, label, problems }: Volume,
  files: string | null,
): Partial<Volume> {
  if (fileSystem === 'NTFS') {
    const shape = ntfsShape(head);
    const root = shape && ntfsRoot(image, shape);
    if (!root) return {};
    const clearable = files === null ? clearableOf(image, shape) : clearableInLines(files);
    const own = root.map(({ name }) => name).filter((name) => !name.startsWith('$'));
    return { root: own, clearable, problems: [...problems, ...sleepOf(image, shape, root)] };
  }
  if (fileSystem.startsWith('FAT')) {
    const root = fatRoot(image, head);
    return root ? { root: root.names, label: root.label || label } : {};
  }
  return fileSystem.startsWith('ext') ? { root: extRoot(image) } : {};
}

function recognise(image: Image, head: Uint8Array): Partial<Volume> {
  // Before all others: a member of a set can look like the file system that the set holds.
  const member = readMember(image, head);
  if (member) return member;
  if (spells(head, 3, '-FVE-FS-')) {
    return { encryption: 'Windows volume encryption', fileSystem: 'NTFS', problems: [LOCKED] };
  }
  if (spells(head, 3, 'NTFS    ')) return readNtfs(image, head);
  if (spells(head, 3, 'EXFAT   ')) return readExfat(image, head);
  const found =
    readBySignature(head) ??
    readLvm(image, head) ??
    readXfs(image, head) ??
    readSwap(image) ??
    readFat(image, head) ??
    readExt(image) ??
    readHfs(image) ??
    readBtrfs(image) ??
    readFar(image);
  if (found) return found.encryption ? { ...found, problems: [LOCKED] } : found;
  if (head.every((byte) => byte === 0)) return { fileSystem: 'none' };
  if (head.length >= HEAD && entropy(head) > NOISE) {
    return {
      encryption: 'possibly',
      problems: [
        {
          rule: 'Encryption',
          outcome: 'unknown',
          sentence: 'It looks like noise and carries no name: possibly encrypted. It copies whole.',
          remedy: 'ask the customer, or look in the device’s own system',
        },
      ],
    };
  }
  return {};
}

const LOCKED = {
  rule: 'Encryption',
  outcome: 'limit',
  sentence: 'Encrypted: it copies whole and keeps its size.',
  remedy: 'decrypt it in its own system first, or have its key ready',
} as const;

/** Figures that cannot be are dropped rather than believed. */
function plausible(volume: Volume): Volume {
  const { totalBytes, usedBytes } = volume;
  const total = totalBytes !== null && Number.isSafeInteger(totalBytes) && totalBytes > 0 ? totalBytes : null;
  const used = usedBytes !== null && Number.isSafeInteger(usedBytes) && usedBytes >= 0 ? usedBytes : null;
  return { ...volume, totalBytes: total, usedBytes: used !== null && total !== null && used > total ? null : used };
}

/** Shannon entropy, bits a byte. */
function entropy(bytes: Uint8Array): number {
  const counts = new Uint32Array(256);
  for (const byte of bytes) counts[byte] = (counts[byte] ?? 0) + 1;
  let bits = 0;
  for (const count of counts) if (count > 0) bits -= (count / bytes.length) * Math.log2(count / bytes.length);
  return bits;
}
