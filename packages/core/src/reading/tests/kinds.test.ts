import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { GIB, MIB } from '../../capacity';
import { imageOf } from '../../image';
import type { PartitionKind } from '../../layout';
import { GPT_TYPE_OF, writeGpt, type ReadTable, type TableEntry } from '../../tables';
import { meaningOf } from '../../tables/kinds';
import type { Volume } from '../../volumes';
import { readPartitions, sourceOf } from '../drive';
import { kindsOf } from '../kinds';

interface Given {
  size: number;
  type?: string;
  fileSystem?: Volume['fileSystem'];
  encryption?: Volume['encryption'];
  root?: string[] | null;
  label?: string;
  name?: string;
  active?: boolean;
}

const DATA = GPT_TYPE_OF.data;
const esp = (root: string[] | null = null): Given => {
  return { size: 200 * MIB, type: GPT_TYPE_OF['EFI system'], fileSystem: 'FAT32', root };
};
const ESP = esp();
const WINDOWS_ESP = esp(['EFI', 'EFI/MICROS~1', 'EFI/BOOT']);
const LINUX_ESP = esp(['EFI', 'EFI/UBUNTU', 'EFI/BOOT']);
const WINDOWS = ['Windows', 'Users', 'Program Files', 'pagefile.sys'];
const LINUX = ['bin', 'etc', 'usr', 'home', 'boot'];

function tableOf(list: readonly Given[]): { table: ReadTable; volumes: Volume[] } {
  let at = 2048;
  const entries = list.map((one, index): TableEntry => {
    const sectors = one.size / 512;
    const type = one.type ?? DATA;
    const { name: typeName, kind } = meaningOf(type);
    const startSector = at;
    at += sectors;
    return {
      number: index + 1,
      startSector,
      sectors,
      type,
      typeName,
      kind,
      uniqueId: '',
      name: one.name ?? '',
      attributes: '',
      active: one.active ?? false,
      logical: false,
    };
  });
  const volumes = list.map(({ fileSystem = 'NTFS', encryption = 'none', root = null, label = '', size }): Volume => ({
    fileSystem,
    label,
    clusterBytes: 4096,
    totalBytes: size,
    usedBytes: null,
    encryption,
    root,
    holds: [],
    clearable: null,
    problems: [],
  }));
  const table: ReadTable = {
    scheme: 'gpt',
    sectorSize: 512,
    sectors: at + 2048,
    diskId: '',
    entries,
    usable: { first: 34, last: at },
    problems: [],
  };
  return { table, volumes };
}

const kinds = (...list: Given[]): PartitionKind[] => {
  const { table, volumes } = tableOf(list);
  return kindsOf(table, volumes).map(({ kind }) => kind);
};

/** A small drive with one partition of a type, filled with what nothing is known of. */
function gptOf(type: string): Uint8Array {
  const bytes = new Uint8Array(8 * MIB);
  bytes.fill(0x21, MIB, 2 * MIB);
  const entry = { number: 1, startSector: 2048, sectors: 4096, type, uniqueId: '', name: '', attributes: '0' };
  const { head, tail } = writeGpt({ sectors: 16_384, sectorSize: 512, diskId: type, entries: [entry] });
  for (const piece of [head, tail]) bytes.set(piece.bytes, piece.offset);
  return bytes;
}

