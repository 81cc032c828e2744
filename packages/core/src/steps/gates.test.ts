import type { JobFacts } from '../facts';
import { describe, expect, it } from 'vitest';
import { bytesOfNominal, GIB } from '../capacity';
import { stoppers } from '../reason';
import { gatePassed, gatesOf } from './gates';
import { deadFunctions, functionChecks, latestRun, planHolds, procedureOf } from './index';
import { complete } from './samples.test-data';
import type { Gate, GateId, JobSnapshot, RunSummary } from './snapshot/types';

const empty: JobSnapshot = {
  wishes: [{ kind: 'new drive', least: bytesOfNominal(480) }],
  modelKnown: true,
  device: { uefi: true, battery: true, soldered: [], startsOutside: null },
  opening: null,
  end: null,
  facts: {},
  runs: [],
  disassembly: [],
  overrides: [],
  told: null,
  rates: { hourly: 0, taxPercent: 0 },
  ordered: [],
  closed: false,
};
const memoryJob: JobSnapshot = { ...empty, wishes: [{ kind: 'memory', least: 16 * GIB }] };
const run = (attempt: number, outcome: RunSummary['outcome'], targetSerial = 'NEW'): RunSummary => ({
  id: `r${attempt}`,
  kind: 'copy',
  about: null,
  onto: 'new',
  attempt,
  sourceSerial: 'OLD',
  targetSerial,
  outcome,
  berth: null,
  alarmed: false,
  short: false,
  losses: [],
  left: null,
  wants: null,
});
const choice = { serial: 'NEW' } as NonNullable<JobFacts['new drive choice']>;
const gate = (job: JobSnapshot, id: GateId) => gatesOf(job).find((one) => one.id === id);

describe('which gates a job has', () => {
  it('leaves out what the wishes do not need', () => {
    const ids = (job: JobSnapshot) => gatesOf(job).map((one) => one.id);
    expect(ids(memoryJob)).toEqual([
      'assessed',
      'reserved',
      'price agreed',
      'started',
      'measured',
      'functions',
      'signed',
    ]);
    expect(ids(empty)).toEqual(expect.arrayContaining(['planned', 'identified', 'copied', 'old drive placed']));
    expect(ids(empty)).not.toContain('balanced');
  });

  it('says of each open gate what is missing, of one that holds nothing', () => {
    for (const one of [...gatesOf(empty), ...gatesOf(memoryJob)]) {
      expect(one.missing.length > 0).toBe(!one.holds);
      for (const sentence of one.missing) expect(sentence).toMatch(/\.$|still out$/);
    }
  });
});

describe('what each gate asks for', () => {
  it.each<[string, Partial<JobSnapshot>, GateId, string]>([
    ['a copy under way', { runs: [run(1, 'running')] }, 'copied', 'The copy is still running.'],
    ['no copy at all', {}, 'copied', 'Nothing has been copied.'],
    ['a copy onto another drive', { runs: [run(1, 'ended well', 'OTHER')] }, 'copied', 'not trusted'],
    [
      'a start with both drives',
      { facts: { 'trial start': { started: true, oldDriveDetached: false, note: '' } } },
      'started',
      'old drive attached',
    ],
    [
      'a dead function',
      { facts: { functions: { results: [{ name: 'Camera', works: false }], note: '' } } },
      'functions',
      'Camera',
    ],
    ['no document', { facts: { signature: { name: 'A', path: '' } } }, 'signed', 'no document'],
  ])('%s', (_name, over, id, words) => {
    const job = { ...empty, ...over, facts: { 'new drive choice': choice, ...over.facts } } as JobSnapshot;
    expect(gate(job, id)?.holds).toBe(false);
    expect(gate(job, id)?.missing.join(' ')).toContain(words);
  });

  it('does not take the start of another drive for that of the one reserved now', () => {
    const trial = { started: true, oldDriveDetached: true, note: '' };
    const facts = { 'new drive choice': choice, 'trial start': trial, 'new drive fitted': { serial: 'OTHER' } };
    expect(gate({ ...empty, facts }, 'started')?.missing).toEqual([
      'What is fitted is not the new drive that is reserved now.',
    ]);
    expect(gate({ ...empty, facts: { ...facts, 'new drive fitted': { serial: 'new' } } }, 'started')?.holds).toBe(true);
  });

  it('does not ask which drive was fitted where no drive is wanted any more', () => {
    // Found by chance: nothing was left to do at such a job, and it could not be closed.
    const trial = { started: true, oldDriveDetached: true, note: '' };
    const facts = { 'trial start': trial, 'new drive fitted': { serial: 'OTHER' } };
    const memory = { ...empty, wishes: [{ kind: 'memory' as const, least: 1 }], facts };
    expect(gate(memory, 'started')?.holds).toBe(true);
  });

  it('takes a reason why nothing was measured for evidence', () => {
    const facts: JobFacts = { memory: { modules: [] }, before: { set: null, whyNot: 'does not start' } };
    expect(gate({ ...memoryJob, facts }, 'assessed')?.holds).toBe(true);
  });
});

describe('passing a gate', () => {
  const given = (overridableBy: Gate['overridableBy'], overridden: boolean): Gate => ({
    id: 'copied',
    station: 'Copy',
    title: '',
    holds: false,
    missing: ['x'],
    overridableBy,
    overridden: overridden ? { gate: 'copied', reason: 'r', by: 'b', at: '', amount: null } : null,
  });

  it('needs a reason, and somebody who may give it', () => {
    expect(gatePassed([given('owner', true)], 'copied')).toBe(true);
    expect(gatePassed([given('owner', false)], 'copied')).toBe(false);
    expect(gatePassed([given(null, true)], 'copied')).toBe(false);
    expect(gatePassed([], 'copied')).toBe(true);
  });

  it('lets nobody pass what would let a wrong drive be wiped', () => {
    const absolute = gatesOf(empty).filter((one) => one.overridableBy === null);
    expect(absolute.map((one) => one.id)).toEqual(['reserved', 'planned', 'identified']);
    expect(gate(empty, 'copied')?.overridableBy).toBe('owner');
  });
});

