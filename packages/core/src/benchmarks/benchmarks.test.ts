import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { compareSets, complaintOf, median, readMeasurement, type MeasurementSet } from './index';

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

describe('a measuring session from a file', () => {
  it('is read from lines and from JSON alike', () => {
    const lines =
      'figure;value\nsequentialRead;96\nstartUps;104 99\nstartUps;108\nbusyShare;97\nconditions;on the charger\nmethod;1 MiB QD8\n';
    const set = {
      sequentialRead: 96,
      startUps: [104, 99, 108],
      busyShare: 97,
      conditions: ['on the charger'],
      method: '1 MiB QD8',
    };
    expect(readMeasurement(lines)).toEqual({ ok: true, set });
    expect(readMeasurement(JSON.stringify({ ...set, randomRead: null }))).toEqual({ ok: true, set });
  });

  it('reads cells with commas in quotation marks, and fractions behind a comma', () => {
    const read = readMeasurement('startUps,"96, 101.5, 98"\nmethod,"1 MiB, QD8; 3 runs"\n');
    expect(read).toEqual({ ok: true, set: { startUps: [96, 101.5, 98], method: '1 MiB, QD8; 3 runs' } });
    const other = readMeasurement('randomRead;0,52\nmethod;"read ""cold"""\nstartUps;96;101,5');
    expect(other).toEqual({ ok: true, set: { randomRead: 0.52, method: 'read "cold"', startUps: [96, 101.5] } });
  });

  it.each([
    ['sequentialRead;1,050', 'Line 1: sequentialRead is a number'],
    ['sequentialRead,fast', 'Line 1: sequentialRead is a number'],
    ['startUps,96\ncolour,red', 'Line 2: “colour” is no figure'],
    ['busyShare,140', 'up to 100'],
    ['sequentialRead,90\nsequentialRead,91', 'Line 2: sequentialRead is one number'],
    ['conditions,full moon', 'no condition'],
    ['attached,by air', 'inside'],
    ['{"startUps":', 'breaks off'],
    ['', 'No figure was found'],
    [`startUps,${'9 '.repeat(11)}`, 'at most 10'],
  ])('says what is wrong with %j', (text, sentence) => {
    const read = readMeasurement(text);
    expect(read.ok ? '' : read.sentence).toContain(sentence);
  });

  it('never throws', () => {
    // Found by chance: an object that cannot be made into text.
    expect(readMeasurement('{"":{"toString":null}}')).toMatchObject({ ok: false });
    fc.assert(fc.property(fc.oneof(fc.string(), fc.json()), (text) => void readMeasurement(text)));
  });
});

describe('the complaint', () => {
  it('comes from the drive where that is busy', () => {
    expect(complaintOf({})).toBeNull();
    expect(complaintOf({ busyShare: 97 })?.sentence).toContain('the drive is what makes it slow');
    expect(complaintOf({ busyShare: 60 })?.outcome).toBe('limit');
    expect(complaintOf({ busyShare: 12 })?.sentence).toContain('hardly help');
  });

  it('is compared by the time a program takes, and under like conditions', () => {
    const set = (over: Partial<MeasurementSet>): MeasurementSet => ({
      sequentialRead: null,
      sequentialWrite: null,
      randomRead: null,
      randomWrite: null,
      startUps: [],
      method: 'm',
      attached: 'inside',
      ...over,
    });
    const { rows, findings } = compareSets(
      set({ programStarts: [30, 32, 28], conditions: ['on the charger'] }),
      set({ programStarts: [6, 6, 6], conditions: [] }),
      null,
    );
    expect(rows.find(({ key }) => key === 'programStart')).toMatchObject({
      before: 30,
      after: 6,
      multiple: 5,
      unit: 's',
    });
    expect(findings.map(({ rule }) => rule)).toContain('Conditions');
  });
});
