import { describe, expect, it } from 'vitest';
import { GIB, MIB, sectorsOfNominal } from '@udrel/core/capacity';
import { defaultIntent, planLayout, type SourceTable } from '@udrel/core/layout';
import { mapGeometry } from './map-geometry';

const part = (id: string, start: number, bytes: number, kind: 'EFI system' | 'system' | 'data') => ({
  id,
  name: id,
  kind,
  fileSystem: 'NTFS' as const,
  startSector: start / 512,
  sectors: bytes / 512,
  used: bytes / 2,
  encrypted: false,
});
const table: SourceTable = {
  scheme: 'gpt',
  sectorSize: 512,
  partitions: [
    part('efi', MIB, 16 * MIB, 'EFI system'),
    part('system', 17 * MIB, 900 * GIB, 'system'),
    part('data', 901 * GIB, 16 * GIB, 'data'),
  ],
};

describe('the map', () => {
  const plan = planLayout(
    table,
    [{ id: 'new', sectors: sectorsOfNominal(1000), sectorSize: 512 }],
    defaultIntent(table),
  );
  const map = mapGeometry(plan, 460);

  it('draws equal sizes equally tall in both columns, the smallest still readable', () => {
    expect(map.source.get('efi')?.height).toBe(map.target.get('efi')?.height);
    expect(map.source.get('efi')?.height).toBeGreaterThanOrEqual(27);
    expect(map.source.get('system')?.height).toBeGreaterThan(map.source.get('data')?.height ?? 0);
  });

  it('draws what is left free where it lies: behind all, or behind a locked volume that is to grow', () => {
    const free = (from: SourceTable) => {
      const target = { id: 'new' as const, sectors: sectorsOfNominal(2000), sectorSize: 512 as const };
      const drawn = mapGeometry(
        planLayout(from, [target], { ...defaultIntent(from), ...(from === table ? { spare: { to: 'nobody' } } : {}) }),
        460,
      );
      return { y: drawn.drives[0]?.leftFree?.y ?? 0, data: drawn.target.get('data')?.y ?? 0 };
    };
    const behind = free(table);
    expect(behind.y).toBeGreaterThan(behind.data);
    const locked = table.partitions.map((one) => ({
      ...one,
      encrypted: one.kind === 'system',
      fileSystem: one.kind === 'system' ? one.fileSystem : ('unknown' as const),
    }));
    const between = free({ ...table, partitions: locked });
    expect(between.y).toBeLessThan(between.data);
  });

  it('stays within its height and does not let blocks overlap', () => {
    expect(map.height).toBeLessThanOrEqual(461);
    for (const blocks of [map.source, map.target]) {
      let end = 0;
      for (const block of blocks.values()) {
        expect(block.y).toBeGreaterThanOrEqual(end);
        end = block.y + block.height;
      }
    }
  });
});