describe('evidence', () => {
  it('is the latest attempt, in whatever order attempts are listed', () => {
    const runs = [run(2, 'failed'), run(3, 'ended well'), run(1, 'failed')];
    expect(latestRun({ ...empty, runs }, 'new')?.attempt).toBe(3);
    expect(latestRun({ ...empty, runs }, 'added')).toBeNull();
  });

  it('counts again once a fact is corrected back', () => {
    const table = { scheme: 'gpt' as const, sectorSize: 512 as const, partitions: [] };
    const plan = {
      sourceSerial: 'OLD',
      drives: [{ id: 'new', serial: 'NEW' }],
      made: [],
      table,
    } as unknown as JobFacts['plan'];
    const facts = {
      'old drive': { serial: 'OLD' },
      'new drive choice': choice,
      'partition table': table,
      plan,
    } as unknown as JobFacts;
    const corrected = { ...facts, 'partition table': { ...table, scheme: 'mbr' as const } } as unknown as JobFacts;
    expect(planHolds({ ...empty, facts })).toBe(true);
    expect(planHolds({ ...empty, facts: corrected })).toBe(false);
    expect(planHolds({ ...empty, facts: { ...corrected, 'partition table': table } })).toBe(true);
  });
});

describe('checks and stops', () => {
  it('checks what the wishes ask for before what the model has', () => {
    const wishes = [...empty.wishes, ...memoryJob.wishes];
    const checks = functionChecks({ wishes, facts: {} }, ['Camera']);
    expect(checks).toEqual(expect.arrayContaining(['Files there', 'Memory test passed']));
    expect(checks.slice(-2)).toEqual(['Camera', 'Clean, every screw tight']);
    expect(functionChecks({ wishes: [], facts: {} }, [])).toEqual([]);
    const choice = { ...complete['added drive choice'], checks: ['Wakes from sleep'] };
    expect(functionChecks({ wishes: [], facts: { 'added drive choice': choice } }, ['Camera'])).toEqual([
      'Wakes from sleep',
      'Camera',
    ]);
  });

  it('asks after a copy for what it leaves to be seen to, by drive and volumes', () => {
    const checks = (facts: JobFacts) => functionChecks({ wishes: empty.wishes, facts }, []);
    const choice = complete['new drive choice'];
    const [volume] = [{ id: 'r', name: 'R', startSector: 1, sectors: 1, used: null, encrypted: false }];
    const holding = (kind: 'recovery' | 'system', fileSystem: 'NTFS' | 'APFS') => ({
      ...complete['partition table'],
      partitions: [{ ...volume, kind, fileSystem }],
    });
    expect(checks({ 'new drive choice': { ...choice, class: 'SATA SSD' } })).toContain('TRIM on');
    expect(checks({ 'new drive choice': { ...choice, class: 'disk 5400' } })).not.toContain('TRIM on');
    expect(checks({ 'partition table': holding('recovery', 'NTFS') })).toContain('Recovery environment on');
    expect(checks({ 'partition table': holding('system', 'APFS') })).toContain('Start-up disk chosen in the system');
    for (const name of checks(complete)) expect(name.length, name).toBeLessThanOrEqual(40);
  });

  it('blames nothing on the work that was dead when it came', () => {
    const results = [{ name: 'Camera', works: false, why: 'lens broken' }];
    const gate = (facts: JobFacts) => gatesOf({ ...empty, facts }).find(({ id }) => id === 'functions')?.missing;
    expect(gate({ functions: { results, note: '' } })).toEqual(['Not working: Camera.']);
    const came = { results: [{ name: 'Camera', works: false }], note: '' };
    expect(gate({ functions: { results, note: '' }, 'functions on arrival': came })).toEqual([]);
    expect(deadFunctions({ facts: { functions: { results, note: '' } } })).toEqual([
      { name: 'Camera', why: 'lens broken', cameSo: false },
    ]);
  });

  it('fits nothing before the customer was told of what was found inside, where that matters', () => {
    const state = (inside: JobFacts['seen inside'], id: string) => {
      const facts = { ...complete, 'seen inside': inside, 'new drive fitted': undefined } as unknown as JobFacts;
      return procedureOf({ ...empty, facts, runs: [], disassembly: [] }).steps.find((step) => step.id === id);
    };
    const liquid = { what: ['dust' as const, 'liquid' as const], note: '' };
    expect(state(liquid, 'tell inside')).toMatchObject({
      state: 'ready',
      title: expect.stringMatching(/: liquid$/) as string,
    });
    expect(state(liquid, 'fit new drive')?.first).toContain('Tell the customer what was found inside: liquid');
    expect(state({ ...liquid, told: 'by phone: go on' }, 'tell inside')?.state).toBe('done');
    expect(state({ what: ['dust'], note: '' }, 'tell inside')).toBeUndefined();
  });

  it('stops at failed and unanswered rules only', () => {
    const outcomes = ['pass', 'limit', 'fail', 'unknown'] as const;
    const reasons = outcomes.map((outcome) => ({ rule: outcome, outcome, sentence: '' }));
    expect(stoppers(reasons).map((one) => one.rule)).toEqual(['fail', 'unknown']);
  });
});
