import type { FactKey, JobFacts } from '../facts';
import type { StepId } from '../stations';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { assessmentFee, changesOf, endedAs, jobTotal, procedureOf, type JobSnapshot } from './index';
import { complete, factsOf, job, keys, run, screws } from './samples.test-data';
import { ENDS, WISH_KINDS } from './snapshot/types';

/** What a technician does for each step of the way back. */
const DEEDS: Partial<Record<StepId, (snapshot: JobSnapshot) => JobSnapshot>> = {
  'end copy': (snapshot) => ({
    ...snapshot,
    runs: snapshot.runs.map((one) => (one.outcome === 'running' ? { ...one, outcome: 'failed' as const } : one)),
  }),
  'put back': (snapshot) => known(snapshot, 'put back', { serial: snapshot.facts['old drive']?.serial ?? '' }),
  'close up': (snapshot) => ({
    ...snapshot,
    disassembly: snapshot.disassembly.map((item) => ({ ...item, back: item.out })),
  }),
  'see as it came': (snapshot) => known(snapshot, 'as it came', { starts: true, note: '' }),
  'give back': (snapshot) => known(snapshot, 'signature', { name: 'A', path: '' }),
  keep: (snapshot) => known(snapshot, 'kept until', { place: 'rack', until: '2027-01-01' }),
  'close job': (snapshot) => ({ ...snapshot, closed: true }),
};

function known<K extends FactKey>(snapshot: JobSnapshot, key: K, value: JobFacts[K]): JobSnapshot {
  return { ...snapshot, facts: { ...snapshot.facts, [key]: value } };
}

/** Does whatever is ready, first things first, until nothing is left; answers the steps done in their order. */
function walk(start: JobSnapshot): { done: StepId[]; end: JobSnapshot } {
  const done: StepId[] = [];
  let snapshot = start;
  for (let guard = 0; guard < 20 && !snapshot.closed; guard++) {
    const step = procedureOf(snapshot).steps.find((one) => one.state === 'ready' || one.state === 'running');
    const deed = step && DEEDS[step.id];
    if (!step || !deed) break;
    snapshot = deed(snapshot);
    done.push(step.id);
  }
  return { done, end: snapshot };
}

/** Facts that only the way back brings are not there when it begins. */
const NOT_YET: readonly FactKey[] = ['put back', 'as it came', 'kept until', 'signature', 'document given'];
const begun = keys.filter((key) => !NOT_YET.includes(key));

const anyEnd = fc
  .record({
    facts: fc.subarray(begun),
    kind: fc.constantFrom(...ENDS),
    wish: fc.constantFrom(...WISH_KINDS),
    outcome: fc.option(fc.constantFrom('running' as const, 'ended well' as const, 'failed' as const)),
    out: fc.nat(4),
    back: fc.nat(4),
  })
  .map(({ facts, kind, wish, outcome, out, back }) =>
    endedAs(
      job({
        facts: factsOf(facts),
        wishes: [{ kind: wish, least: 1 }],
        runs: outcome ? [run(outcome)] : [],
        disassembly: screws(out, back),
      }),
      { kind },
    ),
  );

describe('the way back', () => {
  it('leads to a closed job whatever had been done, with everything in its place', () => {
    fc.assert(
      fc.property(anyEnd, (snapshot) => {
        // A drive that was fitted is known by the one that came out.
        const sound = snapshot.facts['new drive fitted']
          ? known(snapshot, 'old drive', complete['old drive'])
          : snapshot;
        const { done, end } = walk(sound);
        expect(end.closed).toBe(true);
        expect(new Set(done).size).toBe(done.length);
        expect(end.runs.some((one) => one.outcome === 'running')).toBe(false);
        for (const item of end.disassembly) expect(item.back).toBe(item.out);
        if (sound.end?.kind === 'not collected') expect(end.facts['kept until']).toBeDefined();
        else expect(end.facts.signature).toBeDefined();
      }),
    );
  });

  it('asks for nothing that was never begun', () => {
    fc.assert(
      fc.property(fc.constantFrom(...ENDS), (kind) => {
        const { done } = walk(endedAs(job({}), { kind }));
        expect(done).toEqual([kind === 'not collected' ? 'keep' : 'give back', 'close job']);
      }),
    );
  });

  it('sets aside no gate: each that is open is named by a step that waits for it', () => {
    fc.assert(
      fc.property(anyEnd, (snapshot) => {
        const { gates, steps } = procedureOf(snapshot);
        const open = gates.filter((gate) => !gate.holds);
        const waits = steps.find((step) => step.id === 'close job')?.waitsFor ?? [];
        for (const gate of open) expect(waits).toEqual(expect.arrayContaining(gate.missing));
      }),
    );
  });
});

describe('what an end without work asks for', () => {
  const memory = {
    partId: 'm',
    maker: 'Brinewick',
    name: 'S4',
    count: 2,
    into: ['slot 1', 'slot 2'],
    total: 1,
    speed: 3200,
    channels: 'two channels',
    price: 0,
  };
  const title = (facts: JobFacts, wish: (typeof WISH_KINDS)[number]) =>
    procedureOf(endedAs(job({ facts, wishes: [{ kind: wish, least: 1 }] }), { kind: 'withdrawn' })).steps.find(
      ({ id }) => id === 'put back',
    )?.title;

  it('names everything that was fitted, and what it took the place of', () => {
    const named = {
      maker: 'Kestrin',
      name: 'D7',
      bytes: 500_107_862_016,
      sectorSize: 512,
      serial: 'OLD-1',
      siteId: 'a',
    };
    const choice = {
      ...complete['new drive choice'],
      ...named,
      maker: 'Palewood',
      name: 'C1',
      serial: 'NEW-1',
      partsNeeded: ['screw M2×3'],
    };
    const drive = title(
      { 'old drive': named, 'new drive choice': choice, 'new drive fitted': { serial: 'NEW-1' } } as never,
      'new drive',
    );
    expect(drive).toBe('Take out the new drive NEW-1, with its small parts; put back Kestrin D7, 500 GB');
    expect(
      title(
        { 'old drive': named, 'added drive choice': choice, 'added drive fitted': { serial: 'NEW-1' } } as never,
        'added drive',
      ),
    ).toBe('Take out the added drive NEW-1, with its small parts');
    const open = { 'old drive': named, 'new drive choice': choice } as never;
    const changes = changesOf(job({ facts: open, wishes: [{ kind: 'new drive', least: 1 }] }));
    expect(changes.map(({ way, what, done }) => [way, what, done])).toEqual([
      ['in', 'Palewood C1, 500 GB', false],
      ['in', 'screw M2×3', false],
      ['out', 'Kestrin D7, 500 GB', false],
    ]);
    const modules = [{ slot: 'slot 1', bytes: 8 * 1024 ** 3, speed: 2666 }];
    const mem = { memory: { modules }, 'memory choice': memory, 'memory fitted': { modules: 2 } };
    expect(title(mem, 'memory')).toBe('Take out 2 × Brinewick S4; put back module of 8 GiB');
  });

  it('costs what looking costs, once somebody looked', () => {
    const rates = { hourly: 3600, taxPercent: 20, assessment: 1500 };
    const cost = (facts: JobFacts, over = rates) =>
      jobTotal(endedAs(job({ facts, rates: over }), { kind: 'declined' }));
    expect(cost({})).toBe(0);
    expect(cost(factsOf(['health', 'old drive']))).toBe(1800);
    expect(cost(factsOf(['health', 'old drive']), { hourly: 3600, taxPercent: 20 } as typeof rates)).toBe(0);
    expect(assessmentFee(rates)).toBe(1800);
  });
});
