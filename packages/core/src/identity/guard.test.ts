import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { alarmsOf, alike, identify, isGrave, ownLabel } from './index';
import { readOwnLabel } from './own-label';

const old = { serial: 'KD7-55Q0-2218', label: 'U-7/OLD', name: 'Kestrel D7' };
const target = { serial: 'PW-0001', partNumber: 'PW-480', label: 'U-7/NEW', name: 'Palewood C1' };

describe('what is scanned from a drive', () => {
  it.each([
    ['kd7-55q0-2218', 'match'],
    ['S/N: KD7-55Q0-2218', 'match'],
    ['u-7/old', 'match'],
    ['PW-0001', 'other drive'],
    ['U-7/NEW', 'other drive'],
    ['PW-480', 'part number'],
    ['P/N PW-480-25', 'part number'],
    ['Model KD7500', 'part number'],
    ['kestrel d7', 'part number'],
    ['000000000033', 'bridge'],
    ['0123456789AB', 'bridge'],
    ['FFFFFFFF', 'bridge'],
    ['U-9/OLD', 'not known'],
    ['KD7-55Q0-2219', 'not known'],
    ['  ', 'empty'],
  ])('%s: %s', (text, outcome) => {
    expect(identify(text, old, target).outcome).toBe(outcome);
  });

  it('never matches what is neither the serial nor its printed label', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 30 }), (text) => {
        const plain = text.toUpperCase().replace(/\s/g, '');
        fc.pre(!plain.endsWith(old.serial) && plain !== old.label);
        expect(identify(text, old, target).outcome).not.toBe('match');
      }),
    );
  });

  it('prints a label that reads back as the drive it was printed for', () => {
    expect(ownLabel('U-2410', 'added')).toBe('U-2410/ADDED');
    expect(readOwnLabel(' u-2410/added ')).toEqual({ tag: 'U-2410', role: 'added' });
    expect(readOwnLabel('U-2410')).toBeNull();
  });
});

describe('two drives that are easily mixed up', () => {
  const one = { serial: 'AB-100', maker: 'Kestrel', name: 'D7', bytes: 5e11 };

  it('are told apart by where their serials differ', () => {
    expect(alike(one, { ...one, serial: 'AB-101' })).toMatchObject({ differAt: [5] });
    expect(alike(one, { ...one, name: 'D9', bytes: 6e11, serial: 'AB-101' })?.sentence).toContain('1 signs only');
    expect(alike(one, { ...one, name: 'D9', serial: 'XYZ' })?.sentence).toContain('same size');
    expect(alike(one, { serial: 'XYZ', maker: 'Palewood', name: 'C1', bytes: 6e11 })).toBeNull();
  });
});

describe('the drives at a berth while a copy runs', () => {
  const run = {
    source: { serial: 'OLD', bytes: 5e11 },
    target: { name: 'added drive' as const, serial: 'NEW', bytes: 4e11 },
  };
  const kinds = (...given: Parameters<typeof alarmsOf>) => alarmsOf(...given).map(({ kind }) => kind);

  it('raise an alarm when they are others, show another size, are gone, or the source is written to', () => {
    expect(kinds(run, { source: run.source, target: { ...run.target, serial: ' new' } }, 0)).toEqual([]);
    expect(kinds(run, { source: undefined, target: undefined }, 0)).toEqual([]);
    expect(kinds(run, { source: run.target, target: run.source }, 512)).toEqual([
      'other source',
      'other target',
      'source written',
    ]);
    expect(kinds(run, { source: null, target: { ...run.target, bytes: 3e11 } }, 0)).toEqual([
      'not seen',
      'target size',
    ]);
  });

  it('make the copy untrusted, unless a drive was only away for a while', () => {
    const [gone, size] = alarmsOf(run, { source: null, target: { ...run.target, bytes: 1 } }, 0);
    expect([gone && isGrave(gone), size && isGrave(size)]).toEqual([false, true]);
  });
});
