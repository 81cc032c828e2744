import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { PROVABLE } from './rules/function-checks';
import { gatePassed, memoryTestOf, nextHands, procedureOf, type JobSnapshot, type RunOutcome } from './index';
import { complete, factsOf, job, keys, run } from './samples.test-data';

const choice = { ...complete['memory choice'], partId: 'p', into: ['A1'], total: 16 * 2 ** 30, speed: 3200 };
const test = (outcome: RunOutcome, attempt = 1, about = 'p A1') => ({
  ...run(outcome, attempt),
  kind: 'memory test' as const,
  about,
  onto: null,
  sourceSerial: null,
  targetSerial: null,
});
const before = keys.slice(0, keys.indexOf('trial start')).filter((key) => key !== 'plan');
const tested = (runs: JobSnapshot['runs'], facts: JobSnapshot['facts'] = factsOf(before)) =>
  job({ wishes: [{ kind: 'memory', least: 1 }], facts: { ...facts, 'memory choice': choice }, runs, told: 1_000_000 });
const step = (snapshot: JobSnapshot) => procedureOf(snapshot).steps.find(({ id }) => id === 'test memory');
const functions = (snapshot: JobSnapshot) => procedureOf(snapshot).gates.find(({ id }) => id === 'functions');

describe('a memory test', () => {
  it('is a step once the memory is in, and done by a run that ended well', () => {
    expect(step(tested([]))?.state).toBe('ready');
    expect(step(tested([test('running')]))?.state).toBe('running');
    expect(step(tested([test('failed')]))).toMatchObject({ state: 'ready', title: 'Test the memory again' });
    expect(step(tested([test('failed'), test('ended well', 2)]))?.state).toBe('done');
    const unfitted = tested([], factsOf(before.filter((key) => key !== 'memory fitted')));
    expect(step(unfitted)).toMatchObject({ state: 'waiting', first: ['Fit the memory'] });
    expect(step(job({}))).toBeUndefined();
  });

  it('is of the modules that sit there now: others want a test of their own', () => {
    expect(memoryTestOf(tested([test('ended well', 1, 'other A1')]))).toBeNull();
    expect(step(tested([test('ended well', 1, 'other A1')]))?.state).toBe('ready');
  });

  it('keeps functions that were checked from counting where it failed, or still runs', () => {
    const all = { ...factsOf(keys), functions: { results: [{ name: PROVABLE.memoryTest, works: true }], note: '' } };
    expect(step(tested([], all))?.state).toBe('done');
    expect(functions(tested([], all))?.missing).toEqual([]);
    expect(functions(tested([test('running')], all))?.missing).toEqual(['The memory test is still running.']);
    expect(functions(tested([test('failed')], all))?.missing.join()).toContain('The memory test failed');
    expect(gatePassed(procedureOf(tested([test('failed'), test('ended well', 2)], all)).gates, 'functions')).toBe(true);
  });

  it('counts in when the job is ready, and calls hands when it should be over', () => {
    const ready = (runs: JobSnapshot['runs']) =>
      nextHands([{ tag: 'U-1', promisedAt: null, snapshot: tested(runs) }], 0)[0];
    // Two passes of 16 GiB at 3200 MT/s by the rule of thumb: 72 minutes, and one to begin.
    expect(procedureOf(tested([])).unattendedLeft).toBeCloseTo(72.6, 0);
    expect(procedureOf(tested([test('running')])).unattendedLeft).toBe(11);
    expect(procedureOf(tested([test('ended well')])).unattendedLeft).toBe(0);
    expect(ready([test('running')])).toMatchObject({ inMinutes: 9, step: { id: 'test memory' } });
    expect(ready([{ ...test('running'), wants: 'overdue' }])?.step.title).toBe(
      'Look at the memory test: it should be over',
    );
  });

  it('keeps the system from being started while it runs, not before or after', () => {
    const start = (runs: JobSnapshot['runs']) =>
      procedureOf(tested(runs)).steps.find(({ id }) => id === 'trial start')?.state;
    expect([start([]), start([test('running')]), start([test('failed')])]).toEqual(['ready', 'waiting', 'ready']);
  });

  it('never opens a step before it, whatever its outcome', () => {
    const outcomes = fc.array(fc.constantFrom<RunOutcome>('ended well', 'failed'), { maxLength: 4 });
    fc.assert(
      fc.property(outcomes, (ended) => {
        const snapshot = tested(ended.map((outcome, at) => test(outcome, at + 1)));
        const states = (one: JobSnapshot) =>
          procedureOf(one).steps.flatMap(({ id, state }) => (id === 'test memory' ? [] : [state]));
        expect(states(snapshot)).toEqual(states(tested([])));
        expect(step(snapshot)?.state).toBe(ended.at(-1) === 'ended well' ? 'done' : 'ready');
      }),
    );
  });
});
