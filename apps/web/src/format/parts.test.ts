import { describe, expect, it } from 'vitest';
import { bytesOfNominal, GIB } from '@udrel/core/capacity';
import type { Drive, M2Site } from '@udrel/core/fit';
import { describeDrive, describePart, describeSite, driveSize, siteLinks } from './parts';

const slot: M2Site = {
  id: 'a',
  name: 'Site A',
  form: 'm2',
  key: 'M',
  posts: [30, 80],
  sata: 3,
  pcie: { generation: 3, lanes: 4 },
  roomAbove: 2.4,
  roomBelow: 0,
  screw: true,
};
const card: Drive = {
  maker: 'Kestrin',
  name: 'N6',
  bytes: bytesOfNominal(1000),
  sectorSize: 512,
  class: 'NVMe gen 3',
  link: { kind: 'pcie', generation: 3, lanes: 4 },
  read: 3400,
  write: 3000,
  form: 'm2',
  length: 80,
  keys: ['M'],
  top: 1.5,
  bottom: 0,
  heatsink: 6,
};

describe('sites and parts in a few words', () => {
  it('names what a site carries', () => {
    expect(describeSite(slot)).toBe('M.2, key M, x4 gen 3 or SATA 3; posts 30, 80; 2.4 mm above the board');
    expect(siteLinks({ ...slot, pcie: null })).toEqual(['SATA 3']);
    const bay = {
      id: 'b',
      name: 'Site B',
      form: '2.5' as const,
      height: null,
      sata: 2 as const,
      power12V: false,
      needs: 'ribbon',
    };
    expect(describeSite(bay)).toBe('2.5 inch bay, SATA 2; height not measured; needs ribbon');
    expect(describeSite({ ...bay, height: 7, needs: '' })).toBe('2.5 inch bay, SATA 2; up to 7 mm high');
    const optical = { id: 'o', name: 'Site O', form: 'optical' as const, height: 9.5, sata: 1 as const };
    expect(describeSite(optical)).toBe('optical bay, SATA 1; 9.5 mm high');
    const mini = { id: 'm', name: 'Site M', form: 'msata' as const, size: 'half' as const, sata: null, screw: true };
    expect(describeSite(mini)).toBe('Mini Card, half size, nothing wired');
    const server = {
      ...bay,
      needs: '',
      connector: 'U.2' as const,
      pcie: { generation: 4 as const, lanes: 4 as const },
    };
    expect(describeSite(server)).toBe('2.5 inch bay, x4 gen 4 or U.2, SATA 2; height not measured');
  });

  it('names size, shape and link of a drive, and a heatsink', () => {
    expect(describeDrive(card)).toBe('M.2 2280, x4 gen 3, heatsink');
    expect(driveSize(card)).toBe('1 TB');
    expect(describePart({ spec: card })).toBe('1 TB, M.2 2280, x4 gen 3, heatsink');
  });

  it('names a module, and nothing of what has no figures', () => {
    const module = {
      maker: 'B',
      name: 'S4',
      generation: 'DDR4' as const,
      form: 'SO-DIMM' as const,
      bytes: 8 * GIB,
      speed: 3200,
    };
    expect(describePart({ spec: module })).toBe('8 GiB DDR4 SO-DIMM, 3200 MT/s');
    expect(describePart({ spec: { kind: 'bracket', from: '2.5', to: '3.5' } })).toBe('');
    expect(describePart({ spec: null })).toBe('');
  });
});
