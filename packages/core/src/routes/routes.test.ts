import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { bytesOfNominal, GIB, MIB, sectorsOfNominal } from '../capacity';
import type { HeldDrive, Holder, HubOffer, Socket } from '../equipment';
import { linkStage, type HealthGrade } from '../estimate';
import { defaultIntent, planLayout, targetName, type JoiningId, type SourceTable } from '../layout';
import type { Link, UsbMode } from '../links';
import {
  afreshInstead,
  askedOf,
  handsOf,
  routesFor,
  runsOf,
  type CopyAsked,
  type Placing,
  type RouteOption,
} from './index';

const sata: Link = { kind: 'sata', generation: 3 };
const nvme: Link = { kind: 'pcie', generation: 3, lanes: 4 };
const held = (over: Partial<HeldDrive>): HeldDrive => ({
  form: '2.5',
  length: null,
  height: 7,
  protocol: 'SATA',
  link: sata,
  connector: 'SATA',
  bytes: bytesOfNominal(500),
  sectorSize: 512,
  spins: false,
  needs12V: false,
  ...over,
});
const box: Holder = {
  kind: 'enclosure',
  bays: [{ form: 'box', sizes: ['2.5'], connector: 'SATA', height: 9.5 }],
  mode: '5 Gb/s',
  plug: 'A',
  ownPower: false,
  queued: true,
  largest: null,
  sectors: null,
  duplicates: false,
};
const card: Holder = { ...box, bays: [{ form: 'm2', lengths: [80], protocols: ['NVMe'] }], mode: '10 Gb/s', plug: 'C' };
const twin: Holder = { ...box, kind: 'dock', bays: [...box.bays, ...box.bays], ownPower: true, duplicates: true };
const socket = (plug: 'A' | 'C', mode: UsbMode): Socket => {
  return { at: 'the device', port: { kind: 'usb', name: 'left', plug, mode } };
};
const stick = { partId: 's', name: 'boot stick 1', plug: 'A' as const, stock: 1, starts: true, reasons: [] };
const placing: Placing = {
  old: {
    name: 'old drive',
    held: held({ spins: true }),
    class: 'disk 5400',
    link: sata,
    siteId: 'bay',
    health: 'good',
  },
  target: {
    name: 'new drive',
    held: held({ bytes: bytesOfNominal(480) }),
    class: 'SATA SSD',
    link: sata,
    siteId: 'bay',
  },
  joining: [],
  freeSites: [],
  holders: [
    { partId: 'b', name: 'Brine box', stock: 1, holder: box },
    { partId: 'c', name: 'Brine card', stock: 1, holder: card },
  ],
  hubs: [],
  deviceSockets: [socket('A', '5 Gb/s'), socket('C', '10 Gb/s'), socket('A', '2.0')],
  keyboard: false,
  benchSockets: [{ ...socket('A', '10 Gb/s'), at: 'bench computer 1' }],
  sticks: [stick],
  freeBerths: 2,
  berthTakes: [...box.bays, ...box.bays],
  finished: [],
};
const asked: CopyAsked = {
  used: 190e9,
  usedOnto: {},
  whole: bytesOfNominal(500),
  crowded: 0.4,
  locked: [],
  changes: ['shrunk'],
};

const keyOf = ({ route, startedFrom }: RouteOption) => `${route}, ${startedFrom ?? 'none'}`;
const byKey = (over: Partial<Placing> = {}, what: Partial<CopyAsked> = {}) =>
  new Map(routesFor({ ...placing, ...over }, { ...asked, ...what }).map((one) => [keyOf(one), one]));
const against = (one: RouteOption | undefined, outcome: 'fail' | 'limit' = 'fail') =>
  (one?.reasons ?? []).filter((reason) => reason.outcome === outcome).map(({ rule }) => rule);

const taken = (route: RouteOption | undefined) => route?.kit.map(({ name }) => name);

