import { ENTRY_KEYS } from '@udrel/core/facts';
import { describe, expect, it } from 'vitest';
import { endpoints, type EndpointName } from './endpoints/hand-over/every';
import { carriesVersion, parametersOf, type AnyEndpoint } from './endpoints/endpoint';
import { addressOf } from './terms/first-asked';
import { STALE, TOPICS } from './endpoints/topics';

const every = Object.entries(endpoints) as [EndpointName, AnyEndpoint & { path: string }][];

describe('every endpoint', () => {
  it.each(every)('%s has a shape for each place of its address', (_name, { path }) => {
    expect(() => parametersOf(path)).not.toThrow();
  });

  it('has an address of its own', () => {
    const addresses = every.map(([, { method, path }]) => `${method} ${path}`);
    expect(new Set(addresses).size).toBe(every.length);
  });

  it('that reads changes nothing, and one that changes a job answers with it', () => {
    for (const [name, one] of every) {
      if (one.kind === 'query') expect(one.changes, name).toEqual([]);
      if (one.answersJob) expect(one.changes, name).toContain('job');
    }
  });
});

describe('an address', () => {
  it('has its places filled in, whatever stands there', () => {
    expect(addressOf(endpoints.recordFact, { tag: 'U-1', key: 'old drive' })).toBe('/jobs/U-1/facts/old%20drive');
    expect(addressOf(endpoints.floor, {})).toBe('/floor');
  });

  it('with a place that nobody described is a mistake of ours', () => {
    expect(() => parametersOf('/jobs/:nonsense')).toThrow(/nonsense/);
  });
});

describe('what may wait for the connection', () => {
  const subjectOf = (name: EndpointName, params: object) =>
    (endpoints[name] as AnyEndpoint).subject?.(params as never) ?? null;

  it('is written out by hand: ticks, measurements, remarks and what came out', () => {
    const waits = every.filter(([, { subject }]) => subject !== null).map(([name]) => name);
    expect(waits).toEqual(['recordFact', 'recordAtCounter', 'addNote', 'moveDisassemblyItem', 'moveWholeDisassembly']);
    const facts = ENTRY_KEYS.filter((key) => subjectOf('recordFact', { key }) !== null);
    expect(facts.sort()).toEqual(
      [
        ...[
          'health',
          'before',
          'after',
          'trial start',
          'functions',
          'old drive stays',
          'modules stay',
          'return cause',
          'document given',
        ],
        ...[
          'as it came',
          'backup',
          'condition marks',
          'seen inside',
          'start repaired',
          'volume grown',
          'files brought',
          'no start',
          'firmware reset',
          'switched besides',
          'start attempts',
          'outside start',
          'functions on arrival',
          'device read',
          'device read again',
          'owed back',
        ],
      ].sort(),
    );
  });

  it('needs nothing of what others do', () => {
    expect(subjectOf('recordAtCounter', { counterKey: 'signature' })).toBeNull();
    expect(subjectOf('moveDisassemblyItem', { item: 's1' })).toEqual({ kind: 'disassembly', item: 's1' });
  });

  it('is sent with the version that was on the screen, but for a note', () => {
    const versioned = every.filter(([, one]) => one.subject !== null && carriesVersion(one)).map(([name]) => name);
    expect(versioned).toEqual(['recordFact', 'recordAtCounter', 'moveDisassemblyItem', 'moveWholeDisassembly']);
  });
});

it('whatever can change is shown somewhere, and every topic grows stale by something', () => {
  const stale = new Set(Object.values(STALE).flat());
  expect(TOPICS.filter((topic) => !stale.has(topic))).toEqual([]);
});
