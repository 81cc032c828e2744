import type { JobFacts } from '../../facts';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { gatesOf } from '../gates';
import { procedureOf } from '../procedure';
import { drive, factsOf, job, keys, planBy, run } from '../samples.test-data';
import { copyTrusted, readBackOf, targetTrusted, untoldLosses, waitingTargets } from './targets';
import type { JobSnapshot, RunSummary } from '../snapshot/types';

const { estimate } = planBy('both at the bench');
const facts: JobFacts = {
  ...factsOf(keys.slice(0, keys.indexOf('new drive read back'))),
  plan: {
    ...planBy('both at the bench'),
    drives: [
      { ...drive, id: 'new', serial: 'NEW' },
      { ...drive, id: 'added', serial: 'ADD' },
    ],
    work: [
      { about: null, onto: 'new', estimate },
      { about: null, onto: 'added', estimate: { ...estimate, middle: 5400 } },
    ],
  },
};
const two = (runs: RunSummary[], over: Partial<JobFacts> = {}): JobSnapshot =>
  job({
    wishes: [
      { kind: 'new drive', least: 500e9 },
      { kind: 'added drive', least: 500e9 },
    ],
    facts: { ...facts, ...over },
    runs,
  });
const seen = { table: facts['partition table'] as never, problems: [], compared: [] };
const missingOf = (snapshot: JobSnapshot, id: string) => gatesOf(snapshot).find((gate) => gate.id === id)?.missing;
const stepOf = (snapshot: JobSnapshot, id: string) => procedureOf(snapshot).steps.find((step) => step.id === id);

