import type { FactKey, JobFacts } from '../facts';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { GIB } from '../capacity';
import { nextHands, retimed, nextStep, procedureOf, type JobSnapshot, type RunSummary } from './index';
import { END_RULES } from './rules/end-rules';
import { complete, factsOf, job, keys, planBy, run, screws } from './samples.test-data';
import { ENDS } from './snapshot/types';
import { WORK_RULES } from './rules/work-rules';

const state = (snapshot: JobSnapshot, id: string) => procedureOf(snapshot).steps.find((step) => step.id === id)?.state;

describe('the procedure', () => {
  it('has only the stations that the wishes need', () => {
    const absent = (snapshot: JobSnapshot) =>
      procedureOf(snapshot).stations.flatMap((one) => (one.state === 'absent' ? [one.station] : []));
    expect(absent(job({ wishes: [{ kind: 'memory', least: 16 * GIB }] }))).toEqual(['Plan', 'Copy']);
    expect(absent(job({}))).toEqual([]);
  });

  it('opens the device before the copy when both drives lie at the bench, else after it', () => {
    const order = (facts: JobFacts) => procedureOf(job({ facts })).steps.map((step) => step.id);
    const bench = order({ ...complete, plan: planBy('both at the bench') });
    expect(bench.indexOf('strip down')).toBeLessThan(bench.indexOf('identify'));
    const outside = order(complete);
    expect(outside.indexOf('strip down')).toBeGreaterThan(outside.indexOf('end copy'));
  });

  it('gives no go-ahead before both drives are identified by serial, whatever is overridden', () => {
    const facts = factsOf(keys.filter((key) => key !== 'new drive identified'));
    const overrides = [{ gate: 'identified' as const, reason: 'hurry', by: 'x', at: '', amount: null }];
    expect(state(job({ facts, overrides }), 'begin copy')).toBe('waiting');
    expect(state(job({ facts: complete }), 'begin copy')).toBe('ready');
    const swapped = { ...complete, 'new drive identified': { serial: 'OLD' } };
    expect(state(job({ facts: swapped }), 'begin copy')).toBe('waiting');
  });

  it('does not take a plan for true that was made for another drive', () => {
    const choice = { ...complete['new drive choice'], serial: 'OTHER' };
    expect(state(job({ facts: { ...complete, 'new drive choice': choice } }), 'accept plan')).toBe('ready');
  });

  it('trusts a target only after an attempt that ended well', () => {
    const facts = factsOf(keys.slice(0, keys.indexOf('new drive fitted')));
    expect(state(job({ facts, runs: [run('failed')], disassembly: screws(4, 0) }), 'fit new drive')).toBe('waiting');
    expect(
      state(job({ facts, runs: [run('failed'), run('ended well', 2)], disassembly: screws(4, 0) }), 'fit new drive'),
    ).toBe('ready');
    const again = [run('ended well'), run('failed', 2)];
    expect(state(job({ facts, runs: again, disassembly: screws(4, 0) }), 'fit new drive')).toBe('waiting');
  });

  it('asks for no hands at a station while its copy runs by itself', () => {
    const facts = factsOf(keys.slice(0, keys.indexOf('new drive fitted')));
    const copy = (runs: JobSnapshot['runs']) =>
      procedureOf(job({ facts, runs })).stations.find((one) => one.station === 'Copy')?.state;
    expect(copy([])).toBe('open');
    expect(copy([run('running')])).toBe('running');
    expect(copy([{ ...run('running'), wants: 'stalled' }])).toBe('open');
    expect(copy([run('failed')])).toBe('open');
    expect(copy([run('ended well')])).toBe('done');
  });

  it('closes up only after a trial start without the old drive', () => {
    const facts: JobFacts = { ...complete, 'trial start': { started: true, oldDriveDetached: false, note: '' } };
    const snapshot = job({ facts, runs: [run('ended well')], disassembly: screws(4, 0) });
    expect(state(snapshot, 'close up')).toBe('waiting');
    const override = [{ gate: 'started' as const, reason: 'customer waits', by: 'x', at: '', amount: null }];
    expect(state({ ...snapshot, overrides: override }, 'close up')).toBe('ready');
  });

  it('hands over only when every gate holds', () => {
    const ready = job({ facts: complete, runs: [run('ended well')], disassembly: screws(4, 4) });
    expect(state(ready, 'close job')).toBe('ready');
    expect(state({ ...ready, disassembly: screws(4, 3) }, 'close job')).toBe('waiting');
    const missing: FactKey[] = ['before', 'after', 'functions', 'old drive stays', 'document given', 'signature'];
    for (const key of missing) {
      expect(state({ ...ready, facts: factsOf(keys.filter((one) => one !== key)) }, 'close job'), key).toBe('waiting');
    }
  });
});

