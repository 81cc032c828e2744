import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { GIB, MIB } from '../capacity';
import { imageOf, imageOfPieces, type Piece } from '../image';
import { setBits } from './bits';
import { madeBySystems, madeImage } from './made.test-data';
import { clearableInLines } from './ntfs/file-table';
import { runsOf } from './ntfs/ntfs';
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
    ['fat12', 'FAT12', 'SMALL', 2048, 150 * 2048 + 2 * MIB - 1014 * 2048],
    ['fat16', 'FAT16', 'BOOT', 2048, 150 * 2048 + 16 * MIB - 8167 * 2048],
    ['fat32', 'FAT32', 'EFISYS', 512, 601 * 512 + 40 * MIB - 80_628 * 512],
    ['exfat', 'exFAT', 'Photos', 4096, 4 * 4096 + 4096 * 512],
    ['ext2', 'ext2', 'old', 1024, 296_960],
    ['ext3', 'ext3', 'older', 1024, 2_254_848],
    ['ext4', 'ext4', 'notes', 1024, (16_384 - 14_059) * 1024],
    ['xfs', 'XFS', 'store', 4096, (81_920 - 65_504) * 4096],
    ['btrfs', 'btrfs', 'pool', 4096, 147_456],
    ['xfs filled', 'XFS', 'store', 4096, 67_751_936],
    ['reiserfs', 'ReiserFS', 'attic', 4096, (16_384 - 8172) * 4096],
    ['jfs', 'JFS', 'ledger', 4096, null],
    ['iso9660', 'ISO 9660', 'RESCUE DISC', 2048, 182 * 2048],
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
    // Made for pages of 64 KiB, as some ARM systems have them.
    expect(readVolume(madeImage('swap64'))).toMatchObject({ fileSystem: 'swap', label: 'rest', totalBytes: 16 * MIB });
    expect(readVolume(madeImage('udf')).fileSystem).toBe('UDF');
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

/** A made image with bytes put over it, each by its place; what lay around them is read as zeros. */
function altered(name: string, ...over: [at: number, bytes: Uint8Array | number[]][]) {
  const { size, pieces } = madeBySystems(name);
  const under = imageOfPieces(size, pieces);
  const put = over.map(([offset, bytes]) => {
    const block = offset - (offset % 512);
    const own = (under.read(block, 512) ?? new Uint8Array(512)).slice();
    own.set(bytes, offset - block);
    return { offset: block, bytes: own };
  });
  const kept = pieces.filter(({ offset }) => put.every((one) => one.offset !== offset));
  return imageOfPieces(size, [...put.map((one) => ({ ...one })), ...without(kept, put)]);
}

/** Pieces without the blocks that others replace. */
function without(pieces: readonly Piece[], blocks: readonly Piece[]): Piece[] {
  return blocks.reduce<Piece[]>(
    (left, { offset }) =>
      left.flatMap((piece) => {
        const at = offset - piece.offset;
        if (at < 0 || at >= piece.bytes.length) return [piece];
        return [
          { offset: piece.offset, bytes: piece.bytes.subarray(0, at) },
          { offset: offset + 512, bytes: piece.bytes.subarray(at + 512) },
        ].filter(({ bytes }) => bytes.length > 0);
      }),
    [...pieces],
  );
}

const u32le = (value: number) => [value & 255, (value >>> 8) & 255, (value >>> 16) & 255, value >>> 24];
const RAID = u32le(0xa92b4efc);

