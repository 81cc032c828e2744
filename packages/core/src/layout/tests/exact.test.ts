import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { bytesOfNominal, GIB, MIB, sectorsOfNominal, SOLD_NOMINALS, type SectorSize } from '../../capacity';
import { defaultIntent, planLayout, type SourcePartition, type SourceTable, type TargetDrive } from '../index';

const partition = (id: string, over: Partial<SourcePartition>): SourcePartition => ({
  id,
  name: id,
  kind: 'data',
  fileSystem: 'NTFS',
  startSector: 0,
  sectors: 1,
  used: null,
  encrypted: false,
  ...over,
});

/** A drive laid out by its system: EFI, system, and an encrypted volume that reaches to the last usable sector. */
function full(nominal: number, sectorSize: SectorSize, efiAt: number): SourceTable {
  const [per, sectors] = [MIB / sectorSize, sectorsOfNominal(nominal, sectorSize)];
  const last = sectors - 1 - Math.ceil(16_384 / sectorSize) - 1;
  const block = 4096 / sectorSize;
  const systemAt = efiAt + 200 * per;
  const lockedAt = systemAt + 20 * 1024 * per;
  const length = Math.floor((last + 1 - lockedAt) / block) * block;
  return {
    scheme: 'gpt',
    sectorSize,
    partitions: [
      partition('EFI', { kind: 'EFI system', fileSystem: 'FAT32', startSector: efiAt, sectors: 200 * per }),
      partition('System', { kind: 'system', startSector: systemAt, sectors: 20 * 1024 * per, used: 11 * GIB }),
      partition('Vault', { fileSystem: 'unknown', encrypted: true, startSector: lockedAt, sectors: length }),
    ],
  };
}

const drive = (sectors: number, sectorSize: SectorSize): TargetDrive => ({ id: 'new', sectors, sectorSize });
const sizes = SOLD_NOMINALS.filter((nominal) => nominal >= 60);

describe('a replacement exactly as large', () => {
  it.each(sizes)('%i GB takes everything where it lay, to the byte', (nominal) => {
    for (const sectorSize of [512, 4096] as const) {
      for (const efiAt of [MIB / sectorSize, 40 * (4096 / sectorSize)]) {
        const table = full(nominal, sectorSize, efiAt);
        const sectors = sectorsOfNominal(nominal, sectorSize);
        const plan = planLayout(table, [drive(sectors, sectorSize)], defaultIntent(table));
        expect(plan.problems).toEqual([]);
        expect(plan.partitions.map(({ change, target }) => [change, target?.startSector, target?.sectors])).toEqual(
          table.partitions.map(({ startSector, sectors: own }) => ['same', startSector, own]),
        );
        expect(plan.targets[0]?.smallestBytes).toBeLessThanOrEqual(sectors * sectorSize);
      }
    }
  });

  it('is rounded where it lay on no block of 4096 bytes, and then has no room', () => {
    const table: SourceTable = {
      scheme: 'mbr',
      sectorSize: 512,
      partitions: [partition('Vault', { encrypted: true, startSector: 63, sectors: sectorsOfNominal(500) - 63 })],
    };
    const plan = planLayout(table, [drive(sectorsOfNominal(500), 512)], defaultIntent(table));
    expect(plan.problems.map(({ rule }) => rule)).toEqual(['Room']);
    expect(plan.targets[0]?.smallestSold).toBe(512);
  });
});

describe('the need', () => {
  const anyTable = fc
    .record({
      sectorSize: fc.constantFrom<SectorSize>(512, 4096),
      scheme: fc.constantFrom('gpt' as const, 'mbr' as const),
      lead: fc.constantFrom(5, 10, 256, 300),
      list: fc.array(
        fc.record({
          blocks: fc.integer({ min: 300, max: 4_000_000 }),
          gap: fc.constantFrom(0, 0, 1, 77, 256, 5000),
          shrinks: fc.boolean(),
          share: fc.double({ min: 0.05, max: 0.95, noNaN: true }),
        }),
        { minLength: 1, maxLength: 4 },
      ),
      keepFree: fc.constantFrom(0, 0, 5, 25),
    })
    .map(({ sectorSize, scheme, lead, list, keepFree }) => {
      const per = 4096 / sectorSize;
      let at = lead + 5;
      const partitions = list.map(({ blocks, gap, shrinks, share }, index) => {
        const startSector = (at + gap) * per;
        at += gap + blocks;
        return partition(`p${index}`, {
          startSector,
          sectors: blocks * per,
          kind: index === 0 ? 'system' : 'data',
          fileSystem: shrinks ? 'NTFS' : 'XFS',
          used: Math.floor(blocks * 4096 * share),
        });
      });
      const table: SourceTable = { scheme, sectorSize, partitions };
      return { table, intent: { ...defaultIntent(table), keepFree } };
    });

  it('is the size of a drive on which all of it fits, and on which with one block less it does not', () => {
    fc.assert(
      fc.property(anyTable, ({ table, intent }) => {
        const { sectorSize } = table;
        const planOn = (bytes: number) => planLayout(table, [drive(bytes / sectorSize, sectorSize)], intent);
        const need = planOn(bytesOfNominal(4000, sectorSize)).targets[0]?.smallestBytes ?? 0;
        const outside = (bytes: number) => planOn(bytes).partitions.filter(({ change }) => change === 'no room').length;
        expect(need % 4096).toBe(0);
        expect(outside(need)).toBe(0);
        if (intent.keepFree === 0) expect(outside(need - 4096)).toBeGreaterThan(0);
      }),
    );
  });

  it('does not depend on the drive that is asked about', () => {
    fc.assert(
      fc.property(anyTable, fc.constantFrom(120, 500, 8000, 32_000), ({ table, intent }, nominal) => {
        const of = (gb: number) =>
          planLayout(table, [drive(sectorsOfNominal(gb, table.sectorSize), table.sectorSize)], intent).targets[0];
        expect(of(nominal)?.smallestBytes).toBe(of(2000)?.smallestBytes);
      }),
    );
  });
});