describe('ways to place both drives', () => {
  it('limits by the slowest stage and says which', () => {
    const slow = byKey({ deviceSockets: [socket('A', '2.0'), socket('A', '2.0')] }).get(
      'new drive in an enclosure, a boot stick',
    );
    expect(slow?.estimate.limitedBy).toBe('new drive on USB 2.0');
    expect(against(slow, 'limit')).toContain('port');
    expect(byKey().get('new drive in an enclosure, a boot stick')?.estimate.limitedBy).toBe('old drive');
  });

  it('needs a holder for the drive that is outside, a stick, a berth, a second site, a duplicator', () => {
    const unfit = { ...stick, partId: 'w', name: 'worn stick', stock: 0 };
    const none = byKey({
      holders: [{ partId: 'c', name: 'Brine card', stock: 1, holder: card }],
      sticks: [unfit],
      freeBerths: 0,
    });
    expect([...none.values()].filter(({ feasible }) => feasible)).toEqual([]);
    expect(against(none.get('new drive in an enclosure, its own system'))).toEqual(['Holder']);
    expect(against(none.get('old drive outside, a boot stick'))).toEqual(['Holder', 'Boot stick']);
    expect(against(none.get('both at the bench, none'))).toEqual(['Berth']);
    expect(against(none.get('second site, its own system'))).toEqual(['Second site']);
    expect(against(none.get('stand-alone duplicator, none'))).toEqual(['Duplicator', 'Size', 'Plan']);
  });

  it('does not take what is not on record for missing: it cannot tell', () => {
    const unknown = byKey({ holders: [], sticks: [], freeBerths: null });
    const rules = (key: string) =>
      unknown.get(key)?.reasons.flatMap(({ rule, outcome }) => (outcome === 'unknown' ? [rule] : []));
    expect(rules('old drive outside, a boot stick')).toEqual(['Holder', 'Boot stick']);
    expect(rules('both at the bench, none')).toEqual(['Berth']);
  });

  it('copies to the second site where the new drive belongs there', () => {
    const target = {
      ...placing.target,
      held: held({ form: 'm2', protocol: 'NVMe', link: nvme, length: 80 }),
      link: nvme,
    };
    const second = byKey({ target: { ...target, siteId: 'slot', class: 'NVMe gen 3' } }).get(
      'second site, a boot stick',
    );
    expect(second?.feasible).toBe(true);
    expect(second?.kit).toEqual([{ kind: 'boot stick', name: 'boot stick 1' }]);
  });

  it('never lets a failing drive run its own system, nor a soldered one come out', () => {
    const failing = byKey({ old: { ...placing.old, health: 'failing' } });
    expect(against(failing.get('new drive in an enclosure, its own system'))).toEqual(['Running']);
    expect(against(failing.get('old drive outside, a boot stick'), 'limit')).toContain('Failing');
    const soldered = byKey({ old: { ...placing.old, class: 'eMMC' } });
    expect(against(soldered.get('both at the bench, none'))).toEqual(['Old drive']);
  });

  it('duplicates only onto a drive that is no smaller, with nothing changed', () => {
    const large = { ...placing.target, held: held({ bytes: bytesOfNominal(1000) }) };
    const dock = [{ partId: 'd', name: 'Twin dock', stock: 1, holder: twin }];
    const able = byKey({ target: large, holders: dock }, { changes: [] }).get('stand-alone duplicator, none');
    expect([able?.feasible, able?.method, able?.bytes]).toEqual([true, 'every sector', asked.whole]);
    const planned = byKey({ target: large, holders: dock }).get('stand-alone duplicator, none');
    expect(against(planned)).toEqual(['Plan']);
    expect(against(byKey({ holders: dock }, { changes: [] }).get('stand-alone duplicator, none'))).toEqual(['Size']);
  });

  it('a lead that both drives share carries both ways at once, but for USB 2.0; read back, it is whole', () => {
    const fast = { ...placing.old, held: held({}), class: 'SATA SSD' as const };
    const dock = (holder: Holder) => [{ partId: 'd', name: 'Twin dock', stock: 1, holder }];
    const at = (holder: Holder) => byKey({ old: fast, holders: dock(holder) });
    const shared = at(twin).get('both in one dock, none');
    expect([shared?.feasible, taken(shared)]).toEqual([true, ['Twin dock', 'bench computer 1, left']]);
    expect(against(shared, 'limit')).not.toContain('Shared lead');
    expect(shared?.stages[2]?.rates).toEqual(linkStage('', { kind: 'usb', mode: '5 Gb/s' }).rates);
    const slow = at({ ...twin, mode: '2.0' }).get('both in one dock, none');
    expect(against(slow, 'limit')).toContain('Shared lead');
    expect(slow?.estimate.limitedBy).toBe('the dock on USB 2.0, shared');
    const [own] = linkStage('', { kind: 'usb', mode: '2.0' }).rates;
    expect(slow?.stages[2]?.rates[0]).toBe(own / 2);
    const plan = planLayout(
      table,
      [{ id: 'new', sectors: sectorsOfNominal(480), sectorSize: 512 }],
      defaultIntent(table),
    );
    const readBack = (route: RouteOption | undefined) =>
      route &&
      runsOf({ ...placing, old: fast }, plan, [], route).find(({ estimate }) => estimate.kind === 'read back')
        ?.estimate;
    expect(readBack(slow)?.rate).toBeGreaterThan(slow?.estimate.rate ?? Infinity);
    expect(readBack(shared)?.limitedBy).toBe('the dock on USB 5 Gb/s');
    expect(taken(at(twin).get('both in one dock, a boot stick'))).toEqual(['Twin dock', 'left', 'boot stick 1']);
  });

  it('counts sockets: stick, keyboard and each holder want one, and a hub makes more', () => {
    const one = { deviceSockets: [socket('A', '5 Gb/s')], keyboard: true };
    const key = 'new drive in an enclosure, a boot stick';
    const short = byKey(one).get(key);
    expect([short?.feasible, against(short)]).toEqual([false, ['Sockets']]);
    expect(short?.reasons[0]?.sentence).toBe('stick, keyboard, holder want a socket each, 1 on record');
    const hub: HubOffer = {
      name: 'Brine hub',
      stock: 1,
      hub: { kind: 'hub', plug: 'A', mode: '5 Gb/s', sockets: ['A', 'A', 'A', 'A'], ownPower: true },
    };
    const more = byKey({ ...one, hubs: [hub] }).get(key);
    expect([more?.feasible, taken(more)]).toEqual([true, ['Brine box', 'Brine hub', 'boot stick 1']]);
    expect(byKey({ ...one, hubs: [{ ...hub, stock: 0 }] }).get(key)?.feasible).toBe(false);
    // The stick takes the slowest, so that the drive has the fastest.
    const two = byKey({ deviceSockets: [socket('A', '10 Gb/s'), socket('A', '2.0')] }).get(key);
    expect([two?.feasible, two?.estimate.limitedBy]).toEqual([true, 'old drive']);
    expect(byKey({ deviceSockets: [] }).get(key)?.reasons[0]).toMatchObject({ rule: 'Sockets', outcome: 'unknown' });
  });

  it('puts each drive into a holder of its own at one computer', () => {
    const boxes = [{ partId: 'b', name: 'Brine box', stock: 2, holder: box }];
    const bench = (mode: UsbMode, at: string, shares?: string): Socket => {
      return { at, port: { kind: 'usb', name: 'front', plug: 'A', mode, ...(shares ? { shares } : {}) } };
    };
    const key = 'each in a holder, none';
    const apart = byKey({ holders: boxes, benchSockets: [bench('5 Gb/s', 'one'), bench('5 Gb/s', 'one')] }).get(key);
    expect([apart?.feasible, taken(apart)]).toEqual([true, ['Brine box', 'one, front', 'Brine box', 'one, front']]);
    // Sockets of two computers hold no pair, nor does one holder both drives.
    const torn = byKey({ holders: boxes, benchSockets: [bench('5 Gb/s', 'one'), bench('5 Gb/s', 'two')] }).get(key);
    expect(against(torn)).toEqual(['Holder']);
    const single = [{ ...boxes[0], stock: 1 }] as typeof boxes;
    const both = [bench('5 Gb/s', 'one'), bench('5 Gb/s', 'one')];
    expect(byKey({ holders: single, benchSockets: both }).get(key)?.feasible).toBe(false);
    const at = (mode: UsbMode) => [bench(mode, 'one', 'the same hub'), bench(mode, 'one', 'the same hub')];
    const fed = [{ ...boxes[0], holder: { ...box, ownPower: true } }] as typeof boxes;
    const slow = byKey({ holders: fed, benchSockets: at('2.0') }).get(key);
    expect(against(slow, 'limit')).toContain('Shared');
    expect(slow?.stages[1]?.rates[0]).toBe(linkStage('', { kind: 'usb', mode: '2.0' }).rates[0] / 2);
    expect(against(byKey({ holders: fed, benchSockets: at('5 Gb/s') }).get(key), 'limit')).not.toContain('Shared');
  });

  it('asks what the berths take', () => {
    const key = 'both at the bench, none';
    const card80 = held({ form: 'm2', protocol: 'NVMe', link: nvme, length: 80 });
    const slot = { ...placing.target, held: card80 };
    const at = (over: Partial<Placing>) => byKey(over).get(key);
    expect(at({})?.feasible).toBe(true);
    expect(at({ target: slot })?.reasons.find(({ outcome }) => outcome === 'fail')?.sentence).toContain(
      'takes the new drive',
    );
    expect(at({ target: slot, berthTakes: [...box.bays, ...card.bays] })?.feasible).toBe(true);
    expect(against(at({ berthTakes: [...box.bays] }))).toEqual(['Berth']);
    expect([at({ berthTakes: null })?.feasible, against(at({ berthTakes: null }), 'limit')]).toEqual([true, ['Berth']]);
    const unmeasured = { ...placing.old, held: { ...card80, length: null } };
    const unsure = at({ old: unmeasured, berthTakes: [...card.bays, ...box.bays] });
    expect(unsure?.reasons.find(({ outcome }) => outcome === 'unknown')?.sentence).toContain('is not noted');
  });

  it('ranks a copy out of the running system below the same one from a stick', () => {
    const all = routesFor(placing, asked).map(keyOf);
    const way = 'new drive in an enclosure';
    expect(all.indexOf(`${way}, its own system`)).toBeGreaterThan(all.indexOf(`${way}, a boot stick`));
    const [first] = routesFor(
      { ...placing, sticks: [{ ...stick, stock: 0 }], holders: [placing.holders[0] as never], freeBerths: 0 },
      asked,
    );
    expect(first && keyOf(first)).toBe(`${way}, its own system`);
  });

  it('puts two drives into two bays, never into one', () => {
    const single: Holder = { ...twin, bays: [...box.bays, ...card.bays] };
    const one = byKey({ holders: [{ partId: 'd', name: 'Odd dock', stock: 1, holder: single }] }, { changes: [] });
    expect(against(one.get('both in one dock, none'))).toEqual(['Dock']);
    expect(against(one.get('stand-alone duplicator, none'))).toContain('Duplicator');
    const slot = { ...placing.target, held: held({ form: 'm2', protocol: 'NVMe', link: nvme, length: 80 }) };
    const mixed = byKey({ target: slot, holders: [{ partId: 'd', name: 'Odd dock', stock: 1, holder: single }] });
    expect(mixed.get('both in one dock, none')?.feasible).toBe(true);
    const dockless = byKey({ benchSockets: [], holders: [{ partId: 'd', name: 'Twin dock', stock: 1, holder: twin }] });
    expect(dockless.get('both in one dock, none')?.reasons[0]?.outcome).toBe('unknown');
    expect(one.get('both in one dock, none')?.reasons[0]?.sentence).toBe('no dock has a bay for each of them');
    const wide = byKey({ target: slot, holders: [{ partId: 'd', name: 'Twin dock', stock: 1, holder: twin }] });
    expect(wide.get('both in one dock, none')?.reasons[0]?.sentence).toContain('does not take the new drive');
  });

  it('copies onto every drive that joins, one after the other, the same way; then reads each back', () => {
    const third = 'third' as JoiningId;
    const join = (on: JoiningId, over: Partial<HeldDrive> = {}) => {
      return { ...placing.target, on, name: targetName(on), held: held(over), freeSites: [] };
    };
    const usedOnto: CopyAsked['usedOnto'] = Object.fromEntries([
      ['added', 40e9],
      [third, 10e9],
    ]);
    const key = 'new drive in an enclosure, a boot stick';
    const two = byKey({ joining: [join('added'), join(third)] }, { usedOnto }).get(key);
    const alone = byKey().get(key);
    expect(two?.further.map(({ onto, bytes }) => [onto, bytes])).toEqual([
      ['added', 40e9],
      [third, 10e9],
    ]);
    expect(handsOf(two as RouteOption)).toBe(handsOf(alone as RouteOption) + 8);
    const plan = planLayout(
      table,
      [{ id: 'new', sectors: sectorsOfNominal(480), sectorSize: 512 }],
      defaultIntent(table),
    );
    const runs = runsOf({ ...placing, joining: [join('added'), join(third)] }, plan, [], two as RouteOption);
    const kinds = runs.flatMap(({ onto, estimate: { kind } }) => (onto ? [`${kind} ${onto}`] : []));
    const each = (kind: string) => ['new', 'added', third].map((on) => `${kind} ${on}`);
    expect(kinds).toEqual([...each('copy'), ...each('read back')]);
    // A drive that joins and has no holder stands against the whole route; one to which nothing goes does not.
    const unheld = [join('added', { form: '3.5' })];
    expect(byKey({ joining: unheld }, { usedOnto: { added: 1 } }).get(key)?.feasible).toBe(false);
    expect(byKey({ joining: unheld }).get(key)?.feasible).toBe(true);
  });

  it('says of a locked volume that it stays locked away from its own system', () => {
    const locked = byKey({}, { locked: ['System'] });
    expect(against(locked.get('new drive in an enclosure, its own system'), 'limit')).not.toContain('Locked');
    expect(against(locked.get('both at the bench, none'), 'limit')).toContain('Locked');
  });

  it('puts what can be done first, names why what cannot, and nothing further makes a route worse', () => {
    const world = fc.record({
      health: fc.constantFrom<HealthGrade>('good', 'watch', 'failing', 'unknown'),
      holders: fc.subarray([...placing.holders, { partId: 'd', name: 'Twin dock', stock: 1, holder: twin }]),
      deviceSockets: fc.subarray(placing.deviceSockets),
      sticks: fc.subarray([stick]),
      freeBerths: fc.constantFrom(null, 0, 3),
      bytes: fc.constantFrom(bytesOfNominal(240), bytesOfNominal(1000)),
    });
    fc.assert(
      fc.property(world, ({ health, bytes, ...shop }) => {
        const given: Placing = {
          ...placing,
          ...shop,
          old: { ...placing.old, health },
          target: { ...placing.target, held: held({ bytes }) },
        };
        const all = routesFor(given, asked);
        const firstNo = all.findIndex(({ feasible }) => !feasible);
        if (firstNo >= 0) expect(all.slice(firstNo).some(({ feasible }) => feasible)).toBe(false);
        for (const one of all) {
          expect(one.feasible || against(one).length > 0 || one.reasons.some((r) => r.outcome === 'unknown')).toBe(
            true,
          );
          expect(one.estimate.low).toBeLessThanOrEqual(one.estimate.high);
        }
        const richer = byKey({
          ...given,
          holders: placing.holders.concat(shop.holders),
          sticks: [stick],
          freeBerths: 3,
        });
        for (const one of all) if (one.feasible) expect(richer.get(keyOf(one))?.feasible).toBe(true);
      }),
    );
  });
});

