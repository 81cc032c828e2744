import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ALIGNMENT, bytesOfNominal, GIB, MIB, sectorsOfNominal } from '../../capacity';
import {
  defaultIntent,
  planLayout,
  reordered,
  type Circumstances,
  type LayoutIntent,
  type SourcePartition,
  type SourceTable,
  type Spare,
  type TargetDrive,
} from '../index';

const kinds = fc.constantFrom<SourcePartition['kind']>('EFI system', 'reserved', 'system', 'data', 'recovery');
const systems = fc.constantFrom<SourcePartition['fileSystem']>('NTFS', 'FAT32', 'exFAT', 'ext4', 'none', 'unknown');
const anyTable: fc.Arbitrary<SourceTable> = fc
  .record({
    scheme: fc.constantFrom('gpt' as const, 'mbr' as const),
    list: fc.array(
      fc.record({
        kind: kinds,
        fileSystem: systems,
        mib: fc.integer({ min: 1, max: 200_000 }),
        gap: fc.nat(50),
        share: fc.option(fc.double({ min: 0, max: 1, noNaN: true }), { nil: null }),
        encrypted: fc.boolean(),
      }),
      { minLength: 1, maxLength: 128 },
    ),
  })
  .map(({ scheme, list }) => {
    let at = MIB;
    const partitions = list.map(({ mib, gap, share, ...one }, n): SourcePartition => {
      const start = at + gap * MIB;
      at = start + mib * MIB;
      const used = share === null ? null : Math.floor(share * mib * MIB);
      const place = { startSector: start / 512, sectors: (mib * MIB) / 512 };
      return { id: `p${n}`, name: `p${n}`, ...place, used, logical: scheme === 'mbr' && n > 2, ...one };
    });
    return { scheme, sectorSize: 512, partitions };
  });

interface Case {
  table: SourceTable;
  targets: TargetDrive[];
  intent: LayoutIntent;
  around: Circumstances;
}

const anyCase: fc.Arbitrary<Case> = fc
  .record({
    table: anyTable,
    nominal: fc.constantFrom(120, 480, 1000, 8000),
    second: fc.option(fc.constantFrom(240, 2000), { nil: null }),
    pick: fc.nat(127),
    gib: fc.nat(400),
    spareTo: fc.constantFrom<Spare['to']>('partition', 'in proportion', 'nobody'),
    keepFree: fc.constantFrom(0, 5, 20),
    extent: fc.constantFrom('whole device' as const, 'system only' as const),
    parts: fc.array(fc.nat(127), { maxLength: 5 }),
    down: fc.nat(127),
    scheme: fc.constantFrom(null, 'gpt' as const),
    oldStays: fc.boolean(),
    newData: fc.boolean(),
  })
  .map(({ table, nominal, second, pick, gib, spareTo, parts, down, newData, oldStays, ...rest }): Case => {
    const ids = (list: number[]) => list.flatMap((n) => table.partitions[n]?.id ?? []);
    const one = table.partitions[pick % table.partitions.length]?.id ?? '';
    const start = defaultIntent(table);
    const order = reordered(table, start, table.partitions[down]?.id ?? '', 1) ?? [];
    const drive = (id: TargetDrive['id'], size: number): TargetDrive => {
      return { id, sectors: sectorsOfNominal(size), sectorSize: 512 };
    };
    return {
      table,
      targets: [drive('new', nominal), ...(second === null ? [] : [drive('added', second)])],
      intent: {
        ...start,
        ...rest,
        sizes: gib % 2 ? { [one]: gib * GIB } : {},
        leftOut: gib % 3 === 0 ? [one] : [],
        spare: spareTo === 'partition' ? { to: 'partition', id: one } : { to: spareTo },
        onto: Object.fromEntries(ids(parts).map((id) => [id, 'added' as const])),
        decrypted: ids(parts),
        order,
        made: newData
          ? [{ id: 'v', name: 'Archive', kind: 'data', fileSystem: 'NTFS', bytes: 20 * GIB + 7, on: 'new' }]
          : [],
      },
      around: { uefi: null, oldStays, mayWrite: null },
    };
  });
const planned = ({ table, targets, intent, around }: Case) => planLayout(table, targets, intent, around);

