import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { bytesOfNominal, GIB } from '../capacity';
import { generatedAdapters, generatedOffers } from '../fit/tests/catalogue.test-data';
import type { Adapter, Drive } from '../fit';
import { box } from '../fit/tests/samples.test-data';
import { cellsOf, columnOf, handFields, partOfCells, sortsOf, unknownColumns, type FilePart } from './index';

const drive = (spec: Drive): FilePart => {
  const { maker, name } = spec;
  return { partNumber: 'D-1', kind: 'drive', maker, name, price: 4850, spec };
};

describe('a line of a parts file', () => {
  it('is written and read again, whatever the part', () => {
    const offers = generatedOffers(72).map(({ drive: spec }) => drive(spec));
    const more: FilePart[] = [
      drive({ ...box, form: '1.8', height: 5, connector: 'micro SATA' }),
      drive({ ...box, form: '3.5', height: 26.1, needs12V: true, powerDisable: true, sectorSize: 4096 }),
      { partNumber: 'S-1', kind: 'small part', maker: 'Thimble', name: 'screw M2×3', price: 20, spec: null },
      {
        partNumber: 'M-1',
        kind: 'memory',
        maker: 'B',
        name: 'S4',
        price: 3000,
        spec: {
          maker: 'B',
          name: 'S4',
          generation: 'DDR4',
          form: 'SO-DIMM',
          bytes: 8 * GIB,
          speed: 3200,
          buffering: 'ECC',
        },
      },
    ];
    more.push({
      partNumber: 'E-1',
      kind: 'equipment',
      maker: 'Lowtide',
      name: 'boot stick',
      price: 0,
      reorderLevel: 3,
      spec: { kind: 'boot stick', starts: ['UEFI'], fileSystems: ['NTFS'], controllers: [], plug: 'A', checked: null },
    });
    const adapters = generatedAdapters(11).map(({ adapter, price }, n): FilePart => {
      return { partNumber: `A-${n}`, kind: 'adapter', maker: 'Thimble', name: `a${n}`, price, spec: adapter };
    });
    for (const part of [...offers, ...more, ...adapters])
      expect(partOfCells(cellsOf(part) as Record<string, string>)).toEqual(part);
  });

  it('can be typed by hand, whatever the part: every column of it is a field', () => {
    const parts = [
      ...generatedOffers(72).map(({ drive: spec }) => drive(spec)),
      ...generatedAdapters(11).map(({ adapter: spec }): FilePart => {
        return { partNumber: 'A', kind: 'adapter', maker: 'T', name: 'a', price: 1, spec };
      }),
    ];
    for (const part of parts) {
      const own = ['partNumber', 'kind', 'maker', 'name', 'price'];
      const all = Object.entries(cellsOf(part));
      const cells: Partial<Record<string, string>> = Object.fromEntries(
        all.filter(([column]) => !own.includes(column)),
      );
      const sorts = sortsOf(part.kind);
      const sort = cells[sorts?.column ?? 'form'] ?? '';
      expect(sorts?.sorts).toContain(sort);
      const fields = handFields(part.kind, sort);
      const typed = fields.map(({ column }) => column);
      expect([...typed, sorts?.column]).toEqual(expect.arrayContaining(Object.keys(cells)));
      for (const { column, choices } of fields)
        if (choices && cells[column] !== undefined) expect(choices).toContain(cells[column]);
      const needed = fields.flatMap(({ column, optional }) => (optional ? [] : [column]));
      expect(Object.keys(cells)).toEqual(expect.arrayContaining(needed));
    }
  });

  it('takes sizes as they are sold, any case and any order of columns', () => {
    const cells = {
      NAME: 'C1',
      Kind: 'Drive',
      BYTES: '480 GB',
      link: 'sata 3',
      keys: 'b, m',
      needs12v: 'No',
      price: '39',
    };
    expect(partOfCells(cells)).toMatchObject({
      kind: 'drive',
      price: 3900,
      spec: {
        name: 'C1',
        bytes: bytesOfNominal(480),
        link: { kind: 'sata', generation: 3 },
        keys: ['B', 'M'],
        needs12V: false,
      },
    });
    expect(partOfCells({ kind: 'memory', bytes: '16 GiB' })).toMatchObject({ spec: { bytes: 16 * GIB } });
  });

  it('leaves what it cannot read as it is, to be named by its column', () => {
    const cells = { kind: 'drive', price: 'cheap', read: 'fast', link: 'SAS', bytes: 'large', needs12V: 'perhaps' };
    expect(partOfCells(cells)).toMatchObject({
      price: 'cheap',
      spec: { read: 'fast', link: 'SAS', bytes: 'large', needs12V: 'perhaps' },
    });
    expect(columnOf('spec.read')).toBe('read');
    expect(columnOf('spec.link.kind')).toBe('link');
    expect(columnOf('spec.kind')).toBe('adapter');
    expect(columnOf('spec.keys.0')).toBe('keys');
    expect(columnOf('spec')).toBe('kind');
    expect(columnOf('spec.bays.0.lengths', 'equipment')).toBe('equipment');
    expect(unknownColumns(['Price', 'colour', ''])).toEqual(['colour']);
  });

  it('never throws, whatever stands in it', () => {
    fc.assert(
      fc.property(
        fc.dictionary(fc.constantFrom('kind', 'bytes', 'link', 'keys', 'price', 'x'), fc.string()),
        (cells) => {
          expect(() => partOfCells(cells)).not.toThrow();
        },
      ),
    );
  });

  it('tells lengths of cards from names of forms', () => {
    const of = (from: string, to: string) =>
      (partOfCells({ kind: 'adapter', adapter: 'extender', from, to })['spec'] as Adapter & { from: unknown }).from;
    expect([of('42', '80'), of('2.5', '3.5'), of('PATA 44', 'SATA')]).toEqual([42, '2.5', 'PATA 44']);
  });
});
