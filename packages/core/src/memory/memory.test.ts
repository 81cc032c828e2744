import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { GIB } from '../capacity';
import { matchMemory, moduleRules, noSlots, type DeviceMemory, type MemoryModule, type ModuleOffer } from './index';

const board: DeviceMemory = {
  generation: 'DDR4',
  form: 'SO-DIMM',
  soldered: 8 * GIB,
  slots: ['slot 1'],
  slotMaximum: 16 * GIB,
  maximum: 24 * GIB,
  speed: 2666,
  channels: 2,
};
const module: MemoryModule = {
  maker: 'Brinewick',
  name: 'S4',
  generation: 'DDR4',
  form: 'SO-DIMM',
  bytes: 8 * GIB,
  speed: 3200,
};
const offer = (over: Partial<MemoryModule>, partId = 'm', stock = 2): ModuleOffer => ({
  partId,
  module: { ...module, ...over },
  price: 3000,
  stock,
});

describe('memory', () => {
  it('doubles soldered memory with a matching module in two channels', () => {
    const [set] = matchMemory(board, [], 16 * GIB, [offer({})]);
    expect(set).toMatchObject({ total: 16 * GIB, speed: 2666, channels: 'two channels', bandwidth: 2666 * 16 });
    expect(set).toMatchObject({ refused: false, reachesWish: true, removed: [] });
  });

  it('says what runs in one channel when sizes differ', () => {
    const [set] = matchMemory(board, [], 24 * GIB, [offer({ bytes: 16 * GIB })]);
    expect(set?.channels).toBe('16 GiB in two channels, 8 GiB in one');
  });

  it('takes out the smaller module when no slot is free', () => {
    const two = { ...board, soldered: 0, slots: ['slot 1', 'slot 2'], maximum: 32 * GIB };
    const fitted = [
      { slot: 'slot 1', bytes: 8 * GIB, speed: 2400 },
      { slot: 'slot 2', bytes: 4 * GIB, speed: 2400 },
    ];
    const sets = matchMemory(two, fitted, 16 * GIB, [offer({})]);
    expect(sets[0]).toMatchObject({ into: ['slot 2'], total: 16 * GIB, speed: 2400 });
    expect(sets[0]?.removed.map((one) => one.slot)).toEqual(['slot 2']);
  });

  it.each<[string, Partial<DeviceMemory>, Partial<MemoryModule>, string]>([
    ['another generation', {}, { generation: 'DDR5' }, 'Generation'],
    ['another form', {}, { form: 'DIMM' }, 'Form'],
    ['a module larger than the slot takes', {}, { bytes: 32 * GIB }, 'Module size'],
    ['1.5 V in a 1.35 V board', { generation: 'DDR3L' }, { generation: 'DDR3' }, 'Generation'],
  ])('refuses %s', (_name, device, over, rule) => {
    const failing = moduleRules({ ...board, ...device }, { ...module, ...over }).filter(
      (one) => one.outcome === 'fail',
    );
    expect(failing.map((one) => one.rule)).toContain(rule);
  });

  it('lets DDR3L run in a DDR3 board', () => {
    const rules = moduleRules({ ...board, generation: 'DDR3' }, { ...module, generation: 'DDR3L' });
    expect(rules.some((one) => one.outcome === 'fail')).toBe(false);
  });

  it.each<[string, DeviceMemory['buffering'], MemoryModule['buffering'], string]>([
    ['registered in an unbuffered slot', undefined, 'registered', 'fail'],
    ['load-reduced in an unbuffered slot', 'ECC', 'load-reduced', 'fail'],
    ['unbuffered in a registered board', 'registered', undefined, 'fail'],
    ['registered in its board', 'registered', 'registered', 'pass'],
    ['ECC in a board without', undefined, 'ECC', 'limit'],
    ['ECC in its board', 'ECC', 'ECC', 'pass'],
    ['plain in an ECC board', 'ECC', undefined, 'pass'],
  ])('%s', (_name, takes, has, outcome) => {
    const device = takes ? { ...board, buffering: takes } : board;
    const rules = moduleRules(device, has ? { ...module, buffering: has } : module);
    expect(rules.find(({ rule }) => rule === 'Buffering')?.outcome).toBe(outcome);
  });

  it('tells of the higher voltage of a low-voltage module, and of training', () => {
    const of = (device: Partial<DeviceMemory>, over: Partial<MemoryModule>) =>
      moduleRules({ ...board, ...device }, { ...module, ...over }).filter(({ outcome }) => outcome === 'limit');
    expect(of({ generation: 'DDR3' }, { generation: 'DDR3L' }).map(({ rule }) => rule)).toEqual(['Voltage']);
    expect(of({ generation: 'DDR5' }, { generation: 'DDR5' }).map(({ rule }) => rule)).toEqual(['First start']);
  });

  it('takes reported rates that differ by rounding for the same', () => {
    const rounded = { ...board, speed: 2133 };
    const speedOf = (speed: number) =>
      matchMemory(rounded, [], 16 * GIB, [offer({ speed })])[0]?.reasons.find(({ rule }) => rule === 'Speed')?.outcome;
    expect([speedOf(2134), speedOf(2400)]).toEqual(['pass', 'limit']);
  });

  it('counts channels by slot, not by which slot was filled first', () => {
    const four: DeviceMemory = {
      ...board,
      soldered: 0,
      slots: ['A1', 'A2', 'B1', 'B2'],
      maximum: 64 * GIB,
      slotChannels: [0, 0, 1, 1],
    };
    const fitted = [
      { slot: 'A1', bytes: 8 * GIB, speed: 2666 },
      { slot: 'B1', bytes: 8 * GIB, speed: 2666 },
    ];
    const channelsWith = (count: number, device = four) =>
      matchMemory(device, fitted, 16 * GIB, [offer({}, 'm', 9)]).find((set) => set.count === count)?.channels;
    expect(channelsWith(2)).toBe('two channels');
    expect(channelsWith(1)).toBe('16 GiB in two channels, 8 GiB in one');
    expect(channelsWith(2, { ...four, channels: 1 })).toBe('one channel');
    const [pair] = matchMemory(four, [], 16 * GIB, [offer({}, 'm', 9)]);
    expect(pair).toMatchObject({ count: 2, into: ['A1', 'B1'], channels: 'two channels' });
    const turns: DeviceMemory = { ...four, slots: ['1', '2'], maximum: 32 * GIB };
    delete turns.slotChannels;
    const [one] = matchMemory(turns, [{ slot: '2', bytes: 8 * GIB, speed: 2666 }], 16 * GIB, [offer({})]);
    expect(one).toMatchObject({ into: ['1'], channels: 'two channels' });
  });

  it('says where all memory is soldered', () => {
    expect(noSlots({ ...board, slots: [] })).toContain('8 GiB are soldered');
    expect(noSlots(board)).toBeNull();
    expect(matchMemory({ ...board, slots: [] }, [], 16 * GIB, [offer({})])).toEqual([]);
  });

  it('never recommends what the board cannot take, and counts every byte', () => {
    const anyOffer = fc
      .record({ bytes: fc.constantFrom(4, 8, 16, 32), speed: fc.constantFrom(2133, 2666, 3200), n: fc.nat(20) })
      .map(({ bytes, speed, n }) => offer({ bytes: bytes * GIB, speed }, `m${n}`, n % 3));
    fc.assert(
      fc.property(fc.array(anyOffer, { maxLength: 8 }), fc.constantFrom(8, 16, 24), (offers, wish) => {
        const sets = matchMemory(board, [], wish * GIB, offers);
        expect(sets).toHaveLength(offers.length);
        for (const set of sets) {
          expect(set.total).toBe(board.soldered + set.count * set.offer.module.bytes);
          if (!set.refused) expect(set.total).toBeLessThanOrEqual(board.maximum);
          expect(set.speed).toBeLessThanOrEqual(board.speed);
        }
        const refusedFrom = sets.findIndex((set) => set.refused);
        if (refusedFrom >= 0) expect(sets.slice(refusedFrom).every((set) => set.refused)).toBe(true);
      }),
    );
  });
});
