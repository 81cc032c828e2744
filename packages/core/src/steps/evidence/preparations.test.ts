import type { JobFacts, PreparedStamp, Route, StartedFrom } from '../../facts';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { GIB } from '../../capacity';
import type { ClearableKind, SourcePartition } from '../../layout';
import { copiesAtBerth, preparationsOf, procedureOf, stopRuleOf } from '../index';
import { complete, factsOf, job, keys, planBy, run, screws } from '../samples.test-data';
import type { JobSnapshot, RunSummary } from '../snapshot/types';

const volume = (over: Partial<SourcePartition>): SourcePartition => ({
  id: 'sys',
  name: 'System',
  kind: 'system',
  fileSystem: 'NTFS',
  startSector: 2048,
  sectors: (100 * GIB) / 512,
  used: 90 * GIB,
  encrypted: false,
  ...over,
});

function prepared(
  facts: Partial<JobFacts>,
  over: {
    startedFrom?: StartedFrom;
    route?: Route;
    decrypted?: string[];
    cleared?: Record<string, ClearableKind[]>;
    to?: number;
    runs?: RunSummary[];
  } = {},
) {
  const { startedFrom = null, route = 'new drive in an enclosure', decrypted = [], cleared = {}, to, runs = [] } = over;
  const base = planBy(route);
  const place = { id: 'sys', on: 'new' as const, startSector: 2048, uniqueId: '' };
  const partitions = to ? [{ ...place, sectors: to / 512, bytes: to }] : [];
  const plan = { ...base, startedFrom, partitions, intent: { ...base.intent, decrypted, cleared } };
  const snapshot: JobSnapshot = job({
    facts: { 'new drive choice': complete['new drive choice'], plan, ...facts },
    runs,
  });
  return preparationsOf(snapshot);
}
const ids = (...given: Parameters<typeof prepared>) => prepared(...given).map(({ id }) => id);
const tableOf = (one: SourcePartition): NonNullable<JobFacts['partition table']> => ({
  scheme: 'gpt',
  sectorSize: 512,
  partitions: [one],
});

describe('what to see to before the copy', () => {
  it('begins with the backup, and with the risk of a failing drive, which is never checked', () => {
    const health = { grade: 'failing' as const, note: '' };
    const facts = { health, 'partition table': tableOf(volume({})) };
    expect(ids(facts, { to: 95 * GIB })).toEqual(['backup', 'risk told', 'licences', 'start mode', 'shut down fully']);
    expect(prepared({ backup: complete.backup })[0]?.title).toContain('lost');
  });

  it('asks for exactly what the plan counts on, and again where that changes', () => {
    const clearable = [
      { what: 'hibernation file' as const, bytes: 13 * GIB },
      { what: 'recycle folder' as const, bytes: 2 * GIB },
    ];
    const facts = { 'partition table': tableOf(volume({ clearable })) };
    const asked = (cleared: ClearableKind[], stamps: PreparedStamp[] = []) =>
      prepared({ ...facts, prepared: { stamps } }, { to: 80 * GIB, cleared: { sys: cleared } }).find(
        ({ id }) => id === 'clean up',
      );
    const one = asked(['hibernation file']);
    expect(one).toMatchObject({ title: 'Clear away System: hibernation file 13 GiB', done: false });
    expect(one?.asks).toContain('used now');
    const stamp = { id: 'clean up' as const, of: one?.title ?? '', by: 'A', at: '', note: '75 GiB' };
    expect(asked(['hibernation file'], [stamp])?.done).toBe(true);
    expect(asked(['hibernation file', 'recycle folder'], [stamp])).toMatchObject({ done: false, stamp: null });
  });

  it('asks of a failing drive when to stop, and keeps the answer', () => {
    const health = { grade: 'failing' as const, note: '' };
    expect(prepared({ health }).find(({ id }) => id === 'risk told')?.asks).toContain('Stop when');
    const stamps = [{ id: 'risk told' as const, by: 'A', at: '', note: 'after six hours' }];
    expect(stopRuleOf({ facts: { health, prepared: { stamps } } })).toBe('after six hours');
    expect(stopRuleOf({ facts: { health } })).toBeNull();
  });

  it('checks the file system of what shrinks, and decrypts what was decided, as runs of their own', () => {
    const facts = { 'partition table': tableOf(volume({ encrypted: true, used: 10 * GIB })) };
    const all = prepared(facts, { decrypted: ['sys'], to: 20 * GIB });
    expect(all.flatMap(({ run }) => (run ? [[run.kind, run.about]] : []))).toEqual([
      ['decrypt', 'sys'],
      ['check', 'sys'],
    ]);
    expect(all.map(({ id }) => id)).toContain('keys saved');
    const ran = { ...run('ended well'), kind: 'decrypt' as const, about: 'sys' };
    const after = prepared(facts, { decrypted: ['sys'], to: 20 * GIB, runs: [ran] });
    expect(after.filter(({ done }) => done).map(({ id }) => id)).toEqual(['decrypt']);
    const failed = { ...ran, id: 'r2', attempt: 2, outcome: 'failed' as const };
    expect(prepared(facts, { decrypted: ['sys'], runs: [ran, failed] }).some(({ done }) => done)).toBe(false);
  });

  it('stops what its own system does, or has a stick ready', () => {
    const facts = { 'partition table': tableOf(volume({ used: null })) };
    expect(ids(facts, { startedFrom: 'its own system' }).slice(-4)).toEqual([
      'close programs',
      'network off',
      'sleep off',
      'charger in',
    ]);
    expect(ids(facts, { startedFrom: 'a boot stick' }).slice(-4)).toEqual([
      'shut down fully',
      'sleep off',
      'charger in',
      'boot stick',
    ]);
    expect(ids(facts, { route: 'both at the bench' })).not.toContain('charger in');
  });

  it('looks once more at a drive that the customer brought', () => {
    expect(ids({ 'new drive choice': { ...complete['new drive choice'], partId: null } }).at(-1)).toBe(
      'may be overwritten',
    );
  });

  it('stamps with the latest word, and every line says why', () => {
    const stamps = ['A', 'B'].map((by) => ({ id: 'backup' as const, by, at: '', note: '' }));
    fc.assert(
      fc.property(fc.constantFrom<StartedFrom>(null, 'its own system', 'a boot stick'), (startedFrom) => {
        const all = prepared({ prepared: { stamps } }, { startedFrom });
        expect(all[0]).toMatchObject({ id: 'backup', done: true, stamp: { by: 'B' } });
        for (const { why, title } of all) expect([why.length > 10, title.length > 5]).toEqual([true, true]);
      }),
    );
  });
});

