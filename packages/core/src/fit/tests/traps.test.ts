import { describe, expect, it } from 'vitest';
import { bytesOfNominal } from '../../capacity';
import {
  fitDrive,
  type Adapter,
  type BaySite,
  type BoxDrive,
  type Drive,
  type FitAdapter,
  type M2Drive,
  type M2Site,
  type MsataDrive,
  type MsataSite,
  type OpticalSite,
  type Setting,
  type Site,
} from '../index';
import { bay, box, nvme, slot } from './samples.test-data';

const modern: Setting = { firmware: { uefi: true, startsNvme: true }, use: 'system' };
const legacy: Setting = { firmware: { uefi: false, startsNvme: false }, use: 'system' };
const part = (name: string, adapter: Adapter): FitAdapter => ({ partId: name, name, price: 900, stock: 1, adapter });

const sata: M2Drive = {
  ...nvme,
  class: 'SATA SSD',
  link: { kind: 'sata', generation: 3 },
  keys: ['B', 'M'],
  read: 550,
};
const x2: M2Drive = { ...nvme, link: { kind: 'pcie', generation: 3, lanes: 2 }, keys: ['B', 'M'], read: 1700 };
const gen4: M2Drive = { ...nvme, class: 'NVMe gen 4', link: { kind: 'pcie', generation: 4, lanes: 4 }, read: 7000 };
const double: M2Drive = { ...nvme, top: 1.35, bottom: 1.35 };
const room: M2Site = { ...slot, roomAbove: 6, roomBelow: 2, pcie: { generation: 3, lanes: 4 } };
const both: M2Site = { ...room, sata: 3 };
const sataOnly: M2Site = { ...room, sata: 3, pcie: null };
const keyB: M2Site = { ...sataOnly, key: 'B' };
const mini: MsataDrive = { ...box, form: 'msata', size: 'full', read: 530 };
const miniSlot: MsataSite = { id: 'm', name: 'Site M', form: 'msata', size: 'full', sata: 3, screw: true };
const disk: BoxDrive = { ...box, class: 'disk 5400', height: 9.5, read: 130 };
const disk35: BoxDrive = { ...disk, form: '3.5', height: 26.1, needs12V: true, class: 'disk 7200', read: 210 };
const u2: BoxDrive = { ...box, height: 7, connector: 'U.2', link: gen4.link, class: 'NVMe gen 4', read: 6500 };
const bay35: BaySite = { ...bay, form: '3.5', height: 26.1, power12V: true };
const optical: OpticalSite = { id: 'o', name: 'Site O', form: 'optical', height: 9.5, sata: 1 };
const micro: BoxDrive = { ...box, form: '1.8', height: 5, connector: 'micro SATA', read: 250, volts: '5' };

const bracket = part('bracket', { kind: 'bracket', from: '2.5', to: '3.5' });
const shell = part('shell', { kind: 'shell', height: 7 });
const miniShell = part('mini shell', { kind: 'msata shell', height: 7 });
const extender = part('extender', { kind: 'extender', from: 30, to: 42 });
const longer = part('longer', { kind: 'extender', from: 42, to: 80 });
const caddy = part('caddy 9.5', { kind: 'caddy', height: 9.5, takes: 7 });
const tallCaddy = part('caddy 12.7', { kind: 'caddy', height: 12.7, takes: 9.5 });
const frame = part('frame', { kind: 'frame', from: '1.8', to: '2.5' });
const bridge = part('bridge', { kind: 'bridge', from: 'PATA 44', to: 'SATA' });

/** [what, site, drive, adapters, verdict, the rules that refuse or ask, setting]. */
type Trap = [string, Site, Drive, FitAdapter[], string, string[], Setting?];

