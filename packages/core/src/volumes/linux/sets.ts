import { spells, u32, u32be, u64, utf8, type Image } from '../../image';
import type { Reason } from '../../reason';
import { SHUT_DOWN, TOGETHER } from '../remedies';
import type { Volume } from '../types';

const RAID = 0xa92b4efc;
const SECTOR = 512;
const OLD_BLOCK = 65_536;

/** A member of a set that only makes sense together: it is copied whole, and with the others. */
function member(fileSystem: Volume['fileSystem'], label: string, sentence: string): Partial<Volume> {
  return { fileSystem, label, problems: [{ rule: 'Set', outcome: 'limit', sentence, remedy: TOGETHER }] };
}

/**
 * What belongs to a set of drives, which may look like a file system of its own: a Linux RAID of any version (1.0 and
 * 0.90 have their block at the end), a firmware RAID that keeps to the common format, a ZFS pool.
 * @source Linux md superblock formats 0.90, 1.0, 1.1 and 1.2; SNIA DDF 2.0 section 5 (anchor header); ZFS on-disk format
 */
export function readMember(image: Image, head: Uint8Array): Partial<Volume> | null {
  return raidMember(image) ?? firmwareRaid(image) ?? zfs(image, head);
}

function raidMember(image: Image): Partial<Volume> | null {
  const sectors = Math.floor(image.size / SECTOR);
  const atEnd = (sectors - 16 - ((sectors - 16) % 8)) * SECTOR;
  const oldEnd = image.size - (image.size % OLD_BLOCK) - OLD_BLOCK;
  const places = [
    { version: '1.1', at: 0 },
    { version: '1.2', at: 4096 },
    { version: '1.0', at: atEnd },
    { version: '0.90', at: oldEnd },
  ];
  for (const { version, at } of places) {
    const block = image.read(at, 256);
    if (!block || u32(block, 0) !== RAID || u32(block, 4) !== (version === '0.90' ? 0 : 1)) continue;
    const old = version === '0.90';
    // A level of a set: -1 linear, 0, 1, 4, 5, 6, 10.
    const [level, drives] = old ? [u32(block, 28), u32(block, 40)] : [u32(block, 72), u32(block, 92)];
    const name = old ? '' : utf8(block, 32, 32);
    const kind = level > 10 ? 'linear' : `level ${level}`;
    const set = `${name ? `“${name}”, ` : ''}${kind}, ${drives} drives`;
    return member('RAID member', name, `One drive of a Linux RAID (${set}; format ${version}).`);
  }
  return null;
}

function firmwareRaid(image: Image): Partial<Volume> | null {
  for (const size of [512, 4096]) {
    const block = image.read(image.size - size, 64);
    if (block && u32be(block, 0) === 0xde11_de11) {
      return member('RAID member', '', 'One drive of a RAID of its controller (common disk data format).');
    }
  }
  return null;
}

/** The packed list of names and values that a pool keeps at 16 KiB names the pool. */
function zfs(image: Image, head: Uint8Array): Partial<Volume> | null {
  const list = head.length >= 4096 ? image.read(16_384, 2048) : null;
  if (!list || !latinIncludes(list, 'pool_guid')) return null;
  return member('storage pool', '', 'One drive of a ZFS pool.');
}

function latinIncludes(bytes: Uint8Array, text: string): boolean {
  for (let at = bytes.indexOf(text.charCodeAt(0)); at >= 0; at = bytes.indexOf(text.charCodeAt(0), at + 1)) {
    if (spells(bytes, at, text)) return true;
  }
  return false;
}

/**
 * btrfs from its superblock at 64 KiB; of several drives what lies on this one.
 * @source btrfs on-disk format: superblock, `log_root`, `num_devices`, `dev_item`
 */
export function readBtrfs(image: Image): Partial<Volume> | null {
  const block = image.read(OLD_BLOCK, 4096);
  if (!block || !spells(block, 0x40, '_BHRfS_M')) return null;
  const drives = u64(block, 0x88);
  const problems: Reason[] = [];
  if (drives > 1) {
    const sentence = `One of ${drives} drives of a btrfs: none of them is whole without the others.`;
    problems.push({ rule: 'Set', outcome: 'limit', sentence, remedy: TOGETHER });
  }
  if (u64(block, 0x60) !== 0) {
    const sentence = 'It was not unmounted cleanly: its log has changes that are not in the tree yet.';
    problems.push({ rule: 'Clean', outcome: 'limit', sentence, remedy: SHUT_DOWN });
  }
  return {
    fileSystem: 'btrfs',
    label: utf8(block, 0x12b, 256),
    clusterBytes: u32(block, 0x90),
    totalBytes: drives > 1 ? u64(block, 0xd1) : u64(block, 0x70),
    usedBytes: drives > 1 ? u64(block, 0xd9) : u64(block, 0x78),
    problems,
  };
}
