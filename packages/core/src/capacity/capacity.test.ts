import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  aboutSameSize,
  binary,
  bytesOfNominal,
  decimal,
  fileSize,
  nominalOfSectors,
  parseCapacity,
  separated,
  sectorsOfNominal,
  smallestSold,
  SOLD_NOMINALS,
  soldName,
} from './index';

describe('nominal capacities (IDEMA LBA1-03)', () => {
  it.each([
    [120, 234_441_648, 29_305_206, 120_034_123_776],
    [256, 500_118_192, 62_514_774, 256_060_514_304],
    [500, 976_773_168, 122_096_646, 500_107_862_016],
    [1000, 1_953_525_168, 244_190_646, 1_000_204_886_016],
    [8000, 15_628_053_168, 1_953_506_646, 8_001_563_222_016],
  ])('%i GB', (nominal, sectors, sectors4k, bytes) => {
    expect(sectorsOfNominal(nominal)).toBe(sectors);
    expect(sectorsOfNominal(nominal, 4096)).toBe(sectors4k);
    expect(bytesOfNominal(nominal)).toBe(bytes);
  });

  it('goes back from sectors to the name', () => {
    fc.assert(
      fc.property(fc.integer({ min: 50, max: 20_000 }), fc.constantFrom(512 as const, 4096 as const), (gb, size) => {
        expect(nominalOfSectors(sectorsOfNominal(gb, size), size)).toBe(gb);
      }),
    );
    expect(nominalOfSectors(30_277_632)).toBeNull();
    expect(soldName(bytesOfNominal(1000))).toBe('1 TB');
    expect(soldName(15_500_000_000)).toBe('16 GB');
    expect(soldName(372_000_000)).toBe('372 MB');
  });

  it('finds the smallest sold drive, never one that is too small', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 8_000_000_000_000 }), (bytes) => {
        const sold = smallestSold(bytes);
        expect(sold).not.toBeNull();
        expect(bytesOfNominal(sold ?? 0)).toBeGreaterThanOrEqual(bytes);
        const smaller = SOLD_NOMINALS[SOLD_NOMINALS.indexOf(sold ?? 0) - 1];
        if (smaller) expect(bytesOfNominal(smaller)).toBeLessThan(bytes);
      }),
    );
    expect(smallestSold(9e12)).toBe(10_000);
    expect(smallestSold(33e12)).toBeNull();
  });
});

describe('display and typing', () => {
  it('shows both worlds', () => {
    expect(binary(bytesOfNominal(500))).toBe('465.8 GiB');
    expect(decimal(bytesOfNominal(500))).toBe('500.1 GB');
    expect([1_572_864, 411_600, 12].map(fileSize)).toEqual(['1.6 MB', '412 kB', '12 B']);
    expect(binary(16 * 1024 ** 2)).toBe('16 MiB');
  });

  it.each([
    ['500 GB', 500e9],
    ['465,5 GiB', 465.5 * 1024 ** 3],
    ['1tb', 1e12],
    ['12', 12 * 1024 ** 3],
    ['0', 0],
  ])('reads %s', (text, bytes) => {
    expect(parseCapacity(text)).toEqual({ ok: true, bytes });
  });

  it.each(['', 'much', '-4 GB', '5 pounds', '1e400 TB', '9999999999 TB'])('refuses %j with a sentence', (text) => {
    const parsed = parseCapacity(text);
    expect(parsed.ok).toBe(false);
    if (!parsed.ok) expect(parsed.sentence.length).toBeGreaterThan(10);
  });

  it.each([
    ['1.000 GB', 'can be 1 GB or 1000 GB'],
    ['64.000', 'can be 64 GiB or 64000 GiB'],
  ])('asks which is meant by %j', (text, words) => {
    const parsed = parseCapacity(text);
    expect(parsed.ok ? '' : parsed.sentence).toContain(words);
  });

  it.each([
    ['1.000 TB', 1e12],
    ['0.500 TB', 5e11],
    ['1,024 MiB', 1024 * 1024 ** 2],
    ['1,024 TB', 1.024e12],
    ['1,000,204 MB', 1_000_204e6],
    ['1.000,5 MB', 1000.5e6],
    ['465.76 GiB', Math.round(465.76 * 1024 ** 3)],
  ])('takes %j for what it can only be', (text, bytes) => expect(parseCapacity(text)).toEqual({ ok: true, bytes }));

  it('reads what it writes itself, to its last digit', () => {
    fc.assert(
      fc.property(fc.integer({ min: 100e6, max: 60e12 }), fc.constantFrom(binary, decimal), (bytes, write) => {
        const parsed = parseCapacity(write(bytes));
        expect(parsed.ok && Math.abs(parsed.bytes - bytes) / bytes).toBeLessThan(0.06);
      }),
      { numRuns: 2000 },
    );
    expect(binary(12 * 1024 ** 4)).toBe('12 TiB');
    expect(parseCapacity(binary(1000 * 1024 ** 3))).toEqual({ ok: true, bytes: 1000 * 1024 ** 3 });
  });

  it.each(['1.00.000 MB', '1.000.0 MB', '1,000.5.2 GB'])('refuses groups that are none: %j', (text) => {
    expect(parseCapacity(text).ok).toBe(false);
  });

  it('never throws, whatever is typed', () => {
    fc.assert(fc.property(fc.string(), (text) => void parseCapacity(text)));
  });

  it('takes a rounded listing for the drive, and not the next size', () => {
    expect(aboutSameSize(bytesOfNominal(256), 238.5 * 1024 ** 3)).toBe(true);
    expect(aboutSameSize(bytesOfNominal(256), bytesOfNominal(250))).toBe(false);
  });
});

it('a figure is written as Intl writes it in English', () => {
  const value = fc.oneof(
    fc.double({ min: -1e12, max: 1e12, noNaN: true }),
    fc.integer({ min: -1e9, max: 1e9 }).map((whole) => whole / 8),
    fc.constantFrom(0, 0.05, 0.95, 9.95, 999.5, 999.95, 1000, 999_999.5, -0.04),
  );
  fc.assert(
    fc.property(value, fc.integer({ min: 0, max: 2 }), (one, decimals) => {
      expect(separated(one, decimals)).toBe(one.toLocaleString('en', { maximumFractionDigits: decimals }));
    }),
    { numRuns: 5000 },
  );
});
