import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { PcieGeneration } from '../links';
import {
  compareSets,
  complaintOf,
  median,
  readMeasurement,
  type Fitted,
  type MeasuredDrive,
  type MeasurementSet,
} from './index';

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
const sata: MeasuredDrive = {
  link: { kind: 'sata', generation: 3 },
  class: 'SATA SSD',
  ratedRead: 560,
  ratedWrite: 510,
};
const drive: Fitted = { drive: sata, memory: null };
const nvme = (generation: PcieGeneration, over: Partial<MeasuredDrive> = {}): Fitted => ({
  drive: {
    link: { kind: 'pcie', generation, lanes: 4 },
    class: generation === 3 ? 'NVMe gen 3' : 'NVMe gen 4',
    ratedRead: generation === 3 ? 3500 : 7000,
    ratedWrite: generation === 3 ? 3000 : 6000,
    ...over,
  },
  memory: null,
});
const disk: Fitted = { drive: { ...sata, class: 'disk 5400', ratedRead: 130, ratedWrite: 130 }, memory: null };
const fast: Partial<MeasurementSet> = { sequentialRead: 3300, sequentialWrite: 2900, randomRead: 50, randomWrite: 180 };
const memory: Fitted = { drive: null, memory: { speed: 3200, bandwidth: 51_200 } };

