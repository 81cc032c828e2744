import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { DriveClass } from '../fit';
import type { Link } from '../links';
import {
  estimateMemoryTest,
  estimateRun,
  estimateWipe,
  linkStage,
  readStage,
  RUN_KINDS,
  writeStage,
  type FinishedRun,
  type HealthGrade,
  type RunWork,
} from './index';

const sata: Link = { kind: 'sata', generation: 3 };
const usb2: Link = { kind: 'usb', mode: '2.0' };

interface Copy {
  bytes: number;
  class: DriveClass;
  health: HealthGrade;
  link: Link;
  target: DriveClass;
  whole?: boolean;
  crowded?: number | null;
}
const copy = ({ bytes, class: source, health, link, target, whole = false, crowded = null }: Copy): RunWork => ({
  kind: 'copy',
  bytes,
  source,
  stages: [
    readStage('old drive', { class: source, health, crowded, whole }),
    linkStage('new drive on USB', link),
    writeStage('new drive', target, bytes, 480e9),
  ],
});
const plain: Copy = { bytes: 120e9, class: 'SATA SSD', health: 'good', link: sata, target: 'SATA SSD' };

const classes = fc.constantFrom<DriveClass>('disk 5400', 'disk 7200', 'SATA SSD', 'NVMe gen 3', 'NVMe gen 4', 'eMMC');
const anyCopy: fc.Arbitrary<Copy> = fc.record({
  bytes: fc.integer({ min: 0, max: 4e12 }),
  class: classes,
  health: fc.constantFrom<HealthGrade>('good', 'watch', 'failing', 'unknown'),
  link: fc.constantFrom(sata, usb2),
  target: fc.constantFrom<DriveClass>('SATA SSD', 'NVMe gen 4'),
  whole: fc.boolean(),
  crowded: fc.option(fc.double({ min: 0, max: 1, noNaN: true }), { nil: null }),
});
const anyRun: fc.Arbitrary<FinishedRun> = fc.record({
  kind: fc.constantFrom(...RUN_KINDS),
  source: classes,
  prior: fc.integer({ min: 1, max: 40_000 }),
  took: fc.integer({ min: 1, max: 400_000 }),
});
const runs = (count: number, times: number, source: DriveClass = 'SATA SSD'): FinishedRun[] =>
  Array.from({ length: count }, () => ({ kind: 'copy', source, prior: 1000, took: 1000 * times }));

describe('how long a run takes', () => {
  it('takes about an hour over USB 2.0 for 120 GB, and says what limits', () => {
    const estimate = estimateRun(copy({ ...plain, link: usb2 }), []);
    expect(estimate.limitedBy).toBe('new drive on USB');
    expect(estimate.middle).toBeGreaterThan(50 * 60);
    expect(estimate.middle).toBeLessThan(90 * 60);
    expect(estimate.restsOn).toContain('no finished runs');
  });

  it('takes a failing disk at several times the time, a crowded one longer, the inner tracks too', () => {
    const disk: Copy = { ...plain, class: 'disk 5400' };
    const [well, ill] = [estimateRun(copy(disk), []), estimateRun(copy({ ...disk, health: 'failing' }), [])];
    expect(ill.middle / well.middle).toBeGreaterThan(3);
    expect(ill.limitedBy).toBe('old drive');
    expect(estimateRun(copy({ ...disk, crowded: 0.95 }), []).high).toBeGreaterThan(well.high);
    // 500 GB at 120 MB/s outside and 60 inside: 5,778 s, a mean of 86.6; used data is read at 0.8 of 120.
    const [mean = 0, outer = 1] = [true, false].map(
      (whole) => readStage('', { class: 'disk 5400', health: 'good', crowded: null, whole }).rates[1],
    );
    expect(mean / outer).toBeCloseTo(86.56 / 96, 2);
  });

  it('slows down once the cache of the new drive is spent', () => {
    const [little, much] = [10e9, 400e9].map((bytes) => writeStage('', 'NVMe gen 3', bytes, 480e9).rates[1]);
    expect(little).toBe(1100);
    expect(much).toBeLessThan(900);
  });

  it('divides a link among what flows over it', () => {
    expect(linkStage('', usb2, 2).rates[2]).toBe(linkStage('', usb2).rates[2] / 2);
  });

  it('learns from finished runs: a few hardly move it, many do, another class counts less', () => {
    const work = copy(plain);
    const prior = estimateRun(work, []);
    const by = (finished: FinishedRun[]) => estimateRun(work, finished).middle / prior.middle;
    expect(by(runs(1, 2))).toBeLessThan(1.15);
    expect(by(runs(60, 2))).toBeGreaterThan(1.8);
    expect(by(runs(60, 2, 'disk 5400'))).toBeLessThan(by(runs(60, 2)));
    expect(by(runs(60, 2).map((run) => ({ ...run, kind: 'wipe' })))).toBe(1);
    const many = estimateRun(work, runs(60, 1));
    expect(many.high / many.low).toBeLessThan(prior.high / prior.low);
    expect(many.restsOn).toContain('60 finished runs of this shop, 60 of them from SATA SSD');
    expect(many.prior).toBe(prior.middle);
  });

  it('orders its ranges; more bytes and worse health never take less time, whatever was learnt', () => {
    fc.assert(
      fc.property(
        anyCopy,
        fc.constantFrom(...RUN_KINDS),
        fc.integer({ min: 0, max: 1e12 }),
        fc.array(anyRun, { maxLength: 40 }),
        (one, kind, more, finished) => {
          const at = (given: Copy) => estimateRun({ ...copy(given), kind }, finished);
          const { low, middle, high } = at(one);
          expect(low).toBeLessThanOrEqual(middle);
          expect(middle).toBeLessThanOrEqual(high);
          const larger = at({ ...one, bytes: one.bytes + more });
          for (const end of ['low', 'middle', 'high'] as const)
            expect(larger[end]).toBeGreaterThanOrEqual(at(one)[end]);
          expect(at({ ...one, health: 'failing' }).middle).toBeGreaterThanOrEqual(middle);
        },
      ),
    );
  });
});

