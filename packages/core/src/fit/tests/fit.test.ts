import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { bytesOfNominal } from '../../capacity';
import type { Lanes, PcieGeneration, SataGeneration } from '../../links';
import {
  atLeastAsGood,
  fitDrive,
  DriveCatalogue,
  type Adapter,
  type BaySite,
  type BoxDrive,
  type Drive,
} from '../index';
import type { Firmware, FitAdapter, M2Drive, M2Length, M2Site, Offer } from '../index';
import { bay, box, nvme, slot } from './samples.test-data';

const cardSata: M2Drive = {
  ...nvme,
  class: 'SATA SSD',
  link: { kind: 'sata', generation: 3 },
  keys: ['B', 'M'],
  read: 560,
};
const disk35: BoxDrive = { ...box, class: 'disk 7200', form: '3.5', height: 26.1, needs12V: true, read: 200 };
const modern: Firmware = { uefi: true, startsNvme: true };
const part = (partId: string, adapter: Adapter): FitAdapter => ({
  partId,
  name: partId,
  price: 500,
  stock: 1,
  adapter,
});
const bracket = part('bracket', { kind: 'bracket', from: '2.5', to: '3.5' });
const extender = part('extender', { kind: 'extender', from: 42, to: 80 });
const shell = part('shell', { kind: 'shell', height: 7 });

describe('what plugs into what', () => {
  it.each<[string, M2Site | BaySite, Drive, FitAdapter[], string, string?]>([
    ['NVMe in its slot', slot, nvme, [], 'fits'],
    ['SATA card in a slot wired for PCIe only', slot, cardSata, [], 'no', 'Protocol'],
    ['SATA card where SATA is wired', { ...slot, sata: 3 }, cardSata, [], 'fits'],
    ['SATA card with keys B+M in a B slot', { ...slot, key: 'B', sata: 3, pcie: null }, cardSata, [], 'fits'],
    ['NVMe x4 card in a B slot', { ...slot, key: 'B' }, nvme, [], 'no', 'Key'],
    ['NVMe in an M slot wired for SATA only', { ...slot, sata: 3, pcie: null }, nvme, [], 'no', 'Protocol'],
    ['2242 with only an 80 mm post', slot, { ...nvme, length: 42 }, [], 'no', 'Length'],
    ['2242 with an extender', slot, { ...nvme, length: 42 }, [extender], 'fits with parts'],
    ['22110 in a slot for 80', slot, { ...nvme, length: 110 }, [extender], 'no', 'Length'],
    ['double-sided card over parts', slot, { ...nvme, bottom: 1.35 }, [], 'no', 'Sides'],
    ['heatsink under a flat cover', slot, { ...nvme, heatsink: 6.5, heatsinkOff: false }, [], 'no', 'Height'],
    ['heatsink that can come off', slot, { ...nvme, heatsink: 6.5, heatsinkOff: true }, [], 'fits'],
    ['heatsink that nobody looked at', slot, { ...nvme, heatsink: 6.5 }, [], 'cannot tell', 'Height'],
    [
      'a bracket of its own height in a flat 3.5 inch bay',
      { ...bay, form: '3.5', height: 20, power12V: true },
      box,
      [part('flat bracket', { kind: 'bracket', from: '2.5', to: '3.5', height: 15 })],
      'fits with parts',
    ],
    [
      'a bracket as high as a drive there',
      { ...bay, form: '3.5', height: 20, power12V: true },
      box,
      [bracket],
      'no',
      'Form',
    ],
    ['room above never measured', { ...slot, roomAbove: null }, nvme, [], 'cannot tell', 'Height'],
    ['fixing screw missing', { ...slot, screw: false }, nvme, [], 'fits with parts'],
    ['2.5 inch 9.5 mm in a 7 mm bay', { ...bay, height: 7 }, { ...box, height: 9.5 }, [], 'no', 'Height'],
    ['2.5 inch 7 mm in a 9.5 mm bay', bay, box, [], 'fits with parts'],
    [
      '2.5 inch in a 3.5 inch bay',
      { ...bay, form: '3.5', height: 26.1, power12V: true },
      box,
      [bracket],
      'fits with parts',
    ],
    ['2.5 inch in a 3.5 inch bay, no bracket', { ...bay, form: '3.5', height: 26.1 }, box, [], 'no', 'Form'],
    ['3.5 inch without 12 V', { ...bay, form: '3.5', height: 26.1 }, disk35, [], 'no', 'Power'],
    ['SATA card in a 2.5 inch shell', { ...bay, height: 7 }, cardSata, [shell], 'fits with parts'],
    ['NVMe card in a 2.5 inch shell', { ...bay, height: 7 }, nvme, [shell], 'no', 'Form'],
    ['bay whose ribbon is missing', { ...bay, height: 7, needs: 'ribbon' }, box, [], 'fits with parts'],
  ])('%s', (_name, site, drive, adapters, verdict, rule) => {
    const result = fitDrive(site, drive, { firmware: modern, use: 'system' }, adapters);
    expect(result.verdict).toBe(verdict);
    const open = result.reasons.filter((reason) => reason.outcome === 'fail' || reason.outcome === 'unknown');
    expect(open.map((reason) => reason.rule)).toEqual(rule ? [rule] : []);
  });

  it('gives the speed that is left in an older or narrower slot', () => {
    const gen4 = { ...nvme, link: { kind: 'pcie' as const, generation: 4 as const, lanes: 4 as const }, read: 7000 };
    expect(fitDrive(slot, gen4, { firmware: modern, use: 'system' }).speedHere).toBe(3600);
    const narrow = fitDrive({ ...slot, pcie: { generation: 3, lanes: 2 } }, nvme, { firmware: modern, use: 'system' });
    expect(narrow.speedHere).toBe(1800);
    expect(narrow.reasons.find((reason) => reason.rule === 'Link')?.outcome).toBe('limit');
  });

  it('asks the firmware only for a system drive', () => {
    const old: Firmware = { uefi: false, startsNvme: false };
    expect(fitDrive(slot, nvme, { firmware: old, use: 'system' }).verdict).toBe('no');
    expect(fitDrive(slot, nvme, { firmware: old, use: 'data' }).verdict).toBe('fits');
    expect(fitDrive(slot, nvme, { firmware: { ...old, startsNvme: null }, use: 'system' }).verdict).toBe('cannot tell');
  });
});

