import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { bytesOfNominal, GIB, MIB } from '@udrel/core/capacity';
import { FILE_SYSTEMS, PARTITION_KINDS, type SourcePartition, type SourceTable } from '@udrel/core/layout';
import { emptyRow, rowsOf, tableOf, usualRows, type PartitionRow } from './partition-rows';

const row = (over: Partial<PartitionRow>): PartitionRow => ({ ...emptyRow(), name: 'Data', size: '10 GiB', ...over });

describe('partitions typed by hand', () => {
  it('lie one behind the other from 1 MiB', () => {
    const typed = tableOf('gpt', [row({ size: '100 MiB' }), row({})], bytesOfNominal(500));
    expect(typed.ok && typed.table.partitions.map((one) => [one.startSector, one.sectors])).toEqual([
      [2048, (100 * MIB) / 512],
      [2048 + (100 * MIB) / 512, (10 * GIB) / 512],
    ]);
  });

  it.each<[string, Partial<PartitionRow>, string]>([
    ['no name', { name: ' ' }, 'name'],
    ['no size', { size: '' }, 'Type a size'],
    ['a size too small', { size: '10 KiB' }, '1 MiB'],
    ['used space that is no size', { used: 'half' }, 'Type a size'],
    ['more used than there is', { used: '11 GiB' }, 'cannot use more'],
    ['more than the drive holds', { size: '600 GiB' }, 'more than the drive holds'],
  ])('says which row is wrong: %s', (_name, over, words) => {
    const typed = tableOf('gpt', [row({}), row(over)], bytesOfNominal(500));
    expect(typed).toMatchObject({ ok: false, row: 1 });
    if (!typed.ok) expect(typed.sentence).toContain(words);
  });

  it('does not let a decision about one partition pass to another typed in its row', () => {
    const ids = (name: string) => {
      const typed = tableOf('gpt', [row({}), row({ name })], bytesOfNominal(500));
      return typed.ok ? typed.table.partitions.map((one) => one.id) : [];
    };
    expect(ids('Old games')[0]).toBe(ids('Accounts')[0]);
    expect(ids('Old games')[1]).not.toBe(ids('Accounts')[1]);
    expect(ids('x'.repeat(72))[1]?.length).toBeLessThanOrEqual(40);
  });

  it('takes an empty used space for not known', () => {
    const typed = tableOf('gpt', [row({ used: '' })], bytesOfNominal(500));
    expect(typed.ok && typed.table.partitions[0]?.used).toBeNull();
  });

  it('fills in a usual table that fits every drive', () => {
    for (const nominal of [64, 128, 500, 2000]) {
      const typed = tableOf('gpt', usualRows(bytesOfNominal(nominal)), bytesOfNominal(nominal));
      expect(typed.ok && typed.table.partitions.map((one) => one.kind)).toEqual([
        'EFI system',
        'reserved',
        'system',
        'recovery',
      ]);
    }
  });

  it('shows what was read so that typing nothing changes nothing', () => {
    const anyRow = fc.record({
      name: fc.constantFrom('System', 'Data 2'),
      kind: fc.constantFrom(...PARTITION_KINDS),
      fileSystem: fc.constantFrom(...FILE_SYSTEMS),
      size: fc.integer({ min: 1, max: 900 }).map((mib) => `${mib} MiB`),
      used: fc.constantFrom('', '1 MiB'),
      encrypted: fc.boolean(),
    });
    fc.assert(
      fc.property(fc.array(anyRow, { minLength: 1, maxLength: 12 }), (rows) => {
        const typed = tableOf('mbr', rows, bytesOfNominal(500));
        expect(typed.ok && rowsOf(typed.table)).toEqual(rows);
      }),
    );
  });
});

describe('a table that was read from a file', () => {
  const part = (id: string, startSector: number, sectors: number, used: number | null): SourcePartition => ({
    id,
    name: id,
    kind: 'data',
    fileSystem: 'NTFS',
    startSector,
    sectors,
    used,
    encrypted: false,
  });
  const known: SourceTable = {
    scheme: 'gpt',
    sectorSize: 512,
    partitions: [part('p1', 40, 409_600, 123_456_789), part('p2', 500_001, 1001, null)],
  };

  it('keeps its exact places and figures while only names and kinds are corrected', () => {
    const [first, second] = rowsOf(known);
    if (!first || !second) throw new Error('no rows');
    const typed = tableOf('gpt', [first, { ...second, name: 'Boot', kind: 'loader', used: '100 KiB' }], 1e12, known);
    expect(typed).toEqual({
      ok: true,
      table: {
        ...known,
        partitions: [known.partitions[0], { ...part('2 Boot', 500_001, 1001, 102_400), name: 'Boot', kind: 'loader' }],
      },
    });
    expect(tableOf('gpt', [first, { ...second, used: '9 GiB' }], 1e12, known)).toMatchObject({ ok: false, row: 1 });
  });

  it('is laid anew where a size is changed', () => {
    const [first] = rowsOf(known);
    if (!first) throw new Error('no rows');
    const typed = tableOf('gpt', [{ ...first, size: '300 MiB' }], 1e12, known);
    expect(typed.ok && typed.table.partitions[0]?.startSector).toBe(2048);
  });
});

describe('what says of which kind a partition is', () => {
  it('counts while it is of that kind, and no longer', () => {
    const table: SourceTable = {
      scheme: 'gpt',
      sectorSize: 512,
      partitions: [
        {
          ...{ id: 'p1', name: 'C', kind: 'not known', why: 'either it or partition 2 holds the system' },
          ...{ fileSystem: 'NTFS', startSector: 2048, sectors: 4_194_304, used: null, encrypted: false },
        },
      ],
    };
    const told = (kind: PartitionRow['kind']) => {
      const typed = tableOf(
        'gpt',
        rowsOf(table).map((row) => ({ ...row, kind })),
        Infinity,
        table,
      );
      return typed.ok ? typed.table.partitions[0] : undefined;
    };
    expect(told('not known')?.why).toContain('either it');
    expect(told('system')).not.toHaveProperty('why');
  });
});

describe('what can go from a partition', () => {
  const clearable = [{ what: 'page files' as const, bytes: 8 * GIB }];
  const known: SourceTable = {
    scheme: 'gpt',
    sectorSize: 512,
    partitions: [
      {
        ...{
          id: 'p1',
          name: 'System',
          kind: 'system',
          fileSystem: 'NTFS',
          startSector: 2048,
          sectors: (99 * GIB) / 512,
        },
        ...{ used: 60 * GIB, encrypted: false, clearable },
      },
    ],
  };
  const corrected = (over: Partial<PartitionRow>) => {
    const typed = tableOf(
      'gpt',
      rowsOf(known).map((one) => ({ ...one, ...over })),
      bytesOfNominal(500),
      known,
    );
    return typed.ok ? typed.table.partitions[0]?.clearable : typed.sentence;
  };

  it('stays with the figure that it was read with, and goes with another: it would be counted off twice', () => {
    expect(corrected({ name: 'Office' })).toEqual(clearable);
    expect(corrected({ used: '52 GiB' })).toBeUndefined();
    expect(corrected({ encrypted: true })).toBeUndefined();
  });
});