describe('which volume holds the system', () => {
  it.each<[string, Given[], PartitionKind[]]>([
    [
      'the smaller one that holds Windows, beside much data',
      [WINDOWS_ESP, { size: 98 * GIB, root: WINDOWS }, { size: 684 * GIB, root: ['Photos', 'Music'] }],
      ['EFI system', 'system', 'data'],
    ],
    [
      'the one that could not be looked into, when the other holds only data',
      [ESP, { size: 98 * GIB }, { size: 684 * GIB, root: ['Photos'] }],
      ['EFI system', 'system', 'data'],
    ],
    [
      'not known, when neither was looked into',
      [ESP, { size: 98 * GIB }, { size: 684 * GIB }],
      ['EFI system', 'not known', 'not known'],
    ],
    [
      'LVM beside a small boot volume, not the largest volume of files',
      [
        ESP,
        { size: 500 * MIB, fileSystem: 'ext4', root: ['grub', 'vmlinuz-6.1'] },
        { size: 60 * GIB, fileSystem: 'LVM' },
        { size: 400 * GIB, fileSystem: 'XFS' },
      ],
      ['EFI system', 'loader', 'system', 'data'],
    ],
    [
      'LUKS beside a boot volume that could not be read',
      [
        LINUX_ESP,
        { size: 700 * MIB, fileSystem: 'ext4' },
        { size: 400 * GIB, fileSystem: 'unknown', encryption: 'LUKS2' },
      ],
      ['EFI system', 'loader', 'system'],
    ],
    [
      'the Linux one, when only a loader for Linux is there',
      [LINUX_ESP, { size: 40 * GIB, fileSystem: 'btrfs' }, { size: 400 * GIB }],
      ['EFI system', 'system', 'data'],
    ],
    [
      'the locked Windows one, when only its loader is there',
      [
        WINDOWS_ESP,
        { size: 200 * GIB, encryption: 'Windows volume encryption' },
        { size: 90 * GIB, fileSystem: 'ext4' },
      ],
      ['EFI system', 'system', 'data'],
    ],
    [
      'both, where two systems are installed',
      [
        LINUX_ESP,
        { size: 90 * GIB, root: WINDOWS },
        { size: 40 * GIB, fileSystem: 'ext4', root: LINUX },
        { size: 200 * GIB },
      ],
      ['EFI system', 'system', 'system', 'data'],
    ],
    ['none, where nothing starts', [{ size: 100 * GIB }, { size: 200 * GIB }], ['data', 'data']],
    [
      'a small active volume is the loader, never data',
      [
        { size: 100 * MIB, type: '07', active: true },
        { size: 300 * GIB, type: '07', root: WINDOWS },
      ],
      ['loader', 'system'],
    ],
    [
      'a volume with the loader files is the loader, whatever its type says',
      [
        { size: 350 * MIB, type: '07', active: true, root: ['bootmgr', 'Boot'] },
        { size: 300 * GIB, type: '07' },
        { size: 30 * GIB, type: '07', root: ['Games'] },
      ],
      ['loader', 'system', 'data'],
    ],
    [
      'the active one, where loader and system are one',
      [
        { size: 60 * GIB, type: '07', active: true },
        { size: 400 * GIB, type: '07' },
      ],
      ['system', 'data'],
    ],
  ])('%s', (_name, list, wanted) => expect(kinds(...list)).toEqual(wanted));

  it('takes swap for swap, whatever the type says, and a RAID beside a loader for the system', () => {
    expect(kinds({ size: 8 * GIB, type: '83', fileSystem: 'swap' })).toEqual(['swap']);
    const boot: Given = { size: GIB, fileSystem: 'ext4', root: ['grub', 'vmlinuz-6.1'] };
    const member: Given = { size: 400 * GIB, fileSystem: 'RAID member' };
    expect(kinds(ESP, boot, member, { size: 60 * GIB })).toEqual(['EFI system', 'loader', 'system', 'data']);
  });

  it('names a set by its type where its own marks were not found', () => {
    const image = imageOf(gptOf('AF9B60A0-1431-4F62-BC68-3311714A69AD'));
    const { volumes, source } = readPartitions(image);
    expect(volumes[0]).toMatchObject({ fileSystem: 'dynamic disk', problems: [{ rule: 'Set' }] });
    expect(source?.remarks).toMatchObject([{ rule: 'Set', about: 'p1' }]);
  });

  it('says why, and asks with both named where it is not known', () => {
    const { table, volumes } = tableOf([ESP, { size: 98 * GIB }, { size: 684 * GIB }]);
    expect(kindsOf(table, volumes)[1]?.why).toBe('either it or partition 3 holds the system');
    const read = tableOf([WINDOWS_ESP, { size: 98 * GIB, root: WINDOWS }]);
    expect(sourceOf(read.table, read.volumes)?.partitions.map(({ why }) => why)).toEqual([
      'type: EFI system',
      'it holds the folder Windows',
    ]);
  });

  it('names a volume by its label where its table has a name that any would have', () => {
    const { table, volumes } = tableOf([
      { size: 9 * GIB, name: 'Basic data partition', label: 'Office' },
      { size: 9 * GIB, name: 'Ledgers', label: 'Office' },
      { size: 9 * GIB, name: 'Linux filesystem' },
    ]);
    expect(sourceOf(table, volumes)?.partitions.map(({ name }) => name)).toEqual(['Office', 'Ledgers', 'Data 3']);
  });

  it('holds whatever the order and however large the data: nothing is taken for the system by its size', () => {
    const others = fc.array(
      fc.record({
        size: fc.integer({ min: 3, max: 4000 }).map((gib) => gib * GIB),
        root: fc.constant<string[]>(['Photos']),
      }),
      { maxLength: 5 },
    );
    fc.assert(
      fc.property(others, fc.nat(5), (data, at) => {
        const list: Given[] = [...data];
        list.splice(Math.min(at, list.length), 0, { size: 30 * GIB, root: WINDOWS });
        const found = kinds(WINDOWS_ESP, ...list).slice(1);
        expect(found.map((kind, n) => kind === 'system' && list[n]?.root === WINDOWS)).toEqual(
          list.map(({ root }) => root === WINDOWS),
        );
        const blind = kinds(ESP, ...list.map(({ size }) => ({ size }))).slice(1);
        expect(new Set(blind)).toEqual(new Set([list.length === 1 ? 'system' : 'not known']));
      }),
    );
  });
});
