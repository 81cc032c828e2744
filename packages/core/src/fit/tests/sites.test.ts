import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  DriveCatalogue,
  fitDrive,
  FREED,
  freedBy,
  SLOT_SIZES,
  type Adapter,
  type BaySite,
  type BladeSite,
  type BoxDrive,
  type CardDrive,
  type Drive,
  type FitAdapter,
  type M2Drive,
  type M2Site,
  type MsataDrive,
  type OpticalSite,
  type PcieSite,
  type Setting,
  type Site,
} from '../index';
import { bay, box, nvme, slot } from './samples.test-data';

const modern: Setting = { firmware: { uefi: true, startsNvme: true }, use: 'system' };
const data: Setting = { ...modern, use: 'data' };
const part = (name: string, adapter: Adapter): FitAdapter => ({ partId: name, name, price: 900, stock: 1, adapter });

const pcie: PcieSite = {
  id: 'p',
  name: 'Site P',
  form: 'pcie',
  size: 4,
  pcie: { generation: 3, lanes: 4 },
  starts: true,
  bracket: 'full',
  room: 312,
};
const short: PcieSite = { ...pcie, size: 1, pcie: { generation: 3, lanes: 1 } };
const blade: BladeSite = {
  id: 'f',
  name: 'Site F',
  form: 'blade',
  contacts: '12+16',
  sata: null,
  pcie: { generation: 3, lanes: 4 },
  roomAbove: 4,
  screw: true,
};
const { length: _length, keys: _keys, top: _top, bottom: _bottom, heatsink: _heatsink, ...plain } = nvme;
const addIn: CardDrive = { ...plain, form: 'pcie', size: 4, bracket: 'both', length: 167.65 };
const sata: M2Drive = {
  ...nvme,
  class: 'SATA SSD',
  link: { kind: 'sata', generation: 3 },
  keys: ['B', 'M'],
  read: 550,
};
const u2: BoxDrive = {
  ...box,
  height: 15,
  connector: 'U.2',
  needs12V: true,
  link: nvme.link,
  class: 'NVMe gen 3',
  read: 3000,
};
const pata: BoxDrive = {
  ...box,
  connector: 'PATA 44',
  class: 'disk 5400',
  link: { kind: 'pata', rate: 100 },
  read: 60,
};
const pataBay: BaySite = { ...bay, height: 7, connector: 'PATA 44', pata: 100 };
const mini: MsataDrive = { ...box, form: 'msata', size: 'full' };
const micro: BoxDrive = { ...box, form: '1.8', height: 5, connector: 'micro SATA' };
const optical: OpticalSite = { id: 'o', name: 'Site O', form: 'optical', height: 9.5, sata: 1, pata: 66 };
const disk35: BoxDrive = { ...box, form: '3.5', height: 26.1, needs12V: true, powerDisable: true, class: 'disk 7200' };
const bay35: BaySite = { ...bay, form: '3.5', height: 26.1, power12V: true };

const card = part('card', { kind: 'card', holds: 'm2', length: 80, size: 4, bracket: 'both', drives: 1 });
const wide = part('wide', { kind: 'card', holds: 'm2', length: 110, size: 16, bracket: 'full', drives: 4 });
const u2Card = part('U.2 card', { kind: 'card', holds: 'U.2', length: 0, size: 4, bracket: 'full', drives: 1 });
const onBlade = part('blade', { kind: 'blade adapter', contacts: '12+16', length: 80, adds: 1.5 });
const u2Lead = part('lead', { kind: 'U.2 lead', length: 80 });
const u2Shell = part('U.2 shell', { kind: 'U.2 shell', height: 15, length: 80 });
const pataShell = part('shell', { kind: 'shell', height: 7, connector: 'PATA 44' });
const pataMini = part('mini', { kind: 'msata shell', height: 7, connector: 'PATA 44' });
const caddy = part('caddy', { kind: 'caddy', height: 9.5, takes: 7, connector: 'PATA' });
const sataCaddy = part('SATA caddy', { kind: 'caddy', height: 9.5, takes: 7 });
const frame = part('frame', { kind: 'frame', from: '1.8', to: '2.5' });
const regulated = part('regulated', { kind: 'frame', from: '1.8', to: '2.5', regulator: true });
const lead = part('power lead', { kind: 'power lead' });
const edge = part('edge', { kind: 'bridge', from: 'SFF-8784', to: 'SATA' });

