import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ALIGNMENT, bytesOfNominal, GIB, MIB, sectorsOfNominal } from '../capacity';
import { defaultIntent, planLayout, type LayoutIntent, type SourcePartition, type SourceTable } from './index';

const partition = (over: Partial<SourcePartition> & { id: string; bytes: number; start: number }): SourcePartition => ({
  name: over.id,
  kind: 'data',
  fileSystem: 'NTFS',
  used: null,
  encrypted: false,
  ...over,
  startSector: over.start / 512,
  sectors: over.bytes / 512,
});

const timetable: SourceTable = {
  scheme: 'gpt',
  sectorSize: 512,
  partitions: [
    partition({ id: 'EFI', kind: 'EFI system', fileSystem: 'FAT32', start: MIB, bytes: 100 * MIB }),
    partition({ id: 'Reserved', kind: 'reserved', fileSystem: 'none', start: 101 * MIB, bytes: 16 * MIB }),
    partition({ id: 'System', kind: 'system', used: 188 * GIB, start: 117 * MIB, bytes: 673 * GIB }),
    partition({ id: 'Recovery', kind: 'recovery', start: 700 * GIB, bytes: 1000 * MIB, used: 400 * MIB }),
  ],
};
const drive = (nominal: number) => ({ sectors: sectorsOfNominal(nominal), sectorSize: 512 as const });

describe('the copy plan', () => {
  it('shrinks the system volume onto a smaller drive and moves what follows', () => {
    const plan = planLayout(timetable, drive(480), defaultIntent(timetable));
    expect(plan.problems).toEqual([]);
    expect(plan.partitions.map((one) => one.change)).toEqual(['same', 'same', 'shrunk', 'moved']);
    expect(plan.leftFree).toBe(0);
    expect(plan.smallestSold).toBe(240);
    expect(plan.notes.some((note) => note.rule === 'Place')).toBe(true);
  });

  it('grows onto a larger drive', () => {
    const plan = planLayout(timetable, drive(1000), defaultIntent(timetable));
    expect(plan.partitions[2]?.change).toBe('grown');
  });

  it('says too small with the drive that would do, and names what has no room', () => {
    const plan = planLayout(timetable, drive(120), defaultIntent(timetable));
    expect(plan.problems[0]?.sentence).toContain('System');
    expect(plan.problems[0]?.remedy).toContain('240 GB');
  });

  it('keeps an encrypted volume whole', () => {
    const locked = {
      ...timetable,
      partitions: timetable.partitions.map((one) => ({ ...one, encrypted: one.kind === 'system' })),
    };
    const small = planLayout(locked, drive(480), defaultIntent(locked));
    expect(small.problems.map((one) => one.rule)).toContain('Room');
    const typed = planLayout(locked, drive(1000), { ...defaultIntent(locked), sizes: { System: 500 * GIB } });
    expect(typed.problems[0]?.remedy).toContain('encryption off');
  });

  it('does not leave anything behind without a word', () => {
    const intent = { ...defaultIntent(timetable), leftOut: ['Recovery'] };
    expect(planLayout(timetable, drive(480), intent).problems.map((one) => one.rule)).toEqual(['Left behind']);
    expect(planLayout(timetable, drive(480), { ...intent, acknowledged: ['Recovery'] }).problems).toEqual([]);
  });

  it('refuses a typed size under the minimum, another sector size, and an empty table', () => {
    const typed = { ...defaultIntent(timetable), sizes: { System: GIB } };
    expect(planLayout(timetable, drive(480), typed).problems[0]?.rule).toBe('Size');
    const large = planLayout(timetable, { sectors: sectorsOfNominal(1000, 4096), sectorSize: 4096 }, typed);
    expect(large.problems.map((one) => one.rule)).toContain('Sector size');
    const none = { ...timetable, partitions: [] };
    expect(planLayout(none, drive(480), defaultIntent(none)).problems[0]?.rule).toBe('Table');
  });

  it('says that an MBR table ends at 2 TiB', () => {
    const old: SourceTable = { ...timetable, scheme: 'mbr' };
    const plan = planLayout(old, drive(4000), defaultIntent(old));
    expect(plan.notes.some((note) => note.rule === 'Scheme')).toBe(true);
    const last = plan.partitions.at(-1)?.target;
    expect((last?.startSector ?? 0) + (last?.sectors ?? 0)).toBeLessThanOrEqual(2 ** 32);
  });
});

