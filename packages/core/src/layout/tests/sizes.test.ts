import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ALIGNMENT, GIB, MIB, sectorsOfNominal } from '../../capacity';
import { shareRoom, type Wanted } from '../sizes';
import type { FileSystem, PartitionKind, SourcePartition } from '../types';
import { tableTail, usableRange } from '../usable';
import { alignDown, alignUp, bytesToCopy, isResizable, minimumOf } from '../volume-facts';

const wanted = (id: string, minimum: number, size: number, over: Partial<Wanted> = {}): Wanted => ({
  id,
  minimum: minimum * GIB,
  wanted: size * GIB,
  fill: null,
  yields: true,
  share: 0,
  ...over,
});

describe('sharing the room of the new drive', () => {
  it('gives each what it wants, and the rest to the one that takes it', () => {
    const sizes = shareRoom([wanted('a', 1, 10), wanted('b', 5, 20, { share: 1 })], 100 * GIB);
    expect([sizes.get('a'), sizes.get('b')]).toEqual([10 * GIB, 90 * GIB]);
  });

  it('leaves the rest free when nobody takes it', () => {
    const sizes = shareRoom([wanted('a', 1, 10)], 100 * GIB);
    expect(sizes.get('a')).toBe(10 * GIB);
  });

  it('lets those that may yield give in proportion to what they can spare', () => {
    const sizes = shareRoom(
      [wanted('a', 10, 30), wanted('b', 10, 50), wanted('c', 20, 20, { yields: false })],
      70 * GIB,
    );
    expect([sizes.get('a'), sizes.get('b'), sizes.get('c')]).toEqual([20 * GIB, 30 * GIB, 20 * GIB]);
  });

  it('lets the fullest keep what they have longest, where they gain first too', () => {
    const full = wanted('full', 20, 22, { share: 1, fill: 18 * GIB });
    const roomy = wanted('roomy', 200, 670, { share: 1, fill: 180 * GIB });
    const sizes = shareRoom([full, roomy], 440 * GIB);
    expect([sizes.get('full'), sizes.get('roomy')]).toEqual([22 * GIB, 418 * GIB]);
    const tight = shareRoom([full, roomy], 221 * GIB);
    expect((tight.get('full') ?? 0) + (tight.get('roomy') ?? 0)).toBeLessThanOrEqual(221 * GIB);
    expect(shareRoom([full, roomy], 100 * GIB)).toEqual(
      new Map([
        ['full', 20 * GIB],
        ['roomy', 200 * GIB],
      ]),
    );
  });

  it('never goes under a minimum, and stays within the room where the minimums do', () => {
    const one = fc
      .record({ minimum: fc.integer({ min: 1, max: 50 }), more: fc.nat(200), yields: fc.boolean() })
      .map(({ minimum, more, yields }) => ({ minimum: minimum * GIB, wanted: (minimum + more) * GIB, yields }));
    fc.assert(
      fc.property(fc.array(one, { minLength: 1, maxLength: 20 }), fc.nat(2000), (list, room) => {
        const all = list.map((entry, n): Wanted => ({ id: `p${n}`, share: n === 0 ? 1 : 0, fill: null, ...entry }));
        const sizes = shareRoom(all, room * GIB);
        const sum = [...sizes.values()].reduce((total, size) => total + size, 0);
        for (const entry of all) expect(sizes.get(entry.id)).toBeGreaterThanOrEqual(entry.minimum);
        const least = all.reduce(
          (total, entry) => total + (entry.yields || entry.share > 0 ? entry.minimum : entry.wanted),
          0,
        );
        if (least <= room * GIB) expect(sum).toBeLessThanOrEqual(room * GIB);
      }),
    );
  });
});

describe('the usable range (UEFI specification 5.3)', () => {
  it('keeps header and entry array at the end free', () => {
    expect(tableTail('gpt', 512)).toBe(33 * 512);
    expect(tableTail('gpt', 4096)).toBe(5 * 4096);
    expect(tableTail('mbr', 512)).toBe(0);
  });

  it.each([
    ['gpt', 512],
    ['gpt', 4096],
    ['mbr', 512],
  ] as const)('%s at %i bytes begins behind the table and ends before its backup', (scheme, sectorSize) => {
    const sectors = sectorsOfNominal(500, sectorSize);
    const { first, end } = usableRange(scheme, { sectors, sectorSize });
    expect(first % 4096).toBe(0);
    expect(first).toBeLessThan(MIB);
    expect(end).toBe(sectors * sectorSize - tableTail(scheme, sectorSize));
  });

  it('ends at 2 TiB with an MBR, and is empty on a drive that is no drive', () => {
    expect(usableRange('mbr', { sectors: sectorsOfNominal(8000), sectorSize: 512 }).end).toBe(2 ** 41);
    const none = usableRange('gpt', { sectors: 10, sectorSize: 512 });
    expect(none.end - none.first).toBe(0);
  });
});

const volume = (over: Partial<SourcePartition>): SourcePartition => ({
  id: 'p',
  name: 'p',
  kind: 'data',
  fileSystem: 'NTFS',
  startSector: 2048,
  sectors: (100 * GIB) / 512,
  used: 40 * GIB,
  encrypted: false,
  ...over,
});

describe('what a volume lets do with itself', () => {
  it.each<[FileSystem, boolean]>([
    ['NTFS', true],
    ['ext4', true],
    ['APFS', true],
    ['HFS+', true],
    ['FAT32', false],
    ['exFAT', false],
    ['XFS', false],
    ['none', false],
    ['unknown', false],
  ])('%s may change its size: %s', (fileSystem, may) => {
    expect(isResizable(volume({ fileSystem }))).toBe(may);
  });

  it.each<PartitionKind>(['EFI system', 'reserved', 'recovery', 'loader', 'swap'])('%s keeps its size', (kind) => {
    expect(isResizable(volume({ kind }))).toBe(false);
  });

  it('keeps its size when encrypted or when its used space is not known', () => {
    expect(isResizable(volume({ encrypted: true }))).toBe(false);
    expect(isResizable(volume({ used: null }))).toBe(false);
  });

  it('asks for a tenth more than is used, at least 1 GiB, never more than it has', () => {
    expect(minimumOf(volume({}), 100 * GIB)).toBe(44 * GIB);
    expect(minimumOf(volume({ used: GIB }), 100 * GIB)).toBe(2 * GIB);
    expect(minimumOf(volume({ used: 99 * GIB }), 100 * GIB)).toBe(100 * GIB);
  });

  it('travels by used blocks where they can be told, else whole', () => {
    expect(bytesToCopy(volume({}), 100 * GIB)).toBe(40 * GIB);
    expect(bytesToCopy(volume({ encrypted: true }), 100 * GIB)).toBe(100 * GIB);
    expect(bytesToCopy(volume({ fileSystem: 'unknown' }), 100 * GIB)).toBe(100 * GIB);
    expect(bytesToCopy(volume({ used: null }), 100 * GIB)).toBe(100 * GIB);
  });

  it('aligns up and down around the same step', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 10 * GIB }), (bytes) => {
        expect(alignUp(bytes)).toBeGreaterThanOrEqual(bytes);
        expect(alignDown(bytes)).toBeLessThanOrEqual(bytes);
        expect(alignUp(bytes) - alignDown(bytes)).toBe(bytes % ALIGNMENT === 0 ? 0 : ALIGNMENT);
      }),
    );
  });
});
