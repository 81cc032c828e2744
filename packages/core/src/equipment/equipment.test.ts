import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { TIB } from '../capacity';
import { box, nvme as card } from '../fit/tests/samples.test-data';
import type { Firmware } from '../fit';
import type { UsbMode } from '../links';
import {
  heldNew,
  heldOld,
  holdings,
  piecesOf,
  socketsLeft,
  stickStarts,
  type HeldDrive,
  type Holder,
  type HubOffer,
  type Plug,
  type Port,
  type Socket,
} from '.';

const usb = (plug: 'A' | 'C', mode: UsbMode, at = 'the device'): Socket => {
  return { at, port: { kind: 'usb', name: 'left', plug, mode } };
};
const enclosure: Holder = {
  kind: 'enclosure',
  bays: [{ form: 'm2', lengths: [42, 80], protocols: ['NVMe'] }],
  mode: '10 Gb/s',
  plug: 'C',
  ownPower: false,
  queued: true,
  largest: null,
  sectors: null,
  duplicates: false,
};
const bay: Holder = {
  ...enclosure,
  plug: 'A',
  bays: [{ form: 'box', sizes: ['2.5'], connector: 'SATA', height: 9.5 }],
};
const dock: Holder = {
  ...bay,
  kind: 'dock',
  ownPower: true,
  bays: [{ form: 'box', sizes: ['2.5', '3.5'], connector: 'SATA', height: null }],
};
const nvme = heldNew(card);
const sata = heldNew(box);
const SOCKETS = [usb('A', '5 Gb/s'), usb('C', '10 Gb/s', 'bench computer 1')];

function hold(drive: HeldDrive, holder: Holder, sockets: Socket[] = SOCKETS, stock = 1) {
  const [one] = holdings(drive, [{ partId: 'x', name: 'x', stock, holder }], sockets);
  if (!one) throw new Error('nothing was answered');
  return one;
}
const failing = (...given: Parameters<typeof hold>) =>
  hold(...given).reasons.flatMap(({ rule, outcome }) => (outcome === 'fail' ? [rule] : []));

