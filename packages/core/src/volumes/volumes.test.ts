import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { GIB, MIB } from '../capacity';
import { imageOf, imageOfPieces } from '../image';
import { setBits } from './bits';
import { madeBySystems, madeImage } from './made.test-data';
import { runsOf } from './ntfs';
import { allocationOf, readVolume } from './index';

const ascii = (text: string) => new TextEncoder().encode(text);
const bytesWith = (size: number, ...fields: [at: number, bytes: Uint8Array | number[]][]) => {
  const bytes = new Uint8Array(size);
  for (const [at, field] of fields) bytes.set(field, at);
  return bytes;
};

describe('volumes as their systems made them', () => {
  // Used space as the systems' own checking commands give it.
  it.each([
    ['ntfs', 'NTFS', 'Office', 4096, 625 * 4096],
    ['fat12', 'FAT16', 'SMALL', 2048, 150 * 2048 + 2 * MIB - 1014 * 2048],
    ['fat16', 'FAT16', 'BOOT', 2048, 150 * 2048 + 16 * MIB - 8167 * 2048],
    ['fat32', 'FAT32', 'EFISYS', 512, 601 * 512 + 40 * MIB - 80_628 * 512],
    ['exfat', 'exFAT', 'Photos', 4096, 4 * 4096 + 4096 * 512],
    ['ext2', 'ext2', 'old', 1024, 296_960],
    ['ext3', 'ext3', 'older', 1024, 2_254_848],
    ['ext4', 'ext4', 'notes', 1024, (16_384 - 14_059) * 1024],
    ['xfs', 'XFS', 'store', 4096, (81_920 - 65_504) * 4096],
    ['btrfs', 'btrfs', 'pool', 4096, 147_456],
  ])('%s', (name, fileSystem, label, clusterBytes, usedBytes) => {
    const volume = readVolume(madeImage(name));
    expect(volume).toMatchObject({ fileSystem, label, clusterBytes, usedBytes, encryption: 'none', problems: [] });
    expect(volume.totalBytes).toBeGreaterThan(0);
  });

  // Made and filled by the systems' own commands: folders, a loader, and more names than fit in the folder's record.
  it.each([
    ['esp', ['EFI', 'EFI/MICROS~1', 'EFI/BOOT']],
    ['linux root', ['lost+found', 'bin', 'etc', 'home', 'usr', 'var']],
    ['linux boot', ['lost+found', 'grub', 'vmlinuz-6.1']],
    ['windows', ['Program Files', 'ProgramData', 'Users', 'Windows']],
    ['many folders', Array.from({ length: 60 }, (_none, n) => `Accounts of the year 19${n + 10}`)],
    ['luks2', null],
    ['xfs', null],
  ])('the root folder of %s', (name, root) => {
    const found = readVolume(madeImage(name)).root;
    expect(found && [...found].sort()).toEqual(root && [...root].sort());
  });

  it('names nothing of a folder that was not read', () => {
    const { size, pieces } = madeBySystems('windows');
    const some = pieces.slice(0, 1);
    expect(readVolume(imageOfPieces(size, some)).root).toBeNull();
  });

  it('knows what is locked, what is swap and what is nothing', () => {
    expect(readVolume(madeImage('luks1'))).toMatchObject({ encryption: 'LUKS1', usedBytes: null });
    expect(readVolume(madeImage('luks2'))).toMatchObject({ encryption: 'LUKS2', label: 'vault' });
    expect(readVolume(madeImage('swap')).fileSystem).toBe('swap');
    const locked = bytesWith(4096, [3, ascii('-FVE-FS-')]);
    expect(readVolume(imageOf(locked))).toMatchObject({ encryption: 'Windows volume encryption', usedBytes: null });
    expect(readVolume(imageOf(new Uint8Array(4096)))).toMatchObject({ fileSystem: 'none', encryption: 'none' });
    const noise = Uint8Array.from({ length: 4096 }, (_none, n) => (n * 167 + (n >> 8) * 13) % 256);
    expect(readVolume(imageOf(noise))).toMatchObject({ fileSystem: 'unknown', encryption: 'possibly' });
  });

  it('reads an APFS container’s size, and not what only the system knows', () => {
    const block = bytesWith(4096, [32, ascii('NXSB')], [36, [0, 16, 0, 0]], [40, [0, 0, 4]]);
    expect(readVolume(imageOf(block))).toMatchObject({ fileSystem: 'APFS', totalBytes: GIB, usedBytes: null });
  });

  it('reads HFS+, big-endian', () => {
    const head = bytesWith(4096, [1024, ascii('H+')], [1064, [0, 0, 16, 0, 0, 0, 4, 0, 0, 0, 1, 0]]);
    expect(readVolume(imageOf(head))).toMatchObject({ fileSystem: 'HFS+', totalBytes: 4 * MIB, usedBytes: 3 * MIB });
  });
});

