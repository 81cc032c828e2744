import { describe, expect, it } from 'vitest';
import { GIB, MIB, sectorsOfNominal } from '@udrel/core/capacity';
import { defaultIntent, planLayout, type LayoutIntent, type SourceTable } from '@udrel/core/layout';
import { nudged, restTo, typedSize } from './sizes';
import type { Plan } from './usePlan';

const table: SourceTable = {
  scheme: 'gpt',
  sectorSize: 512,
  partitions: [
    {
      id: 'efi',
      name: 'EFI',
      kind: 'EFI system',
      fileSystem: 'FAT32',
      startSector: 2048,
      sectors: (100 * MIB) / 512,
      used: MIB,
      encrypted: false,
    },
    {
      id: 'sys',
      name: 'System',
      kind: 'system',
      fileSystem: 'NTFS',
      startSector: 206_848,
      sectors: (200 * GIB) / 512,
      used: 50 * GIB,
      encrypted: false,
    },
    {
      id: 'data',
      name: 'Data',
      kind: 'data',
      fileSystem: 'NTFS',
      startSector: 419_637_248,
      sectors: (100 * GIB) / 512,
      used: 10 * GIB,
      encrypted: false,
    },
  ],
};
const planned = (intent: LayoutIntent) =>
  ({
    layout: planLayout(table, [{ id: 'new', sectors: sectorsOfNominal(480), sectorSize: 512 }], intent),
    draft: { intent, route: 'both at the bench', startedFrom: null },
  }) as Plan;
const start: LayoutIntent = { ...defaultIntent(table), spare: { to: 'partition', id: 'sys' } };
const system = planned(start).layout.partitions[1];
if (!system) throw new Error('no system volume');

describe('sizes in the transfer map', () => {
  it('gives and takes whole GiB, and makes the rest a size by that', () => {
    const less = nudged(planned(start), 'sys', -GIB);
    expect(less?.spare).toEqual({ to: 'nobody' });
    expect(less?.sizes['sys']).toBe((system.target?.bytes ?? 0) - GIB);
  });

  it('stops at the least that holds it', () => {
    expect(nudged(planned(start), 'data', -500 * GIB)?.sizes['data']).toBe(
      planned(start).layout.partitions[2]?.minimum,
    );
  });

  it('does not touch what keeps its size', () => {
    expect(nudged(planned(start), 'efi', GIB)).toBeNull();
    expect(nudged(planned(start), 'nobody', GIB)).toBeNull();
  });

  it('takes a typed size, "rest", and says what is neither', () => {
    const typed = (intent: LayoutIntent, text: string) => typedSize(intent, planned(start).layout, system, text);
    expect(typed(start, '100')).toEqual({ sizes: { sys: 100 * GIB }, spare: { to: 'nobody' } });
    expect(typed({ ...start, sizes: { sys: GIB } }, ' Rest ')).toEqual({
      sizes: {},
      spare: { to: 'partition', id: 'sys' },
    });
    expect(typed(start, 'all')).toContain('Type a size');
    const elsewhere = { to: 'partition', id: 'data' } as const;
    expect(typed({ ...start, spare: elsewhere }, '1 GB')).toMatchObject({ spare: elsewhere });
    // Sectors are those of the drive that it goes to: here of 4096 bytes, whatever the old one has.
    const large = planLayout(table, [{ id: 'new', sectors: sectorsOfNominal(480) / 8, sectorSize: 4096 }], start);
    expect(typedSize(start, large, system, '25600 sectors')).toMatchObject({ sizes: { sys: 100 * MIB } });
    const half = typed(start, '50 %');
    expect(typeof half === 'string' ? 0 : (half.sizes['sys'] ?? 0) / GIB).toBeCloseTo(223.5, 0);
  });

  it('forgets the typed size of whoever gets the rest', () => {
    const intent = { ...start, sizes: { sys: 90 * GIB, data: 20 * GIB } };
    expect(restTo(intent, 'data')).toEqual({ sizes: { sys: 90 * GIB }, spare: { to: 'partition', id: 'data' } });
  });
});
