import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  alikeReads,
  figuresOfReads,
  isReadsFile,
  judgeReads,
  placesOf,
  readForFigures,
  readReadsFile,
  smallReads,
  type DriveReads,
} from './index';

const MIB = 2 ** 20;

/** A drive of its own time: how long each read takes, ms; null where it fails. */
function drive(bytes: number, take: (offset: number, length: number) => number | null) {
  let now = 0;
  let seed = 1;
  const asked: { offset: number; length: number }[] = [];
  return {
    asked,
    bytes,
    now: () => now,
    random: () => (seed = (seed * 16_807) % 2_147_483_647) / 2_147_483_647,
    read: (offset: number, length: number) => {
      asked.push({ offset, length });
      const took = take(offset, length);
      now += took ?? 200;
      return took;
    },
  };
}

const reads = (over: Partial<DriveReads> = {}): DriveReads => ({
  serial: 'KD5-1',
  bytes: 500e9,
  where: 'berth',
  link: 'SATA 3',
  seconds: 30,
  places: Array.from({ length: 9 }, (_none, n) => ({ offset: n * 60e9, rate: 110 - 6 * n, failed: 0 })),
  small: { count: 900, failed: 0, rate: 0.3, middle: 13, slowest20: 18, slowest100: 40, slowest: 70 },
  ...over,
});

describe('a drive that is read for its figures', () => {
  it('is read at nine places and then all over, for the time that is given', async () => {
    const disk = drive(500e9, (offset, length) => (length > 4096 ? length / 1000 / (110 * (1 - offset / 1e12)) : 14));
    const { places, small } = await readForFigures(disk, 30);
    expect(places.map(({ offset }) => offset)).toEqual(placesOf(500e9));
    expect(places[0]?.rate).toBeCloseTo(110, 0);
    expect(places[8]?.rate).toBeCloseTo(55, 0);
    expect(small).toMatchObject({ middle: 14, slowest: 14, rate: 0.29, failed: 0 });
    expect(disk.now() / 1000).toBeGreaterThan(29);
    expect(disk.now() / 1000).toBeLessThan(31);
  });

  it('goes on after places that cannot be read, and after small reads that fail', async () => {
    const [, , bad = 0] = placesOf(500e9);
    const damaged = drive(500e9, (offset, length) => (Math.abs(offset - bad) < 1e9 ? null : length > 4096 ? 10 : 12));
    const { places } = await readForFigures(damaged, 15);
    expect(places[2]).toEqual({ offset: bad, rate: null, failed: 3 });
    expect(places[3]?.rate).toBeGreaterThan(0);
    const dead = await readForFigures(
      drive(500e9, () => null),
      15,
    );
    expect(dead).toEqual({ places: expect.any(Array) as unknown, small: null });
    expect(dead.places.every(({ rate, failed }) => rate === null && failed === 3)).toBe(true);
  });

  it('refuses what is smaller than nine stretches', async () => {
    await expect(
      readForFigures(
        drive(8 * MIB, () => 1),
        15,
      ),
    ).rejects.toThrow(RangeError);
  });

  it('never asks for a byte that is not there, and ends', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.integer({ min: 9 * MIB, max: 4e12 }),
        fc.constantFrom(15, 30, 60),
        fc.array(fc.option(fc.double({ min: 0.05, max: 40, noNaN: true }), { freq: 8 }), {
          minLength: 1,
          maxLength: 9,
        }),
        async (bytes, seconds, times) => {
          let n = 0;
          const any = drive(bytes, (_offset, length) => {
            const one = times[(n += 1) % times.length] ?? null;
            return one === null ? null : length > 4096 ? one + 1 : one;
          });
          const found = await readForFigures(any, seconds);
          expect(any.asked.every(({ offset, length }) => offset >= 0 && offset + length <= bytes)).toBe(true);
          expect(found.places).toHaveLength(9);
          // What hangs takes its time beyond: three reads a place, ten small ones.
          expect(any.now()).toBeLessThan(seconds * 1000 + 40 * 240);
          const { small } = found;
          if (small) {
            expect(small.middle).toBeLessThanOrEqual(small.slowest20);
            expect(small.slowest20).toBeLessThanOrEqual(small.slowest100);
            expect(small.slowest100).toBeLessThanOrEqual(small.slowest);
          }
        },
      ),
      { numRuns: 40 },
    );
  });

  it('is told by its slowest: of twenty, of a hundred, of all', () => {
    const times = Array.from({ length: 1000 }, (_none, n) => (n < 10 ? 50 : n < 50 ? 5 : 1));
    expect(smallReads(times, 2)).toMatchObject({
      count: 1000,
      failed: 2,
      middle: 1,
      slowest20: 5,
      slowest100: 50,
      slowest: 50,
    });
    expect(smallReads([], 3)).toBeNull();
  });
});