const u2Bay: BaySite = {
  ...bay,
  height: 15,
  connector: 'U.2',
  power12V: true,
  pcie: { generation: 3, lanes: 4 },
};
const led: M2Site = { ...slot, power12V: true };
const { pcie: _wired, sata: _sata, ...unread } = slot;
const onSlot: Setting = { ...modern, copied: { fromPcie: false } };

/** [what, site, drive, adapters, verdict, the rules that refuse or ask, setting]. */
type Case = [string, Site, Drive, FitAdapter[], string, string[], Setting?];

describe('what else holds a drive', () => {
  it.each<Case>([
    ['M.2 on a card in a slot', pcie, nvme, [card], 'fits with parts', []],
    ['M.2 without a card for the slot', pcie, nvme, [], 'no', ['Form']],
    ['SATA M.2, of which a card passes nothing on', pcie, sata, [card], 'no', ['Form']],
    ['22110 on a card for 80', pcie, { ...nvme, length: 110 }, [card], 'no', ['Form']],
    ['x4 card in x1 with an open end', { ...short, openEnd: true }, addIn, [], 'fits', []],
    ['x4 card in x1 with a closed end', { ...short, openEnd: false }, addIn, [], 'no', ['Slot']],
    ['x4 card in x1 of which nobody saw the end', short, addIn, [], 'cannot tell', ['Slot']],
    ['a full bracket in a low case', { ...pcie, bracket: 'low' }, { ...addIn, bracket: 'full' }, [], 'no', ['Bracket']],
    ['a long card in a short place', { ...pcie, room: 150 }, addIn, [], 'no', ['Length']],
    ['a place that nobody measured', { ...pcie, room: null }, addIn, [], 'cannot tell', ['Length']],
    ['a slot whose firmware does not start', { ...pcie, starts: false }, addIn, [], 'no', ['Starts from it']],
    ['the same for data', { ...pcie, starts: false }, addIn, [], 'fits', [], data],
    ['a flat card behind an adapter', blade, nvme, [onBlade], 'fits with parts', []],
    ['the same under a lower cover', { ...blade, roomAbove: 2 }, nvme, [onBlade], 'no', ['Form']],
    ['other contacts', { ...blade, contacts: '7+17' }, nvme, [onBlade], 'no', ['Form']],
    ['U.2 in a U.2 bay', u2Bay, u2, [], 'fits', []],
    ['U.2 in a U.2 bay without 12 V', { ...u2Bay, power12V: false }, u2, [], 'no', ['Power']],
    ['M.2 in a U.2 shell', u2Bay, nvme, [u2Shell], 'fits with parts', []],
    ['U.2 on a card', pcie, u2, [u2Card], 'fits with parts', []],
    ['U.2 on a lead from an M.2 slot', led, u2, [u2Lead], 'fits with parts', []],
    ['the same where nobody looked for 12 V', slot, u2, [u2Lead], 'cannot tell', ['Power']],
    ['the same without 12 V', { ...slot, power12V: false }, u2, [u2Lead], 'no', ['Form']],
    ['SAS in a SATA bay', bay, { ...box, connector: 'SAS' }, [edge], 'no', ['Connector']],
    ['M.2 SATA in a 44-pin shell', pataBay, sata, [pataShell], 'fits with parts', []],
    ['Mini Card in a 44-pin shell', pataBay, mini, [pataMini], 'fits with parts', []],
    ['a parallel drive in its bay', pataBay, pata, [], 'fits', []],
    ['a 5 mm edge in a SATA bay', bay, { ...box, height: 5, connector: 'SFF-8784' }, [], 'no', ['Connector']],
    ['the same behind a bridge', bay, { ...box, height: 5, connector: 'SFF-8784' }, [edge], 'fits with parts', []],
    ['a caddy with the parallel plug', optical, box, [caddy], 'fits with parts', []],
    ['a caddy with the other plug', optical, box, [sataCaddy], 'no', ['Form']],
    ['3.3 V drive in a plain frame', { ...bay, height: 7 }, { ...micro, volts: '3.3' }, [frame], 'no', ['Form']],
    [
      'the same with a regulator',
      { ...bay, height: 7 },
      { ...micro, volts: '3.3' },
      [regulated],
      'fits with parts',
      [],
    ],
    ['1.8 inch of which nobody read the label', { ...bay, height: 7 }, micro, [frame], 'cannot tell', ['Power']],
    [
      'a bay whose feed nobody measured',
      { ...bay, form: '1.8', connector: 'micro SATA' },
      micro,
      [],
      'cannot tell',
      ['Power'],
    ],
    [
      'power disable on a lead of its own',
      { ...bay35, power3V3: true, fourPin: true },
      disk35,
      [lead],
      'fits with parts',
      [],
    ],
    ['the same where nobody looked for a plug', { ...bay35, power3V3: true }, disk35, [lead], 'cannot tell', ['Pin 3']],
    ['a slot whose wiring nobody looked at', unread, nvme, [], 'cannot tell', ['Protocol']],
    ['storage on the board', { id: 'n', name: 'Site N', form: 'soldered' }, nvme, [card], 'no', ['Form']],
    [
      'an old system on NVMe',
      slot,
      nvme,
      [],
      'no',
      ['System'],
      { ...modern, copied: { system: 'Windows 8 or older', fromPcie: false } },
    ],
    [
      'the same with its driver',
      slot,
      nvme,
      [],
      'fits',
      [],
      { ...modern, copied: { system: 'Windows 8 or older, NVMe driver added', fromPcie: false } },
    ],
    [
      'the same on AHCI over PCIe',
      slot,
      { ...nvme, ahci: true },
      [],
      'fits',
      [],
      { ...onSlot, firmware: { uefi: false, startsNvme: false } },
    ],
  ])('%s', (_name, site, drive, adapters, verdict, rules, setting = modern) => {
    const result = fitDrive(site, drive, setting, adapters);
    expect(result.verdict).toBe(verdict);
    expect(
      result.reasons.filter(({ outcome }) => outcome === 'fail' || outcome === 'unknown').map(({ rule }) => rule),
    ).toEqual(rules);
  });

  it.each<[string, Site, Drive, FitAdapter[], number]>([
    ['x4 card in an open x1', { ...short, openEnd: true }, addIn, [], 900],
    ['SATA behind a 44-pin plug', pataBay, sata, [pataShell], 90],
    ['a caddy with the parallel plug', optical, box, [caddy], 60],
  ])('%s runs at what the link gives', (_name, site, drive, adapters, speed) => {
    expect(fitDrive(site, drive, modern, adapters).speedHere).toBe(speed);
  });

  const told = (rule: string, site: Site, drive: Drive, setting: Setting, adapters: FitAdapter[] = []) =>
    fitDrive(site, drive, setting, adapters).reasons.find((reason) => reason.rule === rule)?.sentence;

  it('says what it costs', () => {
    expect(told('Splitting', { ...pcie, size: 16 }, nvme, modern, [wide])).toContain('of 4 places only the first');
    expect(told('Splitting', { ...pcie, size: 16, splits: true }, nvme, modern, [wide])).toBeUndefined();
    expect(told('Sleep', blade, nvme, modern, [onBlade])).toContain('do not wake');
    expect(fitDrive(blade, nvme, modern, [onBlade]).checks).toEqual(['Wakes from sleep']);
    expect(fitDrive(slot, nvme, modern).checks).toBeUndefined();
    expect(told('Fixing', slot, nvme, modern)).toContain('screw');
    expect(told('Fixing', pcie, nvme, modern)).toBeUndefined();
    expect(told('Place', led, u2, modern, [u2Lead])).toContain('2.5 inch place');
    expect(told('System', slot, nvme, onSlot)).toContain('not noted');
    const raid = { ...onSlot, firmware: { ...modern.firmware, controller: 'RAID' as const } };
    expect(told('System', slot, nvme, raid)).toContain('RAID mode hides NVMe');
    expect(told('System', slot, nvme, { ...modern, copied: { fromPcie: true } })).toBeUndefined();
    expect(told('Starts from it', { ...pcie, starts: true }, addIn, modern)).toBe('firmware starts NVMe');
  });

  it('keeps why the part on the shelf does not do', () => {
    const near = fitDrive(optical, box, modern, [sataCaddy, card]).nearest;
    expect(near?.adapters.map(({ name }) => name)).toEqual(['SATA caddy']);
    expect(near?.reasons.map(({ sentence }) => sentence)).toEqual(['the caddy has SATA, the bay the parallel plug']);
    expect(fitDrive(optical, box, modern, [card]).nearest).toBeUndefined();
  });
});