describe('routes decide the order of hands', () => {
  const order = (route: Route) => {
    const facts = {
      ...factsOf(keys.filter((key) => !['new drive fitted', 'plan'].includes(key))),
      plan: planBy(route),
    };
    const steps = procedureOf(job({ facts, disassembly: screws(0, 0) })).steps.map(({ id }) => id);
    return (['strip down', 'fit new drive', 'begin copy'] as const).map((id) => steps.indexOf(id));
  };

  it.each<[Route, string]>([
    ['new drive in an enclosure', 'begin copy, strip down, fit new drive'],
    ['both at the bench', 'strip down, begin copy, fit new drive'],
    ['both in one dock', 'strip down, begin copy, fit new drive'],
    ['stand-alone duplicator', 'strip down, begin copy, fit new drive'],
    ['second site', 'strip down, fit new drive, begin copy'],
    ['old drive outside', 'strip down, fit new drive, begin copy'],
  ])('%s: %s', (route, words) => {
    const [disassembly = 0, fit = 0, begin = 0] = order(route);
    const sorted = [
      [disassembly, 'strip down'],
      [fit, 'fit new drive'],
      [begin, 'begin copy'],
    ] as const;
    expect([...sorted].sort((a, b) => a[0] - b[0]).map(([, name]) => name)).toEqual(words.split(', '));
  });

  it('lays both drives at a berth only where no device of the customer and no duplicator copies', () => {
    const at = (route: Route, startedFrom: StartedFrom) => copiesAtBerth({ route, startedFrom });
    expect([at('both at the bench', null), at('both in one dock', null)]).toEqual([true, true]);
    expect(at('both in one dock', 'a boot stick')).toBe(false);
    expect(at('stand-alone duplicator', null)).toBe(false);
    expect(at('new drive in an enclosure', 'its own system')).toBe(false);
  });

  it('starts nothing from a new drive that was fitted before its copy ended well', () => {
    const facts = { ...complete, plan: planBy('second site'), 'trial start': undefined } as unknown as JobFacts;
    const trial = (runs: RunSummary[]) =>
      procedureOf(job({ facts, runs, disassembly: screws(4, 0) })).steps.find(({ id }) => id === 'trial start');
    expect(trial([run('failed')])?.state).toBe('waiting');
    expect(trial([run('ended well')])?.state).toBe('ready');
  });

  it('gives no go-ahead before everything is prepared, unless somebody says why', () => {
    const facts = { ...complete, prepared: { stamps: [] } };
    const begin = (over: Partial<JobSnapshot>) =>
      procedureOf(job({ facts, ...over })).steps.find(({ id }) => id === 'begin copy');
    expect(begin({})?.waitsFor.join()).toContain('Not seen to: Say what is lost');
    const override = { gate: 'prepared' as const, reason: 'told by phone', by: 'x', at: '', amount: null };
    expect(begin({ overrides: [override] })?.state).toBe('ready');
  });

  it('asks for hands while decrypting runs only as long as there is something to see to that stands before it', () => {
    const base = planBy('both at the bench');
    const table = tableOf(volume({ encrypted: true }));
    const plan = { ...base, table, intent: { ...base.intent, decrypted: ['sys'] } };
    const decrypting = { ...run('running'), kind: 'decrypt' as const, onto: null, about: 'sys' };
    const known = {
      ...factsOf(keys.slice(0, keys.indexOf('prepared'))),
      'partition table': table,
    };
    const state = (stamped: (id: string) => boolean) => {
      const snapshot = job({ facts: { ...known, plan }, runs: [decrypting] });
      const stamps = preparationsOf(snapshot)
        .filter(({ id }) => stamped(id))
        .map(({ id }) => ({ id, by: 'A', at: '', note: '' }));
      const facts = { ...snapshot.facts, prepared: { stamps } };
      return procedureOf({ ...snapshot, facts }).steps.find(({ id }) => id === 'prepare')?.state;
    };
    expect(state(() => false)).toBe('ready');
    expect(state((id) => id !== 'backup')).toBe('ready');
    expect(state((id) => id !== 'shut down fully')).toBe('running');
  });

  it('lets a price that was passed stand only up to what it was', () => {
    const rates = { hourly: 3600, taxPercent: 0 };
    const facts = factsOf(['new drive choice']);
    const passed = (amount: number | null) =>
      procedureOf(
        job({ facts, rates, overrides: [{ gate: 'price agreed', reason: 'r', by: 'x', at: '', amount }] }),
      ).gates.find(({ id }) => id === 'price agreed')?.overridden !== null;
    expect([passed(1_000_000), passed(1), passed(null)]).toEqual([true, false, false]);
  });
});
