import { describe, expect, it } from 'vitest';
import { bytesOfNominal, nominalOfSectors, sectorsOfNominal, SOLD_NOMINALS } from '../capacity';
import { linkCeiling, linkPractical, type Link, type PcieGeneration, type SataGeneration, type UsbMode } from './index';

/** Tables of hard facts, row by row: payload ceiling and what is seen in practice, MB/s. */
describe('SATA, 8b/10b', () => {
  it.each<[SataGeneration, number, number, number]>([
    [1, 150, 120, 140],
    [2, 300, 250, 285],
    [3, 600, 500, 560],
  ])('generation %i', (generation, ceiling, low, high) => {
    const link: Link = { kind: 'sata', generation };
    expect(linkCeiling(link)).toBe(ceiling);
    expect(linkPractical(link)).toEqual([low, high]);
  });
});

describe('PCI Express, per lane', () => {
  it.each<[PcieGeneration, number, number, number]>([
    [1, 250, 200, 220],
    [2, 500, 380, 430],
    [3, 984.6, 800, 900],
    [4, 1969.2, 1650, 1850],
    [5, 3938.5, 3000, 3600],
  ])('generation %i', (generation, ceiling, low, high) => {
    const one: Link = { kind: 'pcie', generation, lanes: 1 };
    const four: Link = { kind: 'pcie', generation, lanes: 4 };
    expect(linkCeiling(one)).toBe(ceiling);
    expect(linkPractical(one)).toEqual([low, high]);
    expect(linkCeiling(four)).toBeCloseTo(4 * ceiling);
    expect(linkPractical(four)[1]).toBe(4 * high);
  });

  it('gives two lanes of generation 3 about what four of generation 2 give', () => {
    const [narrow, old]: Link[] = [
      { kind: 'pcie', generation: 3, lanes: 2 },
      { kind: 'pcie', generation: 2, lanes: 4 },
    ];
    expect(narrow && old && Math.abs(linkCeiling(narrow) - linkCeiling(old))).toBeLessThan(40);
  });
});

describe('USB', () => {
  it.each<[UsbMode, number]>([
    ['2.0', 53.2],
    ['5 Gb/s', 500],
    ['10 Gb/s', 1212],
    ['20 Gb/s', 2424],
  ])('%s', (mode, ceiling) => {
    const link: Link = { kind: 'usb', mode };
    expect(linkCeiling(link)).toBe(ceiling);
    expect(linkPractical(link)[1]).toBeLessThan(ceiling);
    expect(linkPractical(link)[0]).toBeLessThan(linkPractical(link)[1]);
  });
});

describe('sector counts of sold drives (IDEMA LBA1-03)', () => {
  it.each([
    [60, 117_231_408],
    [64, 125_045_424],
    [160, 312_581_808],
    [320, 625_142_448],
    [640, 1_250_263_728],
    [750, 1_465_149_168],
    [1024, 2_000_409_264],
    [3000, 5_860_533_168],
    [6000, 11_721_045_168],
  ])('%i GB', (nominal, sectors) => {
    expect(sectorsOfNominal(nominal)).toBe(sectors);
    expect(nominalOfSectors(sectors)).toBe(nominal);
  });

  it('are in ascending order and each a little more than its name', () => {
    for (const [index, nominal] of SOLD_NOMINALS.entries()) {
      expect(bytesOfNominal(nominal)).toBeGreaterThan(nominal * 1e9);
      const before = SOLD_NOMINALS[index - 1];
      if (before !== undefined) expect(nominal).toBeGreaterThan(before);
    }
  });
});