const anyCard = fc.record({
  size: fc.constantFrom(...SLOT_SIZES),
  bracket: fc.constantFrom('full' as const, 'low' as const, 'both' as const),
  length: fc.integer({ min: 100, max: 320 }),
});
const anySlot = fc.record({
  size: fc.constantFrom(...SLOT_SIZES),
  lanes: fc.constantFrom(1 as const, 2 as const, 4 as const),
  openEnd: fc.option(fc.boolean(), { nil: undefined }),
  bracket: fc.constantFrom('full' as const, 'low' as const),
  room: fc.option(fc.integer({ min: 100, max: 320 }), { nil: null }),
});

describe('a card in a slot', () => {
  it('is never a yes while a fact is missing, and a fact that is added never makes a no of a missing one wrong', () => {
    fc.assert(
      fc.property(anyCard, anySlot, ({ size, bracket, length }, { lanes, openEnd, room, ...own }) => {
        const at = (end: boolean | undefined, free: number | null): Site => {
          const ending = end === undefined ? {} : { openEnd: end };
          return { ...pcie, ...own, pcie: { generation: 4, lanes }, room: free, ...ending };
        };
        const verdict = (site: Site) => fitDrive(site, { ...addIn, size, bracket, length }, data).verdict;
        const found = verdict(at(openEnd, room));
        if (room === null) expect(found).not.toBe('fits');
        // What is refused with a missing fact is refused whatever the fact is.
        if (found === 'no') {
          for (const end of openEnd === undefined ? [true, false] : [openEnd])
            for (const free of room === null ? [100, 320] : [room]) expect(verdict(at(end, free))).toBe('no');
        }
      }),
    );
  });
});