describe('what belongs to a set', () => {
  // A mirror with its block at the end looks like the file system that it holds.
  it.each([
    ['1.0', 16 * MIB - 8192, 1],
    ['1.1', 0, 1],
    ['1.2', 4096, 1],
    ['0.90', 16 * MIB - 65_536, 0],
  ] as const)('a Linux RAID of format %s', (version, at, major) => {
    const level = major === 1 ? 72 : 28;
    const drives = major === 1 ? 92 : 40;
    const block = bytesWith(256, [0, RAID], [4, u32le(major)], [level, u32le(1)], [drives, u32le(2)]);
    if (major === 1) block.set(ascii('bench:tank'), 32);
    const volume = readVolume(altered('ext4', [at, block]));
    expect(volume).toMatchObject({ fileSystem: 'RAID member', usedBytes: null });
    expect(volume.problems[0]?.sentence).toContain(`level 1, 2 drives; format ${version}`);
  });

  it('a RAID of its controller, by the block at the end', () => {
    expect(readVolume(altered('ext4', [16 * MIB - 512, [0xde, 0x11, 0xde, 0x11]])).fileSystem).toBe('RAID member');
  });

  it('a ZFS pool', () => {
    const image = imageOf(bytesWith(256 * 1024, [16_400, ascii('pool_guid')]));
    expect(readVolume(image).fileSystem).toBe('storage pool');
  });

  it('one of two drives of a btrfs', () => {
    const volume = readVolume(madeImage('btrfs of two'));
    expect(volume).toMatchObject({ totalBytes: 128 * MIB, usedBytes: 104 * MIB });
    expect(volume.problems[0]?.sentence).toContain('One of 2 drives');
  });

  it('LVM, with the sizes of its logical volumes as its own tools say them', () => {
    const holds = [
      { name: 'root', bytes: 64 * MIB },
      { name: 'home', bytes: 128 * MIB },
    ];
    expect(readVolume(madeImage('lvm'))).toMatchObject({ fileSystem: 'LVM', label: 'shopvg', holds, problems: [] });
    const { size, pieces } = madeBySystems('lvm');
    const bare = imageOfPieces(size, [{ offset: 0, bytes: (pieces[0]?.bytes ?? new Uint8Array()).subarray(0, 4096) }]);
    expect(readVolume(bare)).toMatchObject({ fileSystem: 'LVM', holds: [] });
  });
});

describe('what was left in the middle of something', () => {
  const rules = (name: string) => readVolume(madeImage(name)).problems.map(({ rule }) => rule);

  // Copied while they were mounted and written to.
  it.each([['xfs dirty'], ['ext4 dirty'], ['btrfs with a log']])('%s', (name) => {
    expect(rules(name)).toEqual(['Clean']);
  });

  it.each(['S1SUSPEND', 'S2SUSPEND', 'ULSUSPEND', 'LINHIB0001'])('a suspended system: %s', (mark) => {
    const image = altered('swap', [4086, [...ascii(mark), 0].slice(0, 10)]);
    expect(readVolume(image)).toMatchObject({ fileSystem: 'swap', problems: [{ rule: 'Suspended' }] });
  });

  it('a hibernated Windows, by the mark in its hibernation file', () => {
    expect(rules('windows filled')).toEqual(['Hibernated']);
    expect(readVolume(altered('windows filled', [hibernationAt(), ascii('wake')])).problems).toEqual([]);
  });

  it('says where the mark was not read', () => {
    const { size, pieces } = madeBySystems('windows filled');
    const some = without(pieces, [{ offset: hibernationAt(), bytes: new Uint8Array(512) }]);
    expect(readVolume(imageOfPieces(size, some)).problems).toMatchObject([{ rule: 'Hibernated', outcome: 'unknown' }]);
  });

  /** Where the made hibernation file begins. */
  function hibernationAt(): number {
    const marked = madeBySystems('windows filled').pieces.find(
      ({ bytes }) => new TextDecoder().decode(bytes.subarray(0, 4)) === 'hibr',
    );
    return marked?.offset ?? -1;
  }
});