describe('what plugs into what, and what comes of it', () => {
  it.each<Trap>([
    ['M.2 B+M SATA in an M slot with PCIe only', room, sata, [], 'no', ['Protocol']],
    ['M.2 B+M SATA in an M slot with both', both, sata, [], 'fits', []],
    ['M.2 B+M SATA in a B slot with SATA', keyB, sata, [], 'fits', []],
    ['M.2 B+M PCIe x2 in an M slot', room, x2, [], 'fits', []],
    ['M.2 B+M PCIe x2 in a B slot with SATA only', keyB, x2, [], 'no', ['Protocol']],
    ['M.2 M NVMe in a B slot', { ...keyB, pcie: { generation: 3, lanes: 2 } }, nvme, [], 'no', ['Key']],
    ['M.2 M NVMe in an M slot with SATA only', sataOnly, nvme, [], 'no', ['Protocol']],
    ['M.2 M NVMe in an M slot wired x2', { ...room, pcie: { generation: 3, lanes: 2 } }, nvme, [], 'fits', []],
    ['M.2 NVMe gen 4 in a gen 3 slot', room, gen4, [], 'fits', []],
    ['M.2 SSD in a wireless slot', { ...room, key: 'E' }, nvme, [], 'no', ['Key']],
    ['2230 with only an 80 mm post', room, { ...nvme, length: 30 }, [], 'no', ['Length']],
    ['2230 with two extenders', room, { ...nvme, length: 30 }, [extender, longer], 'fits with parts', []],
    ['2280 in a slot shorter than the card', { ...room, posts: [42] }, nvme, [longer], 'no', ['Length']],
    ['double-sided card over parts', { ...room, roomBelow: 0 }, double, [], 'no', ['Sides']],
    ['double-sided card where nobody measured', { ...room, roomBelow: null }, double, [], 'cannot tell', ['Sides']],
    ['mSATA in its slot', miniSlot, mini, [], 'fits', []],
    ['mSATA in a slot without SATA lines', { ...miniSlot, sata: null }, mini, [], 'no', ['Protocol']],
    ['mSATA full in a half-size slot', { ...miniSlot, size: 'half' }, mini, [], 'no', ['Length']],
    ['M.2 in an mSATA slot', miniSlot, sata, [shell], 'no', ['Form']],
    ['mSATA in a 2.5 inch shell', { ...bay, height: 7 }, mini, [miniShell], 'fits with parts', []],
    ['2.5 inch 9.5 mm in a 7 mm bay', { ...bay, height: 7 }, disk, [], 'no', ['Height']],
    ['2.5 inch 7 mm in a 9.5 mm bay', bay, box, [], 'fits with parts', []],
    ['2.5 inch 15 mm in a 9.5 mm bay', bay, { ...disk, height: 15 }, [], 'no', ['Height']],
    ['2.5 inch in a 3.5 inch bay', bay35, box, [bracket], 'fits with parts', []],
    ['3.5 inch in a 2.5 inch bay', bay, disk35, [bracket], 'no', ['Form']],
    ['3.5 inch without 12 V', { ...bay35, power12V: false }, disk35, [], 'no', ['Power']],
    ['2.5 inch in the optical bay, caddy of its height', optical, box, [caddy, tallCaddy], 'fits with parts', []],
    ['2.5 inch in the optical bay, caddy of another height', optical, box, [tallCaddy], 'no', ['Form']],
    ['9.5 mm drive in a caddy for 7', optical, disk, [caddy], 'no', ['Form']],
    ['optical bay that nobody measured', { ...optical, height: null }, box, [caddy], 'cannot tell', ['Height']],
    ['1.8 inch micro SATA in a 2.5 inch bay', { ...bay, height: 7 }, micro, [frame], 'fits with parts', []],
    ['U.2 in a SATA bay', { ...bay, height: 7 }, u2, [bridge], 'no', ['Connector']],
    [
      'U.2 in a U.2 bay',
      { ...bay, height: 7, connector: 'U.2', pcie: { generation: 4, lanes: 4 } },
      u2,
      [],
      'fits',
      [],
    ],
    ['SATA in a U.2 bay', { ...bay, height: 7, connector: 'U.2' }, box, [], 'fits', []],
    ['NVMe in a 2.5 inch shell', { ...bay, height: 7 }, nvme, [shell], 'no', ['Form']],
    ['SATA card in a shell', { ...bay, height: 7 }, sata, [shell], 'fits with parts', []],
    ['SATA card in shell and bracket', bay35, sata, [shell, bracket], 'fits with parts', []],
    ['SATA card in shell and caddy', optical, sata, [shell, caddy], 'fits with parts', []],
    ['slot that switches a port off', { ...room, disables: 'SATA port 2' }, nvme, [], 'fits', []],
    ['NVMe where the firmware does not start it', room, nvme, [], 'no', ['Starts from it'], legacy],
    ['the same as a data drive', room, nvme, [], 'fits', [], { ...legacy, use: 'data' }],
    ['PATA in a SATA bay', bay, { ...disk, connector: 'PATA 44' }, [], 'no', ['Connector']],
    ['PATA in a SATA bay with a bridge', bay, { ...disk, connector: 'PATA 44' }, [bridge], 'fits with parts', []],
    ['4096-byte sectors in legacy mode', bay, { ...disk, sectorSize: 4096 }, [], 'no', ['Sector size'], legacy],
    ['4096-byte sectors in UEFI mode', bay, { ...disk, sectorSize: 4096 }, [], 'fits', []],
    [
      'power disable on a lead with 3.3 V',
      { ...bay35, power3V3: true },
      { ...disk35, powerDisable: true },
      [],
      'no',
      ['Pin 3'],
    ],
    [
      'power disable on a lead nobody looked at',
      bay35,
      { ...disk35, powerDisable: true },
      [],
      'cannot tell',
      ['Pin 3'],
    ],
    [
      'power disable on a lead without',
      { ...bay35, power3V3: false },
      { ...disk35, powerDisable: true },
      [],
      'fits',
      [],
    ],
  ])('%s', (_name, site, drive, adapters, verdict, rules, setting = modern) => {
    const result = fitDrive(site, drive, setting, adapters);
    expect(result.verdict).toBe(verdict);
    expect(
      result.reasons.filter(({ outcome }) => outcome === 'fail' || outcome === 'unknown').map(({ rule }) => rule),
    ).toEqual(rules);
  });

  it.each<[string, Site, Drive, FitAdapter[], number]>([
    ['x4 card at x2', { ...room, pcie: { generation: 3, lanes: 2 } }, nvme, [], 1800],
    ['gen 4 card at gen 3', room, gen4, [], 3600],
    ['SATA SSD in an optical bay of SATA 1', optical, box, [caddy], 140],
  ])('%s runs at what the link gives', (_name, site, drive, adapters, speed) => {
    const result = fitDrive(site, drive, modern, adapters);
    expect(result.speedHere).toBe(speed);
    expect(result.reasons.find(({ rule }) => rule === 'Link')?.outcome).toBe('limit');
  });

  it('says what runs hot and what is limited without refusing it', () => {
    const outcome = (site: Site, drive: Drive, setting: Setting, rule: string) =>
      fitDrive(site, drive, setting).reasons.find((reason) => reason.rule === rule)?.outcome;
    expect(outcome({ ...room, roomAbove: 2.4 }, gen4, modern, 'Heat')).toBe('limit');
    expect(outcome(room, gen4, modern, 'Heat')).toBeUndefined();
    expect(outcome(bay, { ...disk, bytes: bytesOfNominal(4000) }, legacy, 'Size')).toBe('limit');
  });
});