const anyJob = fc
  .record({
    facts: fc.subarray(keys),
    memory: fc.boolean(),
    bench: fc.boolean(),
    outcomes: fc.array(fc.constantFrom('ended well' as const, 'failed' as const), { maxLength: 3 }),
    out: fc.nat(4),
    back: fc.nat(4),
    end: fc.option(fc.constantFrom(...ENDS)),
    modelKnown: fc.boolean(),
  })
  .map(({ facts, memory, bench, outcomes, out, back, end, modelKnown }) => {
    const known = factsOf(facts);
    if (known.plan && bench) known.plan = planBy('both at the bench');
    return job({
      facts: known,
      wishes: memory ? [{ kind: 'memory', least: 1 }] : [{ kind: 'new drive', least: 1 }],
      runs: outcomes.map((outcome, n) => run(outcome, n + 1)),
      disassembly: screws(out, back),
      end: end === null ? null : { kind: end },
      modelKnown,
    });
  });

describe('what always holds', () => {
  it('no step stands before one that must come first, and a ready step waits for nothing', () => {
    fc.assert(
      fc.property(anyJob, (snapshot) => {
        const { steps } = procedureOf(snapshot);
        const place = (id: string) => steps.findIndex((step) => step.id === id);
        for (const step of steps) {
          const rule = (snapshot.end ? END_RULES : WORK_RULES).find((one) => one.id === step.id);
          for (const before of rule?.after(snapshot) ?? []) expect(place(before)).toBeLessThan(place(step.id));
          expect(step.waitsFor.length > 0).toBe(step.state === 'waiting');
        }
      }),
    );
  });

  it('an open job always has something to do, and learning a fact loses nothing that was recorded', () => {
    fc.assert(
      fc.property(anyJob, fc.constantFrom(...keys), (snapshot, key) => {
        expect(nextStep(procedureOf(snapshot))).not.toBeNull();
        const more = { ...snapshot, facts: { ...snapshot.facts, ...factsOf([key]) } };
        expect(Object.keys(more.facts)).toEqual(expect.arrayContaining(Object.keys(snapshot.facts)));
        expect(procedureOf(more).steps.length).toBeGreaterThan(0);
      }),
    );
  });
});

