import type { AcceptedPlan, SeenTarget } from '../facts';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { bytesOfNominal, GIB, MIB } from '../capacity';
import { defaultIntent, planLayout, type SourcePartition, type SourceTable } from '../layout';
import { part as plainPart } from '../layout/tests/part.test-data';
import { acceptedLayout, targetsOf } from '../plan-file';
import { complete, job, planBy } from '../steps/samples.test-data';
import { comparable, readBack } from './index';

const part = (id: string, startMib: number, mib: number, over: Partial<SourcePartition> = {}) =>
  plainPart(id, startMib, mib, { entry: { type: 'T', uniqueId: `guid-${id}`, attributes: '0' }, ...over });
const table: SourceTable = {
  scheme: 'gpt',
  sectorSize: 512,
  partitions: [
    part('EFI', 1, 100, { kind: 'EFI system', fileSystem: 'FAT32' }),
    part('Reserved', 101, 16, { kind: 'reserved', fileSystem: 'none', used: null }),
    part('System', 117, 200_000, { kind: 'system' }),
    part('Recovery', 200_117, 1000, { kind: 'recovery' }),
  ],
};
const choice = { ...complete['new drive choice'], bytes: bytesOfNominal(480) };
const snapshot = job({ facts: { 'new drive choice': choice } });
const layout = planLayout(table, targetsOf(snapshot.facts), defaultIntent(table));
const plan: AcceptedPlan = {
  ...planBy('both at the bench'),
  table,
  intent: defaultIntent(table),
  ...acceptedLayout(snapshot, table, layout),
};
/** The new drive as it is after a copy that did all that was planned. */
const finished: SeenTarget = {
  table: {
    ...table,
    partitions: layout.partitions.flatMap(({ source, target }) =>
      target ? [{ ...source, id: `x${source.id}`, startSector: target.startSector, sectors: target.sectors }] : [],
    ),
  },
  problems: [],
  compared: ['EFI', 'Reserved', 'System', 'Recovery'].map((name) => ({ id: name, name, samples: 64, different: 0 })),
};
const judged = (change: (one: SourcePartition) => SourcePartition | null, over: Partial<SeenTarget> = {}) => {
  const partitions = finished.table.partitions.flatMap((one) => change(one) ?? []);
  return readBack(plan, { ...finished, table: { ...finished.table, partitions }, ...over });
};
/** What was compared, with the system's samples otherwise. */
const comparedAs = (over: Partial<SeenTarget['compared'][number]>) =>
  finished.compared.map((one) => (one.name === 'System' ? { ...one, ...over } : one));
const only = (name: string, over: Partial<SourcePartition>) => (one: SourcePartition) =>
  one.name === name ? { ...one, ...over } : one;
const against = (result: ReturnType<typeof readBack>) =>
  result.reasons.filter(({ outcome }) => outcome !== 'pass').map(({ rule, outcome }) => [rule, outcome]);