const lengths: M2Length[] = [30, 42, 60, 80, 110];
const anySlot: fc.Arbitrary<M2Site> = fc.record({
  id: fc.constant('a'),
  name: fc.constant('Site A'),
  form: fc.constant('m2' as const),
  key: fc.constantFrom('B' as const, 'M' as const),
  posts: fc.subarray(lengths, { minLength: 1 }),
  sata: fc.constantFrom<SataGeneration | null>(null, 2, 3),
  pcie: fc.option(
    fc.record({ generation: fc.constantFrom<PcieGeneration>(2, 3, 4), lanes: fc.constantFrom<Lanes>(1, 2, 4) }),
    { nil: null },
  ),
  roomAbove: fc.option(fc.double({ min: 1, max: 10, noNaN: true }), { nil: null }),
  roomBelow: fc.option(fc.double({ min: 0, max: 2, noNaN: true }), { nil: null }),
  screw: fc.boolean(),
});
const anyBay: fc.Arbitrary<BaySite> = fc.record({
  id: fc.constant('b'),
  name: fc.constant('Site B'),
  form: fc.constantFrom('2.5' as const, '3.5' as const),
  height: fc.option(fc.constantFrom(7, 9.5, 26.1), { nil: null }),
  sata: fc.constantFrom<SataGeneration>(1, 2, 3),
  power12V: fc.boolean(),
});
const anyDrive: fc.Arbitrary<Drive> = fc.oneof(
  fc
    .record({
      length: fc.constantFrom(...lengths),
      top: fc.constantFrom(1.2, 1.5),
      bottom: fc.constantFrom(0, 0.7, 1.5),
    })
    .chain((shape) => fc.constantFrom<Drive>({ ...nvme, ...shape }, { ...cardSata, ...shape })),
  fc.constantFrom<Drive>(box, { ...box, height: 9.5 }, { ...box, height: 15 }, disk35),
);
const adapterSet = fc.subarray([bracket, extender, shell, part('long', { kind: 'extender', from: 30, to: 80 })]);
const anyFirmware = fc.record({ uefi: fc.constant(true), startsNvme: fc.constantFrom(true, false, null) });

describe('what always holds', () => {
  it('removing an adapter never improves a verdict', () => {
    fc.assert(
      fc.property(
        fc.oneof(anySlot, anyBay),
        anyDrive,
        anyFirmware,
        adapterSet,
        fc.nat(),
        (site, drive, firmware, all, n) => {
          const fewer = all.filter((_adapter, index) => index !== n % Math.max(1, all.length));
          const before = fitDrive(site, drive, { firmware: firmware, use: 'system' }, all).verdict;
          expect(
            atLeastAsGood(before, fitDrive(site, drive, { firmware: firmware, use: 'system' }, fewer).verdict),
          ).toBe(true);
        },
      ),
    );
  });

  it('more room never turns yes into no', () => {
    fc.assert(
      fc.property(anySlot, anyDrive, fc.double({ min: 0, max: 5, noNaN: true }), (site, drive, more) => {
        if (site.roomAbove === null || fitDrive(site, drive, { firmware: modern, use: 'system' }).verdict === 'no')
          return;
        const roomier = { ...site, roomAbove: site.roomAbove + more };
        expect(fitDrive(roomier, drive, { firmware: modern, use: 'system' }).verdict).not.toBe('no');
      }),
    );
  });

  it('every no names a failing rule, every cannot tell what to measure', () => {
    fc.assert(
      fc.property(fc.oneof(anySlot, anyBay), anyDrive, anyFirmware, adapterSet, (site, drive, firmware, adapters) => {
        const { verdict, reasons } = fitDrive(site, drive, { firmware: firmware, use: 'system' }, adapters);
        if (verdict === 'no') expect(reasons.some((reason) => reason.outcome === 'fail')).toBe(true);
        if (verdict === 'cannot tell') {
          expect(reasons.some((reason) => reason.outcome === 'unknown' && reason.remedy)).toBe(true);
        }
      }),
    );
  });

  it('ranks alike whatever the order of the catalogue', () => {
    const offers: Offer[] = [nvme, cardSata, box, disk35, { ...nvme, bytes: bytesOfNominal(250) }].flatMap(
      (drive, n) => [
        { partId: `p${n}`, drive, price: 4000 + n * 100, stock: n % 2 },
        { partId: `q${n}`, drive, price: 4000 + n * 100, stock: n % 2 },
      ],
    );
    const need = { bytes: bytesOfNominal(500), use: 'system' as const };
    const ids = (list: Offer[]) =>
      DriveCatalogue.of({ offers: list, adapters: [extender] })
        .rank(slot, modern, need)
        .candidates.map((one) => one.offer.partId);
    fc.assert(
      fc.property(fc.shuffledSubarray(offers, { minLength: offers.length }), (list) => {
        expect(ids(list)).toEqual(ids(offers));
      }),
    );
    const ranked = DriveCatalogue.of({ offers }).rank(slot, modern, need).candidates;
    expect(ranked[0]?.needMet).toBe(true);
    expect(ranked.at(-1)?.verdict).toBe('no');
  });
});