describe('what can hold a drive while it is copied', () => {
  it('takes a drive of its form, protocol, plug, length and height, and no other', () => {
    expect(hold(nvme, enclosure).holds).toBe(true);
    expect(failing({ ...nvme, protocol: 'SATA' }, enclosure)).toEqual(['protocol']);
    expect(failing({ ...nvme, length: 110 }, enclosure)).toEqual(['length']);
    expect(failing(sata, enclosure)).toEqual(['form']);
    expect(failing({ ...sata, height: 12.5 }, bay)).toEqual(['height']);
    expect(failing({ ...sata, connector: 'micro SATA' }, bay)).toEqual(['connector']);
    expect(failing({ ...sata, form: '3.5' }, bay)).toEqual(['form']);
    const mini: Holder = { ...enclosure, bays: [{ form: 'msata' }] };
    expect(failing(nvme, mini)).toEqual(['form']);
    expect(hold({ ...nvme, form: 'msata', protocol: 'SATA' }, mini).holds).toBe(true);
  });

  it('feeds what it holds', () => {
    const tower = { ...sata, form: '3.5', needs12V: true, spins: true } as const;
    expect(hold(tower, dock).holds).toBe(true);
    expect(failing(tower, { ...dock, ownPower: false })).toEqual(['power']);
    expect(failing({ ...sata, spins: true }, { ...bay, mode: '2.0' })).toEqual(['power']);
    expect(hold({ ...sata, spins: true }, bay).reasons.find(({ rule }) => rule === 'power')?.outcome).toBe('limit');
  });

  it('shows the whole drive in its own sectors', () => {
    expect(failing({ ...sata, bytes: 3 * TIB }, { ...dock, largest: 2 * TIB })).toEqual(['size']);
    expect(hold({ ...sata, bytes: 2 * TIB }, { ...dock, largest: 2 * TIB }).holds).toBe(true);
    expect(failing(sata, { ...dock, sectors: 4096 })).toEqual(['sectors']);
  });

  it('is plugged in where its link is fastest, and not where its plug does not go', () => {
    expect(hold(nvme, enclosure).best).toMatchObject({
      socket: { at: 'bench computer 1' },
      link: { mode: '10 Gb/s' },
    });
    expect(hold(sata, bay, [usb('A', '2.0'), usb('C', '20 Gb/s')]).best?.link).toEqual({
      kind: 'usb',
      mode: '10 Gb/s',
    });
    expect(failing(nvme, { ...enclosure, lead: 'fixed' }, [usb('A', '10 Gb/s')])).toEqual(['port']);
    const slow = hold(sata, bay, [usb('A', '2.0')]);
    expect([slow.holds, slow.reasons.find(({ rule }) => rule === 'port')?.outcome]).toEqual([true, 'limit']);
    const esata: Port = { kind: 'esata', name: 'rear', generation: 2 };
    expect(failing(sata, bay, [{ at: 'the device', port: esata }])).toEqual(['port']);
    expect(failing(sata, bay, SOCKETS, 0)).toEqual(['there']);
  });

  it('reaches an A socket from a C holder by a lead that can be changed, over one lane; else asks', () => {
    const loose = hold(nvme, { ...enclosure, mode: '20 Gb/s', lead: 'loose' }, [usb('A', '20 Gb/s')]);
    expect(loose.best).toMatchObject({ link: { mode: '10 Gb/s' }, lead: 'from A to C' });
    expect(hold(nvme, enclosure, [usb('A', '10 Gb/s')]).reasons.find(({ rule }) => rule === 'port')).toMatchObject({
      outcome: 'unknown',
      remedy: 'look whether its lead can be unplugged',
    });
  });

  it('uses an eSATA plug where it has one and a supply of its own', () => {
    const rear: Socket = { at: 'the device', port: { kind: 'esata', name: 'rear', generation: 2 } };
    const both: Holder = { ...dock, mode: '2.0', esata: 3 };
    expect(hold(sata, both, [usb('A', '5 Gb/s'), rear]).best?.link).toEqual({ kind: 'sata', generation: 2 });
    expect(hold(sata, { ...both, ownPower: false }, [usb('A', '5 Gb/s'), rear]).best?.link.kind).toBe('usb');
    expect(failing(sata, dock, [rear])).toEqual(['port']);
  });

  it('is named as pieces that data passes: holder, lead and socket, which a hub tells for itself', () => {
    const loose = hold(nvme, { ...enclosure, mode: '20 Gb/s', lead: 'loose' }, [usb('A', '20 Gb/s')]);
    expect(piecesOf(loose)).toEqual([
      { kind: 'enclosure', name: 'x' },
      { kind: 'lead', name: 'lead from A to C' },
      { kind: 'socket of the device', name: 'left' },
    ]);
    const bench = hold(nvme, enclosure, [usb('C', '10 Gb/s', 'bench computer 1')]);
    expect(piecesOf(bench)[1]).toEqual({ kind: 'socket', name: 'bench computer 1, left' });
    const hub = { ...usb('C', '10 Gb/s'), hub: { name: 'h', fed: true } };
    expect(piecesOf(hold(nvme, enclosure, [hub]))).toHaveLength(1);
  });

  it('meets a socket at what both speak', () => {
    const meet = (holder: UsbMode, socket: UsbMode) =>
      (hold(nvme, { ...enclosure, mode: holder }, [usb('C', socket)]).best?.link as { mode?: UsbMode } | undefined)
        ?.mode;
    expect(meet('2 x 5 Gb/s', '10 Gb/s')).toBe('5 Gb/s');
    expect(meet('20 Gb/s', 'USB4 40 Gb/s')).toBe('10 Gb/s');
    expect(meet('USB4 40 Gb/s', 'Thunderbolt 4')).toBe('USB4 40 Gb/s');
    expect(meet('USB4 40 Gb/s', 'Thunderbolt 3')).toBe('10 Gb/s');
    expect(meet('Thunderbolt 3', 'USB4 40 Gb/s')).toBeUndefined();
    expect(meet('Thunderbolt 3', 'Thunderbolt 4')).toBe('Thunderbolt 3');
  });

  it('counts on what the link feeds, not on what its holder could', () => {
    const disk = { ...sata, spins: true };
    const power = (mode: UsbMode, hub?: Socket['hub']) =>
      hold(disk, { ...bay, mode: '20 Gb/s', plug: 'C' }, [{ ...usb('C', mode), ...(hub ? { hub } : {}) }]).reasons.find(
        ({ rule }) => rule === 'power',
      )?.outcome;
    expect((['2.0', '5 Gb/s', '10 Gb/s', '20 Gb/s'] as const).map((mode) => power(mode))).toEqual([
      'fail',
      'limit',
      'limit',
      'pass',
    ]);
    expect([power('2.0', { name: 'h', fed: true }), power('2.0', { name: 'h', fed: false })]).toEqual([
      undefined,
      'fail',
    ]);
  });

  it('a bridge that takes one command at a time goes at its own rate', () => {
    const [queued, alone] = [true, false].map((one) => hold(nvme, { ...enclosure, queued: one }));
    expect(alone?.rate).toBeLessThan((queued?.rate ?? 0) / 2);
    expect(alone?.best?.link).toMatchObject({ mode: '10 Gb/s', oneAtATime: true });
  });

  it('says neither yes nor no of a drive whose length or height is not noted', () => {
    const unknown = (drive: HeldDrive, holder: Holder) =>
      hold(drive, holder)
        .reasons.filter(({ outcome }) => outcome === 'unknown')
        .map(({ rule }) => rule);
    expect(unknown({ ...nvme, length: null }, enclosure)).toEqual(['length']);
    expect(unknown({ ...sata, height: null }, bay)).toEqual(['height']);
    expect(hold({ ...nvme, length: null }, enclosure).holds).toBe(false);
  });

  it('knows the old drive by where it sits', () => {
    const old = {
      serial: 'O',
      maker: '',
      name: '',
      bytes: 1,
      sectorSize: 512,
      class: 'disk 5400',
      link: { kind: 'sata', generation: 2 },
      siteId: 'a',
    } as const;
    const site = { id: 'a', name: 'A', form: 'optical', height: 12.7, sata: 2 } as const;
    expect(heldOld(old, site)).toMatchObject({ form: '2.5', protocol: 'SATA', spins: true, needs12V: false });
    const slot = { ...site, form: 'm2', key: 'M', pcie: null, roomAbove: null, roomBelow: null, screw: true } as const;
    expect(heldOld(old, { ...slot, posts: [80] }).length).toBe(80);
    expect(heldOld(old, { ...slot, posts: [42, 80] }).length).toBeNull();
    expect(heldOld(old, { ...slot, posts: [42, 80] }, { length: 42, height: null }).length).toBe(42);
  });

  it('does not depend on the order of what is given, and a further socket never makes it worse', () => {
    const mode = fc.constantFrom<UsbMode>('2.0', '5 Gb/s', '10 Gb/s', '20 Gb/s');
    const socket = fc.tuple(fc.constantFrom('A' as const, 'C' as const), mode).map(([plug, speed]) => usb(plug, speed));
    const holder = fc
      .tuple(fc.constantFrom(enclosure, bay, dock), mode, fc.boolean())
      .map(([one, speed, ownPower]): Holder => ({ ...one, mode: speed, ownPower }));
    const drive = fc.constantFrom(nvme, sata, { ...sata, spins: true }, { ...nvme, length: null });
    fc.assert(
      fc.property(
        fc.array(holder, { maxLength: 6 }),
        fc.array(socket, { maxLength: 5 }),
        socket,
        drive,
        (all, at, more, held) => {
          const offers = all.map((one, n) => ({ partId: `${n}`, name: `h${n % 3}`, stock: 1, holder: one }));
          const ids = (given: typeof offers) => holdings(held, given, at).map(({ offer }) => offer.partId);
          expect(ids([...offers].reverse())).toEqual(ids(offers));
          const richer = new Map(holdings(held, offers, [...at, more]).map((one) => [one.offer.partId, one]));
          for (const one of holdings(held, offers, at)) {
            const with_ = richer.get(one.offer.partId);
            expect(with_?.rate ?? 0).toBeGreaterThanOrEqual(one.rate);
            if (one.holds) expect(with_?.holds).toBe(true);
            else expect(one.reasons.some(({ outcome }) => outcome === 'fail' || outcome === 'unknown')).toBe(true);
          }
        },
      ),
    );
  });
});

