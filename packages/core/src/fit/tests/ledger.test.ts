import { describe, expect, it } from 'vitest';
import { bytesOfNominal } from '../../capacity';
import { adapt } from '../adapt';
import { bayRules, liesLoose } from '../bay';
import { m2Rules } from '../m2';
import {
  fitDrive,
  DriveCatalogue,
  speedOver,
  type BaySite,
  type BoxDrive,
  type FitAdapter,
  type M2Drive,
  type M2Site,
} from '../index';
import * as samples from './samples.test-data';

const slot: M2Site = { ...samples.slot, posts: [42, 80], sata: 3, roomAbove: 2, roomBelow: 1.35 };
const card = samples.nvme;
const bay: BaySite = { ...samples.bay, sata: 2 };
const box: BoxDrive = { ...samples.box, bytes: bytesOfNominal(480) };
const modern = { uefi: true, startsNvme: true };
const rule = (drive: M2Drive, name: string, site = slot) => m2Rules(site, drive).find((one) => one.rule === name);

describe('the ledger of an M.2 card', () => {
  it('shows what was measured and what may be', () => {
    expect(rule(card, 'Height')).toMatchObject({ outcome: 'pass', measured: '1.5 mm', limit: '2.0 mm' });
    expect(rule(card, 'Length')).toMatchObject({ measured: '2280', limit: 'posts 42, 80' });
    expect(rule(card, 'Protocol')).toMatchObject({ measured: 'PCIe', limit: 'SATA 3 or x4 gen 3' });
  });

  it.each<[string, Partial<M2Drive>, string, string]>([
    ['Length', { length: 110 }, 'longer than the last post', 'a shorter card'],
    ['Length', { length: 60 }, 'has no post', 'an extender to 80'],
    ['Key', { keys: ['B'] }, 'does not go into M', 'a card with key M'],
    ['Height', { heatsink: 3, heatsinkOff: false }, 'too high', 'without heatsink'],
    ['Height', { top: 2.4 }, 'too high', 'a flatter card'],
    ['Sides', { bottom: 1.5 }, 'it would bow', 'a single-sided card'],
  ])('%s refuses with the reason and what would do', (name, over, words, remedy) => {
    const found = rule({ ...card, ...over }, name);
    expect(found?.outcome).toBe('fail');
    expect(found?.sentence).toContain(words);
    expect(found?.remedy).toContain(remedy);
  });

  it('takes parts below where there is room, and asks where nobody measured', () => {
    expect(rule({ ...card, bottom: 1.35 }, 'Sides')?.outcome).toBe('pass');
    expect(rule({ ...card, bottom: 0.7 }, 'Sides', { ...slot, roomBelow: null })).toMatchObject({
      outcome: 'unknown',
      remedy: 'measure the room under the card',
    });
  });

  it('says which protocol a slot without either lacks', () => {
    const dead = { ...slot, sata: null, pcie: null };
    expect(rule(card, 'Protocol', dead)?.sentence).toContain('nothing only');
  });
});

describe('the ledger of a bay', () => {
  it('calls a flat drive loose only in a 2.5 inch bay with play', () => {
    expect(liesLoose(bay, box)).toBe(true);
    expect(liesLoose({ ...bay, height: 7 }, box)).toBe(false);
    expect(liesLoose({ ...bay, height: null }, box)).toBe(false);
    expect(bayRules(bay, box)[0]?.sentence).toContain('spacer needed');
  });

  it('asks for the height where nobody measured it', () => {
    expect(bayRules({ ...bay, height: null }, box)[0]).toMatchObject({ outcome: 'unknown' });
  });

  it('halves a SATA 3 drive on a SATA 2 port, and says so', () => {
    const result = fitDrive({ ...bay, height: 7 }, box, { firmware: modern, use: 'system' });
    expect(result.speedHere).toBe(285);
    expect(result.reasons.find((one) => one.rule === 'Link')).toMatchObject({
      outcome: 'limit',
      sentence: 'SATA 2: 51 % of its rating',
    });
  });

  it('says which other port a site takes away', () => {
    const shared = { ...slot, disables: 'SATA port 2' };
    const found = fitDrive(shared, card, { firmware: modern, use: 'system' }).reasons.find(
      (one) => one.rule === 'Sharing',
    );
    expect(found?.sentence).toBe('SATA port 2 stops working while this site is used');
  });
});

describe('adapters', () => {
  const sata: M2Drive = { ...card, link: { kind: 'sata', generation: 3 }, class: 'SATA SSD', read: 550 };

  it('make of a drive what the site takes, or nothing', () => {
    expect(adapt(box, { kind: 'bracket', from: '2.5', to: '3.5' })).toMatchObject({ form: '3.5' });
    expect(adapt(card, { kind: 'bracket', from: '2.5', to: '3.5' })).toBeNull();
    expect(adapt({ ...card, length: 42 }, { kind: 'extender', from: 42, to: 80 })).toMatchObject({ length: 80 });
    expect(adapt(card, { kind: 'extender', from: 42, to: 80 })).toBeNull();
    expect(adapt(sata, { kind: 'shell', height: 7 })).toMatchObject({ form: '2.5', height: 7, needs12V: false });
    expect(adapt({ ...sata, length: 110 }, { kind: 'shell', height: 7 })).toBeNull();
    expect(adapt(card, { kind: 'shell', height: 7 })).toBeNull();
  });

  it('are chosen by what is on the shelf, then by price', () => {
    const part = (partId: string, price: number, stock: number): FitAdapter => ({
      partId,
      name: partId,
      price,
      stock,
      adapter: { kind: 'bracket', from: '2.5', to: '3.5' },
    });
    const site: BaySite = { ...bay, form: '3.5', height: 26.1 };
    const chosen = (parts: FitAdapter[]) =>
      fitDrive(site, box, { firmware: modern, use: 'system' }, parts).adapters[0]?.partId;
    expect(chosen([part('none-there', 100, 0), part('dear', 900, 1), part('cheap', 500, 1)])).toBe('cheap');
    expect(chosen([part('b', 100, 0), part('a', 100, 0)])).toBe('a');
  });
});

describe('ranking', () => {
  it('explains every place', () => {
    const offer = (partId: string, drive: BoxDrive | M2Drive, stock = 1) => ({ partId, drive, price: 5000, stock });
    const offers = [
      offer('wrong', card),
      offer('small', { ...box, bytes: bytesOfNominal(240) }),
      offer('gone', box, 0),
      offer('there', box),
    ];
    const need = { bytes: bytesOfNominal(480), use: 'system' as const };
    const ranked = DriveCatalogue.of({ offers }).rank({ ...bay, height: 7 }, modern, need).candidates;
    expect(ranked.map((one) => one.offer.partId)).toEqual(['there', 'gone', 'small', 'wrong']);
    expect(ranked.map((one) => one.because)).toEqual([
      expect.stringContaining('the old drive’s screws'.replace('’', "'")),
      expect.stringContaining('none on the shelf'),
      expect.stringContaining('too small'),
      expect.stringContaining('no: '),
    ]);
  });

  it('never gives more than the rating', () => {
    expect(speedOver({ kind: 'pcie', generation: 5, lanes: 4 }, 3400)).toBe(3400);
    expect(speedOver({ kind: 'sata', generation: 1 }, 560)).toBe(140);
  });
});
