import type { AcceptedPlan, JobFacts } from '../facts';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { bytesOfNominal, GIB } from '../capacity';
import { imageOfPieces } from '../image';
import { defaultIntent, planLayout, type LayoutIntent, type SourcePartition, type SourceTable } from '../layout';
import { part } from '../layout/tests/part.test-data';
import { complete, job, planBy } from '../steps/samples.test-data';
import { GPT_TYPE_OF, readTable, stableGuid } from '../tables';
import {
  acceptedLayout,
  aroundOf,
  completePlan,
  expectedTable,
  PLAN_COLUMNS,
  planLines,
  planRows,
  tableImage,
  targetsOf,
} from './index';

const gptEntry = (kind: SourcePartition['kind'], id: string) => {
  return { type: GPT_TYPE_OF[kind], uniqueId: stableGuid(id), attributes: '8000000000000000' };
};
const gpt: SourceTable = {
  scheme: 'gpt',
  sectorSize: 512,
  diskId: stableGuid('the old drive'),
  partitions: [
    part('EFI', 1, 100, { kind: 'EFI system', fileSystem: 'FAT32', entry: gptEntry('EFI system', 'efi') }),
    part('System', 101, 90_000, { kind: 'system', used: 11 * GIB, entry: gptEntry('system', 'sys') }),
    part('Books', 90_101, 60_000, { entry: gptEntry('data', 'books') }),
  ],
};
const mbrEntry = (type: string, active = false) => ({ type, uniqueId: '', attributes: active ? '80' : '00' });
const mbr: SourceTable = {
  scheme: 'mbr',
  sectorSize: 512,
  diskId: 'C0FFEE01',
  partitions: [
    part('Start', 1, 500, { kind: 'loader', entry: mbrEntry('07', true) }),
    part('System', 501, 90_000, { kind: 'system', used: 11 * GIB, entry: mbrEntry('07') }),
    part('Home', 90_502, 40_000, { fileSystem: 'ext4', logical: true, entry: mbrEntry('83') }),
    part('Swap', 130_503, 4000, { fileSystem: 'swap', kind: 'swap', used: null, logical: true, entry: mbrEntry('82') }),
  ],
};

/** A job with an accepted plan for that table, and another drive for data. */
function planned(table: SourceTable, over: Partial<LayoutIntent> = {}, nominal = 480, facts: Partial<JobFacts> = {}) {
  const choice = { ...complete['new drive choice'], bytes: bytesOfNominal(nominal) };
  const added = { ...complete['added drive choice'], bytes: bytesOfNominal(1000) };
  const snapshot = job({ facts: { 'new drive choice': choice, 'added drive choice': added, ...facts } });
  const intent = { ...defaultIntent(table), ...over };
  const layout = planLayout(table, targetsOf(snapshot.facts), intent, aroundOf(snapshot));
  const plan: AcceptedPlan = {
    ...planBy('both at the bench'),
    table,
    intent,
    ...acceptedLayout(snapshot, table, layout),
  };
  return { snapshot, plan, layout };
}

function readBackFrom({ plan }: ReturnType<typeof planned>, on: 'new' | 'added', size: number) {
  const boot = { offset: 0, bytes: new Uint8Array(440) };
  return readTable(imageOfPieces(size, [boot, ...tableImage(plan, on)]), 512);
}