describe('hands next', () => {
  it('puts the least slack first, what starts unattended work a day ahead of it, and what comes later last', () => {
    const now = Date.UTC(2026, 5, 1, 9);
    const hour = 3_600_000;
    const begin = factsOf(keys.slice(0, keys.indexOf('new drive fitted')));
    const rows = nextHands(
      [
        { tag: 'late', promisedAt: now + hour, snapshot: job({}) },
        { tag: 'early', promisedAt: now + 90 * hour, snapshot: job({}) },
        { tag: 'runs', promisedAt: now, snapshot: job({ facts: begin, runs: [run('running')] }) },
        { tag: 'begin', promisedAt: null, snapshot: job({ facts: begin }) },
      ],
      now,
    );
    expect(rows.map((row) => row.tag)).toEqual(['late', 'begin', 'early', 'runs']);
    expect(rows[3]).toMatchObject({ inMinutes: 9, step: { id: 'end copy' } });
    expect(rows[0]?.slack).toBeLessThan(0);
    const day = 24 * hour;
    const later = nextHands(
      [
        { tag: 'begin', promisedAt: now + 5 * day, snapshot: job({ facts: begin }) },
        { tag: 'sign', promisedAt: now - hour, snapshot: job({}) },
      ],
      now,
    );
    expect(later.map((row) => row.tag)).toEqual(['sign', 'begin']);
  });

  it('prefers what frees a berth to what is due at the same time', () => {
    const begin = factsOf(keys.slice(0, keys.indexOf('new drive fitted')));
    const over = (berth: number | null) =>
      job({ facts: begin, runs: [{ ...run('running'), wants: 'all written', berth }] });
    const rows = nextHands(
      [
        { tag: 'a', promisedAt: 0, snapshot: over(null) },
        { tag: 'b', promisedAt: 0, snapshot: over(1) },
      ],
      0,
    );
    expect(rows.map(({ tag, holdsBerth }) => [tag, holdsBerth])).toEqual([
      ['b', true],
      ['a', false],
    ]);
  });

  it('puts a run that something is wrong with before all of it, and says what', () => {
    const begin = factsOf(keys.slice(0, keys.indexOf('new drive fitted')));
    const wanting = (wants: RunSummary['wants']) => ({ facts: begin, runs: [{ ...run('running'), wants }] });
    const rows = nextHands(
      [
        { tag: 'begin', promisedAt: 0, snapshot: job({ facts: begin }) },
        { tag: 'still', promisedAt: null, snapshot: job(wanting('stalled')) },
        { tag: 'over', promisedAt: null, snapshot: job(wanting('overdue')) },
        { tag: 'runs', promisedAt: 0, snapshot: job(wanting(null)) },
      ],
      0,
    );
    expect(rows.map(({ tag, inMinutes }) => [tag, inMinutes])).toEqual([
      ['still', 0],
      ['begin', 0],
      ['over', 0],
      ['runs', 9],
    ]);
    expect(rows.map(({ step }) => step.title)).toEqual([
      'Look at the copy: it stands still',
      'Begin the copy',
      'Look at the copy: it should be over',
      'Copy ends: record how',
    ]);
    expect(rows.map(({ step }) => step.state)).toEqual(['ready', 'ready', 'ready', 'running']);
  });

  it('follows what runs have left now, and keeps every other order', () => {
    const row = (tag: string, inMinutes: number) => {
      return { tag, inMinutes, step: { state: inMinutes > 0 ? ('running' as const) : ('ready' as const) } };
    };
    const rows = [row('a', 0), row('b', 0), row('c', 9), row('d', 12), row('e', 30)];
    const now = retimed(
      rows,
      new Map([
        ['a', 50],
        ['d', 2.2],
        ['e', 0],
      ]),
    );
    expect(now.map(({ tag, inMinutes }) => [tag, inMinutes])).toEqual([
      ['a', 0],
      ['b', 0],
      ['e', 0],
      ['d', 2.2],
      ['c', 9],
    ]);
    expect(retimed(rows, new Map())).toEqual(rows);
    expect(rows[3]?.inMinutes).toBe(12);
  });

  it('names what prepares the copy when it should be over', () => {
    const decrypting = {
      ...run('running'),
      kind: 'decrypt' as const,
      onto: null,
      about: 'p3',
      wants: 'overdue' as const,
    };
    const facts = factsOf(keys.slice(0, keys.indexOf('prepared')));
    const [row] = nextHands([{ tag: 'a', promisedAt: null, snapshot: job({ facts, runs: [decrypting] }) }], 0);
    expect(row?.step).toMatchObject({
      id: 'prepare',
      state: 'ready',
      title: 'Look at the decrypting: it should be over',
    });
  });
});