describe('what is missing or wrong', () => {
  it('stays unknown where the bitmap was not read, and is asked for', () => {
    const { size, pieces } = madeBySystems('ntfs');
    const whole = readVolume(imageOfPieces(size, pieces));
    const without = readVolume(imageOfPieces(size, pieces.slice(0, -1)));
    expect(whole.usedBytes).toBeGreaterThan(0);
    expect(without).toMatchObject({ fileSystem: 'NTFS', usedBytes: null });
  });

  it('says when an NTFS record is torn', () => {
    const { size, pieces } = madeBySystems('ntfs');
    for (const { bytes } of pieces) if (bytes[0] === 0x46) bytes[510] = 0xee;
    expect(readVolume(imageOfPieces(size, pieces)).problems[0]?.sentence).toContain('damaged');
  });

  it('calls an ext4 that needs its journal not clean', () => {
    const { size, pieces } = madeBySystems('ext4');
    for (const { offset, bytes } of pieces)
      if (offset <= 1024) bytes[1024 - offset + 0x60] = (bytes[1024 - offset + 0x60] ?? 0) | 4;
    expect(readVolume(imageOfPieces(size, pieces)).problems[0]?.rule).toBe('Clean');
  });

  it('believes no figure that cannot be', () => {
    const { size, pieces } = madeBySystems('ext4');
    for (const { offset, bytes } of pieces)
      if (offset <= 1024) bytes.fill(0xff, 1024 - offset + 0x0c, 1024 - offset + 0x10);
    expect(readVolume(imageOfPieces(size, pieces)).usedBytes).toBeNull();
  });
});

describe('which blocks are in use', () => {
  // As many as the systems' own checking commands count; ext groups whose bitmap was never written are not told.
  it.each([
    ['ntfs', 625, 0],
    ['fat12', 150, 0],
    ['fat16', 150, 0],
    ['fat32', 601, 0],
    ['exfat', 4, 0],
    ['ext4filled', 40_960 - 33_212 - 1 - 2 * 258, 2 * 8192],
  ])('%s', (name, used, untold) => {
    const allocation = allocationOf(madeImage(name));
    const told = Array.from({ length: allocation?.blocks ?? 0 }, (_none, block) => allocation?.inUse(block));
    expect(told.filter((one) => one === true)).toHaveLength(used);
    expect(told.filter((one) => one === null)).toHaveLength(untold);
  });

  it('is not told of what has no marks, or where they were not read', () => {
    expect(['xfs', 'btrfs', 'swap', 'luks1'].map((name) => allocationOf(madeImage(name)))).toEqual([
      null,
      null,
      null,
      null,
    ]);
    const { size, pieces } = madeBySystems('ntfs');
    expect(allocationOf(imageOfPieces(size, pieces.slice(0, -1)))?.inUse(5)).toBeNull();
    expect(allocationOf(imageOfPieces(size, pieces.slice(0, 1)))).toBeNull();
  });
});

describe('run lists', () => {
  it.each([
    ['21 03 87 25 00', [{ length: 3, cluster: 0x2587 }]],
    [
      '11 30 60 21 10 00 01 11 20 E0 00',
      [
        { length: 0x30, cluster: 0x60 },
        { length: 0x10, cluster: 0x160 },
        { length: 0x20, cluster: 0x140 },
      ],
    ],
    ['01 05 00', [{ length: 5, cluster: null }]],
    ['11 05', []],
    ['11 05 80 00', []],
  ])('%s', (text, runs) => {
    expect([...runsOf(Uint8Array.from(text.split(' '), (one) => Number.parseInt(one, 16)))]).toEqual(runs);
  });
});

it('counts the bits of any bitmap as one by one', () => {
  fc.assert(
    fc.property(fc.uint8Array({ maxLength: 40 }), fc.nat(330), (bytes, count) => {
      let slow = 0;
      for (let n = 0; n < Math.min(count, bytes.length * 8); n++) slow += ((bytes[n >> 3] ?? 0) >> (n & 7)) & 1;
      expect(setBits(bytes, count)).toBe(slow);
      expect(setBits(Uint8Array.from([255, ...bytes]).subarray(1), count)).toBe(slow);
    }),
  );
});