describe('what always holds of a plan', () => {
  it('no overlap, inside the usable range, aligned, nothing lost without a name, everything holds its data', () => {
    fc.assert(
      fc.property(anyCase, (given) => {
        const plan = planned(given);
        const { table, targets } = given;
        expect(plan.partitions.map((one) => one.source.id).sort()).toEqual(table.partitions.map(({ id }) => id).sort());
        for (const { source, target, change } of plan.partitions) {
          if (target) {
            const locked = source.encrypted && !given.intent.decrypted.includes(source.id);
            if (source.used !== null || locked)
              expect(target.bytes).toBeGreaterThanOrEqual(locked ? source.sectors * 512 : (source.used ?? 0));
            continue;
          }
          const named = [...plan.problems, ...plan.notes].some(({ sentence }) => sentence.includes(source.name));
          expect(named).toBe(true);
          if (change === 'stays') expect(given.around.oldStays).toBe(true);
        }
        for (const drive of targets) {
          const here = [...plan.partitions, ...plan.made]
            .flatMap(({ target }) => (target?.on === drive.id ? [target] : []))
            .sort((a, b) => a.startSector - b.startSector);
          let end = MIB / 512;
          for (const { startSector, sectors } of here) {
            expect((startSector * 512) % ALIGNMENT).toBe(0);
            expect(startSector).toBeGreaterThanOrEqual(end);
            end = startSector + sectors;
          }
          const layout = plan.targets.find(({ id }) => id === drive.id);
          const reach = layout?.scheme === 'mbr' ? Math.min(drive.sectors, 2 ** 32) : drive.sectors - 33;
          expect(end).toBeLessThanOrEqual(reach);
          expect(layout?.leftFree).toBeGreaterThanOrEqual((given.intent.keepFree / 100) * (layout?.room ?? 0) - MIB);
        }
      }),
      { numRuns: 300 },
    );
  });

  it('does not depend on the order of listing', () => {
    fc.assert(
      fc.property(anyCase, fc.nat(), (given, seed) => {
        const { table } = given;
        const turn = seed % table.partitions.length;
        const partitions = [...table.partitions.slice(turn), ...table.partitions.slice(0, turn)].reverse();
        expect(planned({ ...given, table: { ...table, partitions } })).toEqual(planned(given));
      }),
    );
  });

  it('changes nothing when an accepted plan is computed again from its own sizes', () => {
    fc.assert(
      fc.property(anyCase, (given) => {
        const plan = planned(given);
        fc.pre(plan.problems.length === 0);
        const sizes = Object.fromEntries(
          plan.partitions.flatMap(({ source, target }) => (target ? [[source.id, target.bytes]] : [])),
        );
        const added = plan.made.map(({ volume, target }) => ({ ...volume, bytes: target?.bytes ?? volume.bytes }));
        const again = planned({ ...given, intent: { ...given.intent, sizes, made: added } });
        expect(again.partitions.map(({ target }) => target)).toEqual(plan.partitions.map(({ target }) => target));
        expect(again.made.map(({ target }) => target)).toEqual(plan.made.map(({ target }) => target));
        expect(again.problems).toEqual([]);
      }),
    );
  });

  it('has no point whose remedy leaves it standing', () => {
    fc.assert(
      fc.property(anyCase, (given) => {
        for (const point of planned(given).problems) {
          for (const action of point.actions ?? []) {
            if ('go' in action || point.rule === 'Room') continue;
            const after = planned({ ...given, intent: { ...given.intent, ...action.intent } });
            expect(after.problems.filter(({ sentence }) => sentence === point.sentence)).toEqual([]);
          }
        }
      }),
    );
  });

  it('fits the smallest drive it names', () => {
    fc.assert(
      fc.property(anyCase, (given) => {
        const first = { ...given, targets: given.targets.slice(0, 1), intent: { ...given.intent, onto: {} } };
        const smallest = planned(first).targets[0]?.smallestSold ?? null;
        fc.pre(smallest !== null && smallest < 2000);
        const targets: TargetDrive[] = [{ id: 'new', sectors: sectorsOfNominal(smallest ?? 0), sectorSize: 512 }];
        const { problems } = planned({ ...first, targets });
        expect(problems.filter(({ rule }) => rule === 'Room')).toEqual([]);
        expect(bytesOfNominal(smallest ?? 0)).toBeGreaterThan(0);
      }),
    );
  });
});