describe('what is there already', () => {
  it('screw and ribbon of the drive that comes out are no missing parts', () => {
    const bare = { ...room, screw: false, needs: 'flat cable' };
    expect(fitDrive(bare, nvme, modern).partsNeeded).toEqual(['flat cable', 'screw M2×3']);
    expect(fitDrive(bare, nvme, { ...modern, oldHere: true }).partsNeeded).toEqual([]);
  });
});

describe('alteration', () => {
  const ribbed: BaySite = { ...bay, height: 7, alteration: { what: 'cut the rib of the bay', height: 9.5 } };

  it('is offered where nothing else fits, with the consent it needs', () => {
    const result = fitDrive(ribbed, disk, modern);
    expect(result).toMatchObject({ verdict: 'fits with alteration', alteration: 'cut the rib of the bay' });
    expect(result.reasons.at(-1)?.sentence).toContain("customer's consent");
    expect(fitDrive(ribbed, box, modern).verdict).toBe('fits');
    expect(fitDrive(ribbed, { ...disk, height: 15 }, modern).verdict).toBe('no');
  });

  it('comes after adapters, and adds posts', () => {
    const movable = { ...room, alteration: { what: 'solder a post', posts: [42 as const] } };
    expect(fitDrive(movable, { ...nvme, length: 42 }, modern, [longer]).verdict).toBe('fits with parts');
    expect(fitDrive(movable, { ...nvme, length: 42 }, modern).verdict).toBe('fits with alteration');
  });
});
