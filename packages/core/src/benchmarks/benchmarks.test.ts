import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { compareSets, median, type MeasurementSet } from './index';

const before: MeasurementSet = {
  sequentialRead: 95,
  sequentialWrite: 90,
  randomRead: 0.5,
  randomWrite: 0.9,
  startUps: [96, 104, 100],
  method: '1 MiB QD8, 3 runs',
  attached: 'inside',
};
const after: MeasurementSet = { ...before, sequentialRead: 540, randomRead: 32, startUps: [19, 20, 21] };
const drive = { link: { kind: 'sata' as const, generation: 3 as const }, ratedRead: 560, ratedWrite: 510 };

describe('before and after', () => {
  it('gives multiples and shares', () => {
    const { rows, findings } = compareSets(before, after, drive);
    const row = (key: string) => rows.find((one) => one.key === key);
    expect(row('startUp')).toMatchObject({ before: 100, after: 20, multiple: 5 });
    expect(row('randomRead')?.multiple).toBe(64);
    expect(row('sequentialRead')?.shareOfCeiling).toBe(0.9);
    expect(findings.map((one) => one.outcome)).toEqual(['pass']);
  });

  it.each<
    [
      string,
      number,
      typeof drive | { link: { kind: 'pcie'; generation: 3; lanes: 4 }; ratedRead: number; ratedWrite: number },
      string,
    ]
  >([
    ['SATA 2', 270, drive, 'SATA 2 link'],
    ['SATA 1', 131, drive, 'SATA 1 link'],
    ['USB 2.0', 38, drive, 'USB 2.0'],
    [
      'half the lanes',
      1700,
      { link: { kind: 'pcie', generation: 3, lanes: 4 }, ratedRead: 3400, ratedWrite: 3000 },
      'half the lanes',
    ],
    ['no known cause', 410, drive, 'below what was expected'],
  ])('reads the cause %s from the figure', (_name, read, target, words) => {
    const { findings } = compareSets(before, { ...after, sequentialRead: read }, target);
    expect(findings.find((one) => one.rule === 'Rate')?.sentence).toContain(words);
  });

  it('says when sets cannot be set side by side', () => {
    const { findings } = compareSets(before, { ...after, method: 'file copy', attached: 'USB' }, drive);
    expect(findings.map((one) => one.rule)).toEqual(expect.arrayContaining(['Method', 'Attached']));
  });

  it('names start-ups that stand out, and too few of them', () => {
    const odd = compareSets(before, { ...after, startUps: [20, 20, 60] }, drive).findings;
    expect(odd.some((one) => one.sentence.startsWith('60 s'))).toBe(true);
    const one = compareSets(before, { ...after, startUps: [20] }, drive).findings;
    expect(one.some((reason) => reason.rule === 'Start-ups')).toBe(true);
  });

  it('makes no multiple out of a missing figure', () => {
    for (const row of compareSets(null, after, null).rows) expect(row.multiple).toBeNull();
  });

  it('median lies within the values, whatever their order', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: 0, max: 1e4, noNaN: true }), { minLength: 1 }), (values) => {
        const middle = median(values) ?? -1;
        expect(middle).toBeGreaterThanOrEqual(Math.min(...values));
        expect(middle).toBeLessThanOrEqual(Math.max(...values));
        expect(median([...values].reverse())).toBe(middle);
      }),
    );
  });
});
