import { describe, expect, it } from 'vitest';
import { STATIONS, STEPS } from '../stations';
import {
  BOOKED_KEYS,
  COUNTER_KEYS,
  ENTRY_KEYS,
  FACT_KEYS,
  factRow,
  isHeldByRun,
  isSerialKey,
  serialOf,
  stampsOfStep,
  stationOfFact,
  stepOfFact,
  withWhatRests,
} from './index';

describe('the registry of facts', () => {
  it.each(FACT_KEYS)('“%s” is evidence of a step that there is, at its station', (key) => {
    const { evidenceOf } = factRow(key);
    for (const step of evidenceOf) expect(STEPS).toHaveProperty([step ?? '']);
    expect(STATIONS).toContain(stationOfFact(key));
  });

  it('keeps offline only what a person records, and gives the counter only that', () => {
    for (const key of FACT_KEYS.filter((one) => factRow(one).offline || factRow(one).atCounter))
      expect(ENTRY_KEYS, key).toContain(key);
    expect(COUNTER_KEYS).toEqual([
      ...BOOKED_KEYS,
      'old drive stays',
      'modules stay',
      'document given',
      'signature',
      'kept until',
    ]);
  });

  it('tells what was done with every drive whose serial is scanned', () => {
    const serials = FACT_KEYS.filter(isSerialKey);
    expect(serials).toHaveLength(6);
    for (const key of serials) expect(factRow(key).done, key).not.toBeNull();
    expect(serialOf('added drive fitted')).toEqual(['added', 'new']);
  });

  it('lets nothing that a copy reads or writes change under it', () => {
    expect(FACT_KEYS.filter(isHeldByRun).sort()).toEqual(
      [
        ...[
          'old drive',
          'partition table',
          'new drive choice',
          'added drive choice',
          'plan',
          'new drive fitted',
          'added drive fitted',
        ],
        ...['source identified', 'new drive identified', 'added drive identified'],
      ].sort(),
    );
  });

  it('knows where a fact is typed: unfinished typing leads back there', () => {
    expect(stationOfFact('old drive refitted')).toBe('Swap');
    expect(stationOfFact('installed')).toBe('Copy');
    expect(stationOfFact('trial start')).toBe('Prove');
  });

  it('has one step for a signature in the work and another on the way back', () => {
    expect([stepOfFact('signature', false), stepOfFact('signature', true)]).toEqual(['sign', 'give back']);
    expect(stepOfFact('health', true)).toBe('grade health');
  });
});

describe('what rests on a fact', () => {
  it('falls with it, and what rests on that', () => {
    expect(withWhatRests(['new drive fitted']).sort()).toEqual(
      [
        ...[
          'new drive fitted',
          'installed',
          'start repaired',
          'volume grown',
          'files brought',
          'trial start',
          'after',
          'functions',
          'device read again',
          'old drive refitted',
        ],
        ...['document given', 'signature'],
      ].sort(),
    );
  });

  it('is never less for more facts, and includes them', () => {
    for (const first of FACT_KEYS)
      for (const second of FACT_KEYS) {
        const both = withWhatRests([first, second]);
        expect(both).toEqual(expect.arrayContaining([first, second, ...withWhatRests([first])]));
      }
  });

  it('no fact rests on itself, by whatever way', () => {
    for (const key of FACT_KEYS) {
      const above = withWhatRests([key]).filter((one) => one !== key);
      for (const one of above) expect(withWhatRests([one]), `${key}, ${one}`).not.toContain(key);
    }
  });

  it('a step is stamped by its own facts alone', () => {
    const stamped = Object.keys(STEPS).flatMap((step) => stampsOfStep(step as keyof typeof STEPS));
    expect(stamped.filter((key, at) => stamped.indexOf(key) !== at)).toEqual(['signature']);
  });
});