describe('a boot stick', () => {
  const stick = {
    kind: 'boot stick',
    starts: ['UEFI' as const],
    fileSystems: ['NTFS'],
    controllers: ['AHCI' as const],
    plug: 'A',
    checked: '2026-05-20',
  } as const;
  const firmware: Firmware = { uefi: true, startsNvme: true, controller: 'AHCI' };
  const device = { firmware, nvme: false, fileSystems: ['NTFS'] };
  const mine = {
    ...stick,
    starts: [...stick.starts],
    fileSystems: [...stick.fileSystems],
    controllers: [...stick.controllers],
  };
  const outcomes = (given: typeof device, days: number | null = 12) =>
    stickStarts(mine, given, days).reasons.map(({ outcome }) => outcome);

  it('starts a device whose firmware mode, controller and file systems it handles', () => {
    expect(stickStarts(mine, device, 12).starts).toBe(true);
    expect(outcomes(device)).toEqual(['pass', 'pass', 'pass', 'pass']);
  });

  it('is refused for another mode or controller; a file system it lacks copies whole', () => {
    expect(outcomes({ ...device, firmware: { ...device.firmware, uefi: false } })[0]).toBe('fail');
    expect(outcomes({ ...device, nvme: true })[1]).toBe('fail');
    expect(outcomes({ ...device, fileSystems: ['NTFS', 'APFS'] })[2]).toBe('limit');
    expect(stickStarts(mine, { ...device, firmware: { uefi: null, startsNvme: null } } as never, 12).starts).toBe(
      false,
    );
  });

  it('sees nothing in RAID mode without its driver, and says where nobody looked', () => {
    const raid = { ...device, firmware: { ...firmware, controller: 'RAID' as const } };
    expect(stickStarts(mine, raid, 12).reasons[1]).toMatchObject({ rule: 'controller', outcome: 'fail' });
    expect(stickStarts({ ...mine, controllers: ['AHCI', 'RAID'] }, raid, 12).starts).toBe(true);
    const { uefi, startsNvme } = firmware;
    expect(outcomes({ ...device, firmware: { uefi, startsNvme } })[1]).toBe('limit');
    expect(
      stickStarts({ ...mine, controllers: ['AHCI', 'RAID'] }, { ...device, firmware: { uefi, startsNvme } }, 12)
        .reasons[1]?.outcome,
    ).toBe('pass');
  });

  it('starts under Secure Boot where it is signed', () => {
    const secured = { ...device, firmware: { ...firmware, secureBoot: true } };
    const judge = (signed?: boolean) =>
      stickStarts({ ...mine, ...(signed === undefined ? {} : { signed }) }, secured, 12).reasons.find(
        ({ rule }) => rule === 'Secure Boot',
      )?.outcome;
    expect([judge(true), judge(false), judge()]).toEqual([undefined, 'fail', 'limit']);
  });

  it('is to be tried first when nobody has for half a year', () => {
    expect(outcomes(device, 193).at(-1)).toBe('limit');
    expect(outcomes(device, null).at(-1)).toBe('limit');
  });
});