describe('what reads say', () => {
  it('is nothing of a disk that falls to half, and something of a weak place, a hang and what cannot be read', () => {
    expect(judgeReads(reads(), true).map(({ outcome }) => outcome)).toEqual(['pass']);
    const weak = reads().places.map((one, n) => (n === 4 ? { ...one, rate: 20 } : one));
    expect(judgeReads(reads({ places: weak }), true)[0]).toMatchObject({ rule: 'Weak place', outcome: 'limit' });
    const torn = reads().places.map((one, n) => (n === 8 ? { ...one, rate: null, failed: 3 } : one));
    expect(judgeReads(reads({ places: torn }), true)[0]).toMatchObject({ rule: 'Unreadable', outcome: 'fail' });
    const hanging = { ...(reads().small as NonNullable<DriveReads['small']>), slowest100: 180, slowest: 900 };
    expect(judgeReads(reads({ small: hanging }), false)[0]).toMatchObject({ rule: 'Reads hang' });
    expect(judgeReads(reads({ small: hanging }), true)[0]?.outcome).toBe('pass');
  });

  it('become figures: a disk by its outermost place, others by the middle one', () => {
    expect(figuresOfReads(reads(), true)).toMatchObject({ sequentialRead: 110, randomRead: 0.3, attached: 'inside' });
    expect(figuresOfReads(reads({ link: 'USB 5 Gbit/s', small: null }), false)).toEqual({
      sequentialRead: 86,
      attached: 'USB',
      method: '9 places, then 4 KiB QD1, 30 s, at a berth',
    });
  });

  it('is compared only with what was read for as long and in a like place', () => {
    expect(alikeReads(reads(), reads({ serial: 'NEW' }))).toBe(true);
    expect(alikeReads(reads(), reads({ seconds: 60 }))).toBe(false);
    expect(alikeReads(reads(), reads({ where: 'device' }))).toBe(false);
  });
});

describe('a measurement file', () => {
  const { where: _where, ...one } = reads();
  const file = (drives: unknown, over: object = {}) =>
    JSON.stringify({ format: 'udrel-measurement', version: 1, made: '', drives, ...over });

  it('tells what was read in the device', () => {
    expect(isReadsFile(file([one]))).toBe(true);
    expect(isReadsFile('{"sequentialRead": 500}')).toBe(false);
    expect(readReadsFile(file([one]))).toEqual({ ok: true, drives: [reads({ where: 'device' })] });
  });

  it.each([
    ['{', 'breaks off'],
    ['{"format":"another"}', 'no measurement file'],
    [file([one], { version: 9 }), 'of a version'],
    [file('no list'), 'a list of'],
    [file([{ ...one, bytes: -1 }]), 'Drive 1: bytes'],
    [file([{ ...one, places: one.places.slice(1) }]), 'places are nine'],
    [file([{ ...one, small: { ...one.small, slowest: 1 } }]), 'small has'],
  ])('%# says what is wrong', (text, says) => {
    const read = readReadsFile(text);
    expect(read.ok ? '' : read.sentence).toContain(says);
  });

  it('never throws', () => {
    fc.assert(fc.property(fc.json(), (text) => void readReadsFile(text)));
    fc.assert(
      fc.property(
        fc.record({ serial: fc.anything(), bytes: fc.anything(), places: fc.anything(), small: fc.anything() }),
        (any) => {
          void readReadsFile(file([any]));
        },
      ),
    );
  });
});