const kinds = fc.constantFrom<SourcePartition['kind']>('EFI system', 'reserved', 'system', 'data', 'recovery');
const systems = fc.constantFrom<SourcePartition['fileSystem']>('NTFS', 'FAT32', 'exFAT', 'ext4', 'none', 'unknown');
const anyTable: fc.Arbitrary<SourceTable> = fc
  .array(
    fc.record({
      kind: kinds,
      fileSystem: systems,
      mib: fc.integer({ min: 1, max: 200_000 }),
      gap: fc.nat(50),
      share: fc.option(fc.double({ min: 0, max: 1, noNaN: true }), { nil: null }),
      encrypted: fc.boolean(),
    }),
    { minLength: 1, maxLength: 128 },
  )
  .map((list) => {
    let at = MIB;
    const partitions = list.map((one, n) => {
      const start = at + one.gap * MIB;
      at = start + one.mib * MIB;
      const used = one.share === null ? null : Math.floor(one.share * one.mib * MIB);
      return partition({ id: `p${n}`, start, bytes: one.mib * MIB, ...one, used });
    });
    return { scheme: 'gpt', sectorSize: 512, partitions };
  });
const anyCase = fc
  .tuple(anyTable, fc.constantFrom(120, 480, 1000, 8000), fc.nat(127), fc.nat(400))
  .map(([table, nominal, pick, gib]): { table: SourceTable; nominal: number; intent: LayoutIntent } => {
    const one = table.partitions[pick % table.partitions.length];
    const intent = defaultIntent(table);
    const sizes: Record<string, number> = one && gib % 2 ? { [one.id]: gib * GIB } : {};
    return { table, nominal, intent: { ...intent, leftOut: gib % 3 === 0 && one ? [one.id] : [], sizes } };
  });

describe('what always holds', () => {
  it('no overlap, inside the usable range, aligned, nothing lost without a name, everything holds its data', () => {
    fc.assert(
      fc.property(anyCase, ({ table, nominal, intent }) => {
        const plan = planLayout(table, drive(nominal), intent);
        expect(plan.partitions.map((one) => one.source.id).sort()).toEqual(
          table.partitions.map((one) => one.id).sort(),
        );
        let end = MIB / 512;
        for (const { source, target, change } of plan.partitions) {
          if (!target) {
            const named = plan.problems.some((problem) => problem.sentence.includes(source.name));
            expect(named || change === 'left behind').toBe(true);
            continue;
          }
          expect((target.startSector * 512) % ALIGNMENT).toBe(0);
          expect(target.startSector).toBeGreaterThanOrEqual(end);
          end = target.startSector + target.sectors;
          if (source.used !== null) expect(target.bytes).toBeGreaterThanOrEqual(source.used);
        }
        expect(end).toBeLessThanOrEqual(sectorsOfNominal(nominal) - 33);
      }),
      { numRuns: 300 },
    );
  });

  it('does not depend on the order of listing', () => {
    fc.assert(
      fc.property(anyCase, fc.nat(), ({ table, nominal, intent }, seed) => {
        const turn = seed % table.partitions.length;
        const shuffled = [...table.partitions.slice(turn), ...table.partitions.slice(0, turn)].reverse();
        expect(planLayout({ ...table, partitions: shuffled }, drive(nominal), intent)).toEqual(
          planLayout(table, drive(nominal), intent),
        );
      }),
    );
  });

  it('changes nothing when an accepted plan is computed again from its own sizes', () => {
    fc.assert(
      fc.property(anyCase, ({ table, nominal, intent }) => {
        const plan = planLayout(table, drive(nominal), intent);
        fc.pre(plan.problems.length === 0);
        const sizes = Object.fromEntries(
          plan.partitions.flatMap(({ source, target }) => (target ? [[source.id, target.bytes]] : [])),
        );
        const again = planLayout(table, drive(nominal), { ...intent, sizes });
        expect(again.partitions).toEqual(plan.partitions);
        expect(again.problems).toEqual([]);
      }),
    );
  });

  it('fits the smallest drive it names', () => {
    fc.assert(
      fc.property(anyTable, (table) => {
        const { smallestSold } = planLayout(table, drive(480), defaultIntent(table));
        fc.pre(smallestSold !== null);
        const rooms = planLayout(table, drive(smallestSold ?? 0), defaultIntent(table)).problems;
        expect(rooms.filter((problem) => problem.rule === 'Room')).toEqual([]);
        expect(bytesOfNominal(smallestSold ?? 0)).toBeGreaterThan(0);
      }),
    );
  });
});