describe('FAT', () => {
  it('goes by its size fields: few clusters are no FAT16 where the wide one is used', () => {
    // A table of 100 sectors in the wide field, 40,000 clusters of one sector.
    const boot = bytesWith(
      512,
      [0, [0xeb, 0x58, 0x90]],
      [11, [0, 2, 1, 32, 0, 2]],
      [32, u32le(40_232)],
      [36, u32le(313)],
      [44, u32le(2)],
      [510, [0x55, 0xaa]],
    );
    const image = imageOfPieces(40_232 * 512, [{ offset: 0, bytes: boot }]);
    expect(readVolume(image).fileSystem).toBe('FAT32');
  });

  it('takes its label from the root folder, which systems keep', () => {
    const { size, pieces } = madeBySystems('esp');
    const shown = readVolume(imageOfPieces(size, pieces)).label;
    const renamed = pieces.map(({ offset, bytes }) => {
      const at = new TextDecoder('latin1').decode(bytes).lastIndexOf(shown.padEnd(11));
      return { offset, bytes: offset > 0 && at >= 0 ? bytesOver(bytes, at, ascii('RENAMED    ')) : bytes };
    });
    expect(readVolume(imageOfPieces(size, renamed)).label).toBe('RENAMED');
  });

  function bytesOver(bytes: Uint8Array, at: number, over: Uint8Array): Uint8Array {
    const copy = bytes.slice();
    copy.set(over, at);
    return copy;
  }
});

describe('what can go before a copy', () => {
  // Whole clusters of 4096 bytes, as the files were written: 9,000,000 bytes of hibernation file and so on.
  const told = [
    { what: 'hibernation file', bytes: 9_003_008 },
    { what: 'page files', bytes: 6_000_640 + 1_003_520 },
    { what: 'old installations', bytes: 5_505_024 },
    { what: 'recycle folder', bytes: 700_416 },
    { what: 'temporary folders', bytes: 401_408 + 303_104 + 102_400 },
  ];

  it('by the whole file table', () => {
    expect(readVolume(madeImage('windows filled')).clearable).toEqual(told);
    expect(readVolume(madeImage('windows')).clearable).toBeNull();
  });

  it('is not told where the file table was not read whole', () => {
    const { size, pieces } = madeBySystems('windows filled');
    const table = pieces.reduce((widest, piece) => (piece.bytes.length > widest.bytes.length ? piece : widest));
    const last = { offset: table.offset + table.bytes.length - 512, bytes: new Uint8Array(512) };
    expect(readVolume(imageOfPieces(size, without(pieces, [last]))).clearable).toBeNull();
  });

  it('by the lines of a probe: each folder and what lies in the root by name', () => {
    const lines = ['40 5 8192 Hiberfil.sys', '41 5 0 Users', '42 41 0 Ann Lee', '43 42 0 AppData', '44 43 0 Local'];
    lines.push(
      '45 44 0 Temp',
      '46 45 4096',
      '46 - 1000',
      '47 42 700',
      '48 5 0 windows.old.000',
      '49 48 500',
      '1000 49 1',
    );
    expect(clearableInLines(lines.join('\n'))).toEqual([
      { what: 'hibernation file', bytes: 8192 },
      { what: 'old installations', bytes: 501 },
      { what: 'temporary folders', bytes: 5096 },
    ]);
  });

  it('stands any lines, folders that lie in themselves too', () => {
    expect(clearableInLines('7 8 10\n8 7 10 a\n9 9 5 b\nwhatever\n5 5 1 .')).toEqual([]);
    fc.assert(
      fc.property(
        fc.array(
          fc.tuple(fc.nat(20), fc.nat(20), fc.nat(9999), fc.constantFrom('', ' Windows', ' Temp', ' $Recycle.Bin')),
        ),
        (rows) => {
          const all = rows.reduce((sum, [, , bytes]) => sum + bytes, 0);
          const found = clearableInLines(
            rows.map(([record, parent, bytes, name]) => `${record} ${parent} ${bytes}${name}`).join('\n'),
          );
          expect(found.reduce((sum, { bytes }) => sum + bytes, 0)).toBeLessThanOrEqual(all);
        },
      ),
    );
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