describe('what the old drive leaves behind', () => {
  const left = (site: Site, height: number | null, kind: Drive['class'] = 'disk 5400') =>
    freedBy(site, { class: kind, height });

  it('is its bracket, its caddy or its spacer, as far as it was measured', () => {
    expect(left(bay35, null, 'SATA SSD').freed?.adapter.kind).toBe('bracket');
    expect(left(bay35, 9.5).freed?.adapter.kind).toBe('bracket');
    expect(left(bay35, null)).toEqual({});
    expect(left(bay35, 26.1)).toEqual({});
    expect(left(optical, 9.5).freed?.adapter).toEqual({ kind: 'caddy', height: 9.5, takes: 9.5, connector: 'PATA' });
    expect(left(bay, 7)).toEqual({ spacer: 2.5 });
    expect(left(bay, 9.5)).toEqual({});
  });

  it('is used again before the shelf is, and costs nothing', () => {
    const bracket = part('bracket', { kind: 'bracket', from: '2.5', to: '3.5' });
    const catalogue = DriveCatalogue.of({
      offers: [{ partId: 'd', drive: box, price: 5000, stock: 1 }],
      adapters: [bracket],
    });
    const rank = (need: object) =>
      catalogue.rank(bay35, modern.firmware, { bytes: 0, use: 'system', ...need }).candidates[0];
    expect(rank(left(bay35, 7, 'SATA SSD'))?.adapters.map(({ partId }) => partId)).toEqual([FREED]);
    expect(rank({})?.adapters.map(({ partId }) => partId)).toEqual(['bracket']);
    expect(fitDrive(bay, box, { ...modern, ...left(bay, 7) }).verdict).toBe('fits');
    expect(fitDrive(bay, box, modern).partsNeeded).toEqual(['spacer 2.5 mm']);
  });
});