describe('sockets of a device', () => {
  const hub: HubOffer = {
    name: 'hub',
    stock: 1,
    hub: { kind: 'hub', plug: 'A', mode: '10 Gb/s', sockets: ['A', 'A', 'C'], ownPower: false },
  };

  it('the slowest go to stick and keyboard', () => {
    const left = socketsLeft([usb('A', '10 Gb/s'), usb('A', '2.0'), usb('C', '5 Gb/s')], ['A', 'C'], []);
    expect(left?.sockets.map(({ port }) => port.kind === 'usb' && port.mode)).toEqual(['10 Gb/s']);
  });

  it('a hub makes several of one, at what both speak', () => {
    const left = socketsLeft([usb('A', '5 Gb/s')], ['A'], [hub]);
    expect(left?.hub).toBe('hub');
    expect(left?.sockets.map(({ port }) => port.kind === 'usb' && [port.plug, port.mode, port.shares])).toEqual([
      ['A', '5 Gb/s', 'hub'],
      ['C', '5 Gb/s', 'hub'],
    ]);
    expect(socketsLeft([usb('A', '5 Gb/s')], ['A'], [{ ...hub, stock: 0 }])).toBeNull();
  });

  it('nothing that is plugged in is dropped, and a further socket never leaves fewer', () => {
    const socket = fc.constantFrom(usb('A', '2.0'), usb('A', '10 Gb/s'), usb('C', '5 Gb/s'), usb('C', '20 Gb/s'));
    const plugs = fc.array(fc.constantFrom<Plug>('A', 'C'), { maxLength: 3 });
    fc.assert(
      fc.property(fc.array(socket, { maxLength: 5 }), plugs, socket, (sockets, besides, more) => {
        const at = sockets.map((one) => ({ ...one }));
        const left = socketsLeft(at, besides, [], 0);
        if (left) expect(left.sockets.length).toBe(at.length - besides.length);
        const richer = socketsLeft([...at, { ...more }], besides, [], 0);
        if (left) expect(richer?.sockets.length).toBe(left.sockets.length + 1);
      }),
    );
  });
});