const table: SourceTable = {
  scheme: 'gpt',
  sectorSize: 512,
  partitions: [
    {
      id: 'sys',
      name: 'System',
      kind: 'system',
      fileSystem: 'NTFS',
      startSector: 2048,
      sectors: (400 * GIB) / 512,
      used: 90 * GIB,
      encrypted: true,
    },
    {
      id: 'rec',
      name: 'Recovery',
      kind: 'recovery',
      fileSystem: 'NTFS',
      startSector: 2048 + (400 * GIB) / 512,
      sectors: (900 * MIB) / 512,
      used: 400 * MIB,
      encrypted: false,
    },
  ],
};

describe('a fresh installation instead', () => {
  const intent = defaultIntent(table);
  const plan = planLayout(table, [{ id: 'new', sectors: sectorsOfNominal(1000), sectorSize: 512 }], intent);

  it('brings the files of system and data over, more slowly than blocks, and says what it loses', () => {
    const instead = afreshInstead(placing, plan);
    expect(instead.bytes).toBe(90 * GIB);
    const [route] = routesFor(placing, askedOf(table, plan, [], 500e9));
    expect(instead.estimate.rate).toBeLessThan(route?.estimate.rate ?? 0);
    expect(instead.loses.length).toBeGreaterThan(0);
    const unread = { ...table, partitions: table.partitions.map((one) => ({ ...one, used: null })) };
    const unknown = planLayout(unread, [{ id: 'new', sectors: sectorsOfNominal(1000), sectorSize: 512 }], intent);
    expect(afreshInstead(placing, unknown).bytes).toBeNull();
  });
});

describe('what a plan asks of a route', () => {
  const intent = { ...defaultIntent(table), decrypted: ['sys'], sizes: { sys: 120 * GIB } };
  const plan = planLayout(table, [{ id: 'new', sectors: sectorsOfNominal(240), sectorSize: 512 }], intent);

  it('names what a copy of every sector cannot do', () => {
    expect(askedOf(table, plan, ['sys'], 500e9)).toMatchObject({ locked: [], changes: ['shrunk', 'moved'] });
    expect(askedOf(table, plan, [], 500e9).locked).toEqual(['System']);
  });

  it('decrypts, checks, copies and reads back, in that order', () => {
    const [route] = routesFor(placing, askedOf(table, plan, ['sys'], 500e9));
    const work = route && runsOf(placing, plan, ['sys'], route);
    expect(work?.map(({ about, estimate }) => [estimate.kind, about])).toEqual([
      ['decrypt', 'sys'],
      ['check', 'sys'],
      ['copy', null],
      ['read back', null],
    ]);
    const failing = { ...placing, old: { ...placing.old, health: 'failing' as const } };
    expect(route && runsOf(failing, plan, [], route).map(({ estimate }) => estimate.kind)).toEqual([
      'copy',
      'read back',
    ]);
  });
});