describe('the partition table image of a plan', () => {
  it('is read as what was planned, with the names and types of the old drive', () => {
    const one = planned(gpt);
    const { scheme, entries, problems } = readBackFrom(one, 'new', bytesOfNominal(480));
    expect([scheme, problems]).toEqual(['gpt', []]);
    expect(
      entries.map(({ name, startSector, sectors, attributes }) => [name, startSector, sectors, attributes]),
    ).toEqual(
      one.layout.partitions.map(({ source, target }) => [
        source.name,
        target?.startSector,
        target?.sectors,
        source.entry?.attributes,
      ]),
    );
  });

  it('is an MBR with its chain where the old one was, active partition and signature kept', () => {
    const { scheme, entries, problems, diskId } = readBackFrom(planned(mbr), 'new', bytesOfNominal(480));
    expect([scheme, problems, diskId]).toEqual(['mbr', [], 'C0FFEE01']);
    expect(entries.map(({ type, active, logical }) => [type, active, logical])).toEqual([
      ['07', true, false],
      ['07', false, false],
      ['83', false, true],
      ['82', false, true],
    ]);
  });

  it('keeps identifiers while the old drive leaves the device, and makes new ones when it stays', () => {
    const leaves = planned(gpt);
    const stays = planned(gpt, {}, 480, { 'old drive moves': complete['old drive moves'] });
    const idsOf = (one: typeof leaves) => {
      const { diskId, entries } = readBackFrom(one, 'new', bytesOfNominal(480));
      return [diskId, ...entries.map(({ uniqueId }) => uniqueId)];
    };
    const before = [gpt.diskId, ...gpt.partitions.map(({ entry }) => entry?.uniqueId)];
    expect(idsOf(leaves)).toEqual(before);
    expect(idsOf(stays).filter((id) => before.includes(id))).toEqual([]);
    expect(idsOf(stays)).toEqual(idsOf(stays));
    expect(expectedTable(stays.plan, 'new').diskId).toBe(idsOf(stays)[0]);
  });

  it('stays as it was accepted, whatever becomes of the drives and of the planner', () => {
    const { snapshot, plan } = planned(gpt);
    const bytes = tableImage(plan, 'new').map((piece) => piece.bytes);
    const other = { ...complete['new drive choice'], bytes: bytesOfNominal(240), serial: 'OTHER' };
    const changed = job({ facts: { ...snapshot.facts, 'new drive choice': other } });
    expect(tableImage(completePlan(changed, plan), 'new').map((piece) => piece.bytes)).toEqual(bytes);
    expect(plan.drives).toMatchObject([{ id: 'new', serial: 'NEW', sectorSize: 512, diskId: gpt.diskId }]);
  });

  it('is completed with the same places where it was accepted before it kept them all', () => {
    const { snapshot, plan } = planned(gpt, { onto: { Books: 'added' } });
    const { planner: _planner, drives, changes: _changes, made: _made, ...rest } = plan;
    const before = { ...rest, targets: drives, targetSerial: 'NEW', addedSerial: 'ADD' } as unknown as AcceptedPlan;
    expect(completePlan(snapshot, before)).toEqual(plan);
  });

  it('is made for each of two drives', () => {
    const two = planned(gpt, { onto: { Books: 'added' } });
    expect(readBackFrom(two, 'new', bytesOfNominal(480)).entries.map(({ name }) => name)).toEqual(['EFI', 'System']);
    const added = readBackFrom(two, 'added', bytesOfNominal(1000));
    expect(added.entries.map(({ name }) => name)).toEqual(['Books']);
    expect(added.diskId).not.toBe(gpt.diskId);
  });

  it('is none where an MBR cannot hold the plan', () => {
    const five = { ...gpt, partitions: [1, 2, 3, 4, 5].map((n) => part(`p${n}`, n * 2000, 1000, {})) };
    const { plan } = planned(five, { scheme: 'mbr' });
    expect(tableImage(plan, 'new')).toEqual([]);
  });

  it('reads back as planned whatever sizes were typed and whatever is kept free', () => {
    const any = fc.record({
      table: fc.constantFrom(gpt, mbr),
      nominal: fc.constantFrom(240, 480, 1000),
      keepFree: fc.constantFrom(0, 7, 20),
      gib: fc.integer({ min: 12, max: 180 }),
    });
    fc.assert(
      fc.property(any, ({ table, nominal, keepFree, gib }) => {
        const one = planned(table, { keepFree, sizes: { System: gib * GIB } }, nominal);
        const wanted = one.layout.partitions.flatMap(({ target }) => (target ? [target] : []));
        fc.pre(wanted.length === table.partitions.length);
        const { entries, problems } = readBackFrom(one, 'new', bytesOfNominal(nominal));
        expect(problems).toEqual([]);
        expect(entries.map(({ startSector, sectors }) => [startSector, sectors])).toEqual(
          wanted.map(({ startSector, sectors }) => [startSector, sectors]),
        );
      }),
    );
  });
});

describe('a plan as a table file', () => {
  it('has a line for everything, what stays behind and what is made anew too', () => {
    const volume = { id: 'n', name: 'Archive', kind: 'data', fileSystem: 'exFAT', bytes: 40 * GIB, on: 'new' } as const;
    const { plan } = planned(gpt, { leftOut: ['Books'], acknowledged: ['Books'], made: [volume] });
    const lines = planLines(plan);
    expect(lines.map(({ name, change }) => [name, change])).toEqual([
      ['EFI', 'same'],
      ['System', 'grown'],
      ['Books', 'left behind'],
      ['Archive', 'made anew'],
    ]);
    const rows = planRows(lines);
    expect(rows.map((row) => row.length)).toEqual(rows.map(() => PLAN_COLUMNS.length));
    expect(rows[2]?.slice(6, 10)).toEqual(['', '', '', '']);
    expect(rows[3]?.[9]).toBe(40 * GIB);
  });
});