describe('before and after', () => {
  it('gives multiples and shares', () => {
    const { rows, findings } = compareSets(before, { ...after, sequentialWrite: 480, randomWrite: 90 }, drive);
    const row = (key: string) => rows.find((one) => one.key === key);
    expect(row('startUp')).toMatchObject({ before: 100, after: 20, multiple: 5 });
    expect(row('randomRead')?.multiple).toBe(64);
    expect(row('sequentialRead')?.shareOfLink).toBeCloseTo(540 / 560);
    expect(findings.map((one) => one.outcome)).toEqual(['pass', 'pass', 'pass']);
  });

  it.each<[string, Partial<MeasurementSet>, Fitted, string]>([
    ['SATA 2', { sequentialRead: 270 }, drive, 'looks like SATA 2'],
    ['SATA 1', { sequentialRead: 131 }, drive, 'looks like SATA 1'],
    ['a bridge or a nearly full drive', { sequentialRead: 380 }, drive, 'one lane of PCIe 2'],
    ['no known cause', { sequentialRead: 430 }, drive, 'updates running'],
    ['half the lanes', { ...fast, sequentialRead: 1700 }, nvme(3), 'x2 gen 3'],
    ['an older link', { ...fast, sequentialRead: 1600 }, nvme(3), 'x4 gen 2'],
    ['one lane', { ...fast, sequentialRead: 860 }, nvme(3), 'x1 gen 3'],
    ['a slot of generation 3', { ...fast, sequentialRead: 3400 }, nvme(4), 'x4 gen 3'],
    ['USB 2.0', { sequentialRead: 38, attached: 'USB' }, drive, 'USB 2.0 link.'],
    ['USB 2.0, noted as inside', { sequentialRead: 38 }, drive, 'was measured inside'],
    ['10 Gb/s in front of NVMe', { sequentialRead: 1000, attached: 'USB' }, nvme(3), 'normal for this drive over USB'],
    [
      'a bridge without queueing',
      { sequentialRead: 300, attached: 'USB', link: { kind: 'usb', mode: '10 Gb/s' } },
      drive,
      'one command at a time',
    ],
    ['the link that was looked up', { link: { kind: 'sata', generation: 2 } }, drive, 'SATA 3 was expected'],
    ['lanes looked up', { ...fast, link: { kind: 'pcie', generation: 3, lanes: 2 } }, nvme(3), 'seat the card'],
    ['another kind of link noted', { link: { kind: 'pcie', generation: 3, lanes: 2 } }, drive, 'SATA 3 belongs there'],
    ['a cache that is spent', { sequentialWrite: 210, sustainedWrite: 90 }, drive, 'cache is spent'],
    ['shingled tracks', { sequentialRead: 125, sequentialWrite: 120, sustainedWrite: 20 }, disk, 'shingled'],
    ['heat', { ...fast, sustainedRead: 900 }, nvme(3), 'slows itself down by heat'],
    ['heat by the sensor', { ...fast, temperature: 78 }, nvme(3), '78 °C under load'],
    ['slow writing of a hot drive', { ...fast, sequentialWrite: 900, temperature: 80 }, nvme(3), 'hot (80 °C)'],
    ['no queueing', { randomRead: 32, loadedRead: 33 }, drive, 'IDE mode'],
    ['writes far below the class', { randomWrite: 12 }, drive, 'not aligned'],
    ['reads far below the class', { randomRead: 3 }, drive, 'TRIM off'],
    ['4 KiB over USB', { attached: 'USB', link: { kind: 'usb', mode: '5 Gb/s' } }, drive, 'say nothing of the drive'],
    ['one channel', { memoryBandwidth: 24_000 }, memory, 'one channel?'],
    ['a rate below the label', { memoryRate: 2666 }, memory, 'profile that is off'],
    ['a slower start', { startUps: [130, 131, 132] }, drive, 'entry of the old drive'],
  ])('reads %s from the figures', (_name, figures, fitted, words) => {
    const { findings } = compareSets(before, { ...after, ...figures }, fitted);
    expect(findings.map(({ sentence, remedy }) => `${sentence} ${remedy ?? ''}`).join('\n')).toContain(words);
  });

  it('finds nothing wrong with what is as it should be', () => {
    const fine = (set: Partial<MeasurementSet>, fitted: Fitted) =>
      compareSets(null, { ...after, ...set }, fitted).findings.filter(({ outcome }) => outcome !== 'pass');
    expect(fine({ ...fast, loadedRead: 800, temperature: 55, sustainedRead: 3200 }, nvme(3))).toEqual([]);
    expect(fine({ sequentialRead: 128, sequentialWrite: 120, randomRead: 0.5, randomWrite: 1 }, disk)).toEqual([]);
    expect(fine({ memoryBandwidth: 42_000, memoryRate: 3199 }, memory)).toEqual([]);
    // What is written after the cache is spent is slower by make.
    expect(fine({ sequentialWrite: 480, randomWrite: 90, sustainedWrite: 120 }, drive)).toEqual([]);
  });

  it('a rate over USB whose link nobody noted is not judged', () => {
    const { findings } = compareSets(null, { ...after, attached: 'USB' }, drive);
    expect(findings.map(({ rule, outcome }) => [rule, outcome])).toEqual([
      ['Link', 'unknown'],
      ['4 KiB', 'unknown'],
    ]);
  });

  it.each<[string, Partial<MeasurementSet>, string[]]>([
    ['another tool', { method: 'file copy' }, ['startUp']],
    ['over USB', { attached: 'USB' }, []],
    ['under other conditions', { conditions: ['on the charger'] }, []],
  ])('makes no multiple of figures taken with %s', (_name, other, keep) => {
    const { rows, findings } = compareSets(
      { ...before, conditions: [] },
      { ...after, conditions: [], ...other },
      drive,
    );
    expect(rows.flatMap(({ key, multiple }) => (multiple === null ? [] : [key]))).toEqual(keep);
    expect(findings.some(({ outcome, remedy }) => outcome === 'limit' && remedy?.startsWith('measure again'))).toBe(
      true,
    );
  });

  it('what nobody noted of the settings makes them neither alike nor unlike', () => {
    const { rows, findings } = compareSets({ ...before, method: ' ' }, { ...after, conditions: [] }, drive);
    expect(findings.filter(({ outcome }) => outcome === 'unknown').map(({ rule }) => rule)).toEqual([
      'Method',
      'Conditions',
    ]);
    expect(rows.find(({ key }) => key === 'startUp')?.multiple).toBe(5);
    expect(compareSets({ ...before, method: '1 MiB  qd8, 3 Runs' }, after, drive).rows[0]?.multiple).not.toBeNull();
  });

  it('a faster figure is never judged worse', () => {
    const rate = fc.double({ min: 50, max: 8000, noNaN: true });
    fc.assert(
      fc.property(rate, rate, fc.constantFrom(drive, disk, nvme(3), nvme(4)), (a, b, fitted) => {
        const stands = (read: number) =>
          compareSets(
            null,
            { ...after, sequentialRead: read, sequentialWrite: null, randomRead: null, randomWrite: null },
            fitted,
          )
            .findings.filter(({ rule }) => rule === 'Rate')
            .some(({ outcome }) => outcome !== 'pass');
        expect(stands(Math.max(a, b)) && !stands(Math.min(a, b))).toBe(false);
      }),
    );
  });

  it('names start-ups that stand out, and too few of them', () => {
    const odd = compareSets(before, { ...after, startUps: [20, 20, 60] }, drive).findings;
    expect(odd.some((one) => one.sentence.startsWith('60 s'))).toBe(true);
    const one = compareSets(before, { ...after, startUps: [20] }, drive).findings;
    expect(one.some((reason) => reason.rule === 'Start-ups')).toBe(true);
  });

  it('makes no multiple out of a missing figure', () => {
    for (const row of compareSets(null, after).rows) expect(row.multiple).toBeNull();
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
      set({ programStarts: [6, 6, 6], conditions: ['on the charger'] }),
    );
    expect(rows.find(({ key }) => key === 'programStart')).toMatchObject({
      before: 30,
      after: 6,
      multiple: 5,
      unit: 's',
    });
    expect(findings).toEqual([]);
  });
});