describe('runs that no plan holds', () => {
  const memory = fc.record({
    bytes: fc.integer({ min: 2 ** 30, max: 2 ** 38 }),
    speed: fc.integer({ min: 800, max: 8400 }),
  });

  it('tests 16 GiB at 3200 MT/s twice in a bit more than an hour, by rules of thumb until the shop has its own', () => {
    const estimate = estimateMemoryTest({ bytes: 16 * 2 ** 30, speed: 3200 }, 2, []);
    expect(estimate.middle / 60).toBeCloseTo(72.6, 0);
    expect(estimate).toMatchObject({
      limitedBy: 'memory',
      restsOn: 'rules of thumb, no finished runs of this shop yet',
    });
    const own = { kind: 'memory test', prior: 1000, took: 2000 } as const;
    expect(estimateMemoryTest({ bytes: 2 ** 34, speed: 3200 }, 2, [own]).restsOn).toBe(
      'rules of thumb and 1 finished run of this shop',
    );
  });

  it('takes no less time for more passes, more memory or a lower rate', () => {
    fc.assert(
      fc.property(
        memory,
        fc.integer({ min: 1, max: 19 }),
        fc.array(anyRun, { maxLength: 20 }),
        (one, passes, finished) => {
          const by = (over: object, more = 0) => estimateMemoryTest({ ...one, ...over }, passes + more, finished);
          for (const end of ['low', 'middle', 'high'] as const) {
            expect(by({}, 1)[end]).toBeGreaterThanOrEqual(by({})[end]);
            expect(by({ bytes: one.bytes * 2 })[end]).toBeGreaterThanOrEqual(by({})[end]);
            expect(by({ speed: one.speed / 2 })[end]).toBeGreaterThanOrEqual(by({})[end]);
          }
        },
      ),
    );
  });

  it('wipes a disk to its inner tracks, and a drive over its link', () => {
    const wipe = (kind: DriveClass, link: Link, large = false) =>
      estimateWipe({ class: kind, bytes: 500e9, link, large }, []).middle / 60;
    // 500 GB at 90 MB/s times 0.9 (mean over the disk) and 0.9 (what a run reaches).
    expect(wipe('disk 5400', sata)).toBeCloseTo(114.6, 0);
    expect(wipe('disk 5400', sata, true)).toBeLessThan(wipe('disk 5400', sata));
    expect(wipe('SATA SSD', usb2)).toBeGreaterThan(wipe('SATA SSD', sata) * 3);
  });
});