describe('a finished drive against its plan', () => {
  it('does not miss what was to go before the copy', () => {
    const gone = 30 * GIB;
    const clearable = [{ what: 'old installations' as const, bytes: gone }];
    const full = { ...table, partitions: table.partitions.map(only('System', { clearable })) };
    const intent = { ...defaultIntent(full), cleared: { System: ['old installations' as const] } };
    const laid = acceptedLayout(snapshot, full, planLayout(full, targetsOf(snapshot.facts), intent));
    const system = { used: (200_000 * MIB) / 2 - gone };
    const partitions = finished.table.partitions.map(only('System', system));
    const seen = { ...finished, table: { ...finished.table, partitions } };
    expect(against(readBack({ ...plan, table: full, intent, ...laid }, seen))).not.toContainEqual(['System', 'fail']);
    expect(against(judged(only('System', system)))).toContainEqual(['System', 'fail']);
  });

  it('is as planned when all of it is there', () => {
    const result = judged((one) => one);
    expect(result.verdict).toBe('as planned');
    expect(against(result)).toEqual([]);
    expect(result.reasons).toHaveLength(8);
  });

  it.each<[string, ReturnType<typeof judged>, [string, string][]]>([
    ['a partition is missing', judged((one) => (one.name === 'Recovery' ? null : one)), [['Recovery', 'fail']]],
    ['half of the data is missing', judged(only('System', { used: 40_000 * MIB })), [['System', 'fail']]],
    ['another file system', judged(only('System', { fileSystem: 'ext4' })), [['System', 'fail']]],
    ['it was not grown', judged(only('System', { sectors: (200_000 * MIB) / 512 })), [['System', 'limit']]],
    ['it is cut off', judged(only('System', { sectors: (60_000 * MIB) / 512 })), [['System', 'fail']]],
    ['it begins elsewhere', judged(only('EFI', { startSector: 4096 })), [['EFI', 'limit']]],
    ['it lies across blocks', judged(only('EFI', { startSector: 2049 })), [['EFI', 'limit']]],
    [
      'it has another identifier',
      judged(only('System', { entry: { type: 'T', uniqueId: 'other', attributes: '0' } })),
      [['System', 'limit']],
    ],
    [
      'the backup table is not at the end',
      judged((one) => one, { problems: [{ rule: 'Backup', outcome: 'fail', sentence: 'not at the end' }] }),
      [['Backup', 'fail']],
    ],
    ['samples differ', judged((one) => one, { compared: comparedAs({ different: 3 }) }), [['System', 'fail']]],
  ])('%s', (_name, result, wanted) => {
    expect(against(result)).toEqual(wanted);
    expect(result.verdict).toBe(wanted.some(([, outcome]) => outcome === 'fail') ? 'other than planned' : 'as planned');
    for (const { outcome, remedy, rule } of result.reasons)
      if (outcome === 'fail' && rule !== 'Backup') expect(remedy).toBeTruthy();
  });

  it('warns of a drive under the identifiers of the one that stays, and of one whose start entries are lost', () => {
    const was = { ...table, diskId: 'disk-of-old' };
    const told = (diskId: string, over: Partial<typeof snapshot.facts>) => {
      const stays = job({ facts: { ...snapshot.facts, ...over } });
      const seen = { ...finished, table: { ...finished.table, diskId } };
      const kept = acceptedLayout(stays, was, planLayout(was, targetsOf(stays.facts), plan.intent));
      return against(readBack({ ...plan, table: was, ...kept }, seen));
    };
    expect(told('disk-of-old', {})).toEqual([]);
    expect(told('another', {})).toEqual([['Table', 'limit']]);
    const rules = told('disk-of-old', { 'old drive moves': complete['old drive moves'] }).map(([rule]) => rule);
    expect(rules).toEqual(['Table', 'EFI', 'Reserved', 'System', 'Recovery']);
  });

  it('names what was not planned, and another scheme', () => {
    const more = [...finished.table.partitions, part('Stray', 400_000, 100, { entry: undefined as never })];
    const result = readBack(plan, {
      ...finished,
      table: { ...finished.table, scheme: 'mbr', partitions: more },
    });
    expect(against(result)).toEqual([
      ['Table', 'fail'],
      ['Stray', 'limit'],
    ]);
  });

  it('misses every partition that is taken away, whichever it is and however the rest is listed', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 3 }), fc.boolean(), (gone, turned) => {
        const partitions = finished.table.partitions.filter((_one, at) => at !== gone);
        const listed = turned ? [...partitions].reverse() : partitions;
        const result = readBack(plan, { ...finished, table: { ...finished.table, partitions: listed } });
        expect(against(result)).toEqual([[table.partitions[gone]?.name, 'fail']]);
      }),
    );
  });

  it('compares what has not moved inside: used blocks of what a tool can read, all of the rest', () => {
    expect(comparable(plan).map(({ name, blocks }) => [name, blocks])).toEqual([
      ['EFI', 'used'],
      ['Reserved', 'all'],
      ['System', 'used'],
      ['Recovery', 'used'],
    ]);
    expect(comparable(plan)[1]).toMatchObject({ sourceStart: 101 * MIB, bytes: 16 * MIB });
    const sizes = { System: 150 * GIB };
    const smaller = planLayout(table, targetsOf(snapshot.facts), { ...plan.intent, sizes });
    const shrunk = comparable({ ...plan, ...acceptedLayout(snapshot, table, smaller) });
    expect(shrunk.map(({ name }) => name)).not.toContain('System');
    expect(comparable(plan, 'added')).toEqual([]);
  });

  it('lets a system that ran on differ a little, and nothing else', () => {
    const seen = (different: number) => ({ ...finished, compared: comparedAs({ different }) });
    const by = (startedFrom: AcceptedPlan['startedFrom'], different: number) =>
      readBack({ ...plan, startedFrom }, seen(different)).verdict;
    expect([by('its own system', 3), by('its own system', 40), by(null, 1)]).toEqual([
      'as planned',
      'other than planned',
      'other than planned',
    ]);
  });

  it('is proven only where its contents were compared; page files passed over are no loss, more is', () => {
    const none = judged((one) => one, { compared: [] });
    expect(none.verdict).toBe('as planned, contents not compared');
    expect(against(none).map(([rule]) => rule)).toEqual(['EFI', 'System', 'Recovery']);
    const uses = (share: number) => judged(only('System', { used: 100_000 * MIB * share })).verdict;
    expect([uses(1), uses(0.93), uses(0.86)]).toEqual(['as planned', 'as planned', 'other than planned']);
  });

  it('misses 28 of 200 GiB', () => {
    const used = 200 * GIB;
    const rescued = {
      ...plan,
      table: { ...table, partitions: table.partitions.map(only('System', { used, sectors: (400 * GIB) / 512 })) },
    };
    const big = job({ facts: { 'new drive choice': { ...choice, bytes: bytesOfNominal(1000) } } });
    const places = planLayout(rescued.table, targetsOf(big.facts), rescued.intent);
    const accepted = {
      ...rescued,
      ...acceptedLayout(big, rescued.table, places),
    };
    const partitions = places.partitions.flatMap(({ source, target }) =>
      target ? [{ ...source, startSector: target.startSector, sectors: target.sectors }] : [],
    );
    const verdict = (left: number) => {
      const seenTable = { ...rescued.table, partitions: partitions.map(only('System', { used: left })) };
      return readBack(accepted, { ...finished, table: seenTable }).verdict;
    };
    expect([verdict(used), verdict(172 * GIB)]).toEqual(['as planned', 'other than planned']);
  });

  it('tells what the old drive does not give from what is different, so that a rescue copy can pass', () => {
    const rescued = judged((one) => one, { compared: comparedAs({ unreadable: 5 }) });
    expect(rescued.verdict).toBe('as planned');
    expect(rescued.reasons.find(({ outcome }) => outcome === 'limit')?.sentence).toBe(
      '5 of 64 samples cannot be read from the old drive; the other 59 are the same',
    );
    const blind = judged((one) => one, { compared: comparedAs({ unreadable: 64 }) });
    expect(blind.verdict).toBe('as planned, contents not compared');
  });

  it('never says of one partition that it is missing and the same', () => {
    const result = judged((one) => (one.name === 'Recovery' ? null : one));
    expect(result.reasons.filter(({ rule }) => rule === 'Recovery').map(({ outcome }) => outcome)).toEqual(['fail']);
  });

  it('has a row for what cannot be compared: what was made smaller, and what was decrypted', () => {
    const smaller = { ...plan.intent, sizes: { System: 150 * GIB } };
    const shrunk = planLayout(table, targetsOf(snapshot.facts), smaller);
    const partitions = shrunk.partitions.flatMap(({ source, target }) =>
      target ? [{ ...source, startSector: target.startSector, sectors: target.sectors }] : [],
    );
    const accepted = { ...plan, intent: smaller, ...acceptedLayout(snapshot, table, shrunk) };
    const seen = {
      ...finished,
      table: { ...table, partitions },
      compared: finished.compared.filter(({ name }) => name !== 'System'),
    };
    const result = readBack(accepted, seen);
    expect(result.verdict).toBe('as planned, contents not compared');
    expect(result.reasons.find(({ rule, outcome }) => rule === 'System' && outcome === 'unknown')?.sentence).toContain(
      'made smaller',
    );
    const decrypted = { ...plan, intent: { ...plan.intent, decrypted: ['System'] } };
    const after = readBack(decrypted, { ...finished, compared: seen.compared });
    expect(after.reasons.find(({ outcome }) => outcome === 'unknown')?.sentence).toContain('was decrypted');
  });
});