describe('a copy onto two drives', () => {
  it('goes onto one after the other, each with its own attempts', () => {
    expect(waitingTargets(two([]))).toEqual(['new', 'added']);
    expect(waitingTargets(two([run('ended well')]))).toEqual(['added']);
    expect(waitingTargets(two([run('ended well'), run('failed', 1, 'added')]))).toEqual(['added']);
    expect(waitingTargets(two([run('ended well'), run('ended well', 2, 'added')]))).toEqual([]);
  });

  it('does not keep a drive waiting for another attempt at the one before it', () => {
    const failed = two([run('failed')]);
    expect(waitingTargets(failed)).toEqual(['added', 'new']);
    expect(stepOf(failed, 'begin copy')?.title).toBe('Begin the copy onto the added drive');
    expect(waitingTargets(two([run('failed'), run('failed', 1, 'added')]))).toEqual(['new', 'added']);
  });

  it('names the drive that nothing can be trusted on yet', () => {
    expect(missingOf(two([run('ended well')]), 'copied')).toEqual(['Nothing has been copied onto the added drive.']);
    expect(missingOf(two([run('ended well'), run('failed', 1, 'added')]), 'copied')).toEqual([
      'The last attempt did not end well: the added drive is not trusted until it is copied again or read back.',
    ]);
    expect(missingOf(two([run('ended well'), run('ended well', 1, 'added')]), 'copied')).toEqual([]);
  });

  it('asks for the copy onto the added drive by name, and tells how long it takes', () => {
    const half = two([run('ended well')]);
    expect(stepOf(half, 'begin copy')?.title).toBe('Begin the copy onto the added drive');
    expect(procedureOf(half).unattendedLeft).toBe(90);
    expect(procedureOf(two([])).unattendedLeft).toBe(105);
  });

  it('holds an added drive to its own label, and to what it is known to hold', () => {
    const known = { serial: 'ADD', what: ['a copy of U-2001'] };
    expect(missingOf(two([], { 'added drive holds': known }), 'identified')).toEqual([
      'The added drive holds data: confirm by typing its serial again.',
    ]);
    const confirmed = { 'added drive holds': known, 'added drive confirmed': { serial: 'add' } };
    expect(missingOf(two([], confirmed), 'identified')).toEqual([]);
    expect(missingOf(two([], { 'added drive identified': { serial: 'NEW' } }), 'identified')).toEqual([
      'The added drive is not identified by its serial.',
    ]);
  });

  it('is read back drive by drive: one that is other than planned is not trusted, the other stays so', () => {
    const runs = [run('ended well'), run('ended well', 1, 'added')];
    const asRead = (asPlanned: boolean) => ({ serial: 'ADD', attempt: 1, seen, asPlanned, whyNot: '' });
    const wrong = two(runs, { 'added drive read back': asRead(false) });
    expect(targetTrusted(wrong, 'added')).toBe(false);
    expect(targetTrusted(wrong, 'new')).toBe(true);
    expect(missingOf(wrong, 'copied')).toEqual([
      'The added drive was read back and is other than planned: it is not trusted.',
    ]);
    expect(missingOf(two(runs, { 'added drive read back': asRead(true) }), 'read back')).toEqual([
      'The new drive was not read back against the plan.',
    ]);
    expect(
      readBackOf(two([...runs, run('ended well', 2, 'added')], { 'added drive read back': asRead(true) }), 'added'),
    ).toBe(null);
  });

  it('that was counted short is trusted once it was read back, whatever the contents; one that failed only by its contents', () => {
    const short = { ...run('ended well'), short: true };
    const back = (proven: boolean) => ({
      'new drive read back': { serial: 'NEW', attempt: 1, seen, asPlanned: true, proven, whyNot: '' },
    });
    const trusted = (one: RunSummary, facts: JobFacts = {}) => targetTrusted(two([one], facts), 'new');
    expect([trusted(short), trusted(short, back(false))]).toEqual([false, true]);
    expect([trusted(run('failed'), back(false)), trusted(run('failed'), back(true))]).toEqual([false, true]);
    expect(missingOf(two([short, run('ended well', 1, 'added')]), 'copied')).toEqual([
      'The berth counted less than was planned: the new drive is not trusted until it is read back.',
    ]);
  });

  it('that lost something goes on when each loss was acknowledged by its name, for that attempt', () => {
    const losses = [
      { what: 'Photos 2014', where: 'Books', bytes: 4096 },
      { what: 'outbox', where: 'System', bytes: null },
    ];
    const lossy = (attempt = 1): RunSummary => ({ ...run('ended with losses', attempt), losses });
    const told = (names: string[], attempt = 1) => ({ 'losses told': { told: [{ serial: 'new', attempt, names }] } });
    const after = (one: RunSummary, facts: JobFacts = {}) => two([one, run('ended well', 1, 'added')], facts);
    expect(missingOf(after(lossy()), 'copied')).toEqual([
      'Lost in the copy, and nobody has acknowledged it: Photos 2014, outbox.',
    ]);
    expect(untoldLosses(after(lossy(), told(['photos 2014 '])), 'new')).toEqual(['outbox']);
    expect(copyTrusted(after(lossy(), told(['photos 2014', 'Outbox'])))).toBe(true);
    expect(copyTrusted(after(lossy(2), told(['photos 2014', 'Outbox'])))).toBe(false);
    const step = procedureOf(after(lossy())).steps.find(({ id }) => id === 'tell losses');
    expect(step).toMatchObject({ minutes: 0, station: 'Copy' });
  });

  it('is trusted only when each drive is, whatever was done to the other', () => {
    const outcome = fc.constantFrom('ended well' as const, 'failed' as const);
    const attempts = fc.array(fc.record({ outcome, alarmed: fc.boolean() }), { maxLength: 4 });
    fc.assert(
      fc.property(attempts, attempts, (first, second) => {
        const made = (list: typeof first, onto: 'new' | 'added') =>
          list.map((one, n): RunSummary => ({ ...run(one.outcome, n + 1, onto), alarmed: one.alarmed }));
        const both = two([...made(second, 'added'), ...made(first, 'new')]);
        const good = (list: typeof first) => list.at(-1)?.outcome === 'ended well' && !list.at(-1)?.alarmed;
        expect(targetTrusted(both, 'new')).toBe(good(first));
        expect(targetTrusted(both, 'added')).toBe(good(second));
        expect(copyTrusted(both)).toBe(good(first) && good(second));
      }),
    );
  });
});
