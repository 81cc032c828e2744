import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { GIB } from '../capacity';
import { layersOf } from './channels';
import {
  beyondReach,
  CHANNELS,
  matchMemory,
  memoryNow,
  moduleRules,
  mostOf,
  noSlots,
  type DeviceMemory,
  type FittedModule,
  type MemoryModule,
  type ModuleOffer,
} from './index';

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
      moduleRules(
        { ...board, ...device },
        { ...module, speed: device.generation === 'DDR3' ? 1600 : 4800, ...over },
      ).filter(({ outcome }) => outcome === 'limit');
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

  it.each<[string, Partial<DeviceMemory>, Partial<MemoryModule>, string]>([
    [
      'the same contacts, another notch',
      { form: 'DIMM' },
      { form: 'DIMM', generation: 'DDR5' },
      'as many contacts, 288',
    ],
    ['other contacts', {}, { generation: 'DDR5' }, '262 contacts against 260'],
    ['the same notch, another voltage', { generation: 'DDR3L' }, { generation: 'DDR3' }, 'it goes in, but wants 1.5 V'],
    [
      'another kind of bus',
      { generation: 'LPDDR5', form: 'CAMM2' },
      { form: 'CAMM2', generation: 'DDR5' },
      'another bus',
    ],
  ])('tells what keeps another generation out: %s', (_name, device, over, words) => {
    const [rule] = moduleRules({ ...board, ...device }, { ...module, ...over });
    expect(rule).toMatchObject({ rule: 'Generation', outcome: 'fail' });
    expect(rule?.sentence).toContain(words);
  });

  const said = (
    device: Partial<DeviceMemory>,
    over: Partial<MemoryModule>,
    kept: FittedModule[] = [],
    bits?: '32 bits' | '64 bits',
  ) =>
    matchMemory({ ...board, ...device }, kept, 16 * GIB, [offer(over)], bits).find(({ count }) => count === 1)
      ?.reasons ?? [];
  const outcomeOf = (rule: string, reasons: ReturnType<typeof said>) =>
    reasons.find((one) => one.rule === rule)?.outcome;
  const two: Partial<DeviceMemory> = { soldered: 0, slots: ['A', 'B'], maximum: 32 * GIB };
  const inA = (over: Partial<FittedModule>): FittedModule => ({ slot: 'A', bytes: 8 * GIB, speed: 2666, ...over });

  it('takes what only the firmware states for advice', () => {
    const stated = { slotMaximum: 4 * GIB, maximum: 12 * GIB };
    const set = (device: Partial<DeviceMemory>) =>
      matchMemory({ ...board, ...stated, ...device }, [], 16 * GIB, [offer({})])[0];
    expect(set({})?.refused).toBe(true);
    const advised = set({ maximumFrom: 'firmware' });
    expect(advised?.refused).toBe(false);
    expect(
      advised?.reasons.filter(({ outcome, limit }) => outcome === 'limit' && limit).map(({ rule }) => rule),
    ).toEqual(expect.arrayContaining(['Module size', 'Maximum']));
  });

  it('what only the firmware states is no end to a wish', () => {
    expect(beyondReach(board, 32 * GIB)).toBe('This model takes at most 24 GiB.');
    expect([beyondReach({ ...board, maximumFrom: 'firmware' }, 32 * GIB), beyondReach(board, 24 * GIB)]).toEqual([
      null,
      null,
    ]);
    expect(mostOf({ ...board, maximumFrom: 'firmware' })).toBe('up to 24 GiB, says its firmware');
  });

  it('ECC holds only where every module has it; registered is never mixed', () => {
    const ecc = { ...two, buffering: 'ECC' as const };
    expect(outcomeOf('ECC', said(ecc, {}))).toBe('limit');
    expect(outcomeOf('ECC', said(ecc, { buffering: 'ECC' }, [inA({ buffering: 'ECC' })]))).toBeUndefined();
    expect(outcomeOf('ECC', said(ecc, { buffering: 'ECC' }, [inA({ buffering: 'unbuffered' })]))).toBe('limit');
    expect(outcomeOf('ECC', said(ecc, { buffering: 'ECC' }, [inA({})]))).toBe('limit');
    const registered = { ...two, buffering: 'registered' as const };
    expect(outcomeOf('Mixed', said(registered, { buffering: 'registered' }, [inA({ buffering: 'unbuffered' })]))).toBe(
      'fail',
    );
  });

  it('says which fitted module slows down, and that a rate is not noted', () => {
    const fitted = (over: Partial<FittedModule>) =>
      said(two, { speed: 2133 }, [inA(over)])
        .filter(({ rule }) => rule === 'Fitted')
        .map(({ sentence }) => sentence);
    expect(fitted({ speed: 3200 })).toEqual(['A slows down from 2666 to 2133 MT/s']);
    expect(fitted({ speed: 2133 })).toEqual([]);
    expect(fitted({ speed: null })).toEqual(['the rate of A is not noted: all of it may run slower']);
    const full = said({ ...two, speedFull: 2133 }, {}, [inA({})]);
    expect(full.find(({ rule }) => rule === 'Speed')?.sentence).toContain('the controller, with every slot filled');
  });

  it('counts ranks on a channel, and asks where they are not noted', () => {
    const four = { ...two, slots: ['A1', 'A2'], slotChannels: [0, 0], ranksPerChannel: 2 };
    const first = inA({ slot: 'A1', ranks: 2 });
    expect(outcomeOf('Ranks', said(four, { ranks: 1 }, [first]))).toBe('fail');
    expect(outcomeOf('Ranks', said(four, { ranks: 1 }, [{ ...first, ranks: 1 }]))).toBe('pass');
    expect(outcomeOf('Ranks', said(four, {}, [{ ...first, ranks: 1 }]))).toBe('unknown');
    const ddr3 = { ...two, generation: 'DDR3' as const, speed: 1600 };
    expect(outcomeOf('Chips', said(ddr3, { generation: 'DDR3', speed: 1600, ranks: 1 }))).toBe('limit');
    expect(outcomeOf('Chips', said(ddr3, { generation: 'DDR3', speed: 1600, ranks: 2 }))).toBeUndefined();
  });

  it('starts at the rate of the standard, not at the profile on the label', () => {
    expect(outcomeOf('Profile', said({}, { speed: 3200 }))).toBeUndefined();
    expect(said({}, { speed: 2666, profile: 3600 }).find(({ rule }) => rule === 'Profile')?.sentence).toContain(
      '3600 only with',
    );
    expect(outcomeOf('Profile', said({}, { speed: 3600 }))).toBe('limit');
  });

  it('a system of 32 bits does not use it', () => {
    const old = { ...two, generation: 'DDR3' as const, speed: 1600 };
    const at = (device: Partial<DeviceMemory>, bits?: '32 bits' | '64 bits') =>
      outcomeOf('System', said(device, { generation: device.generation ?? 'DDR4', speed: 1600 }, [], bits));
    expect([at(old, '32 bits'), at(old, '64 bits'), at(old), at(two)]).toEqual([
      'limit',
      undefined,
      'limit',
      undefined,
    ]);
  });

  it('fills the slots that the board names first, and says where modules sit in others', () => {
    const four: DeviceMemory = {
      ...board,
      soldered: 0,
      slots: ['A1', 'A2', 'B1', 'B2'],
      maximum: 64 * GIB,
      slotChannels: [0, 0, 1, 1],
      fillFirst: ['A2', 'B2', 'A1', 'B1'],
    };
    const pair = matchMemory(four, [], 16 * GIB, [offer({}, 'm', 9)])[0];
    expect([pair?.into, outcomeOf('Slots', pair?.reasons ?? [])]).toEqual([['A2', 'B2'], undefined]);
    const beside = matchMemory(four, [inA({ slot: 'A1' })], 16 * GIB, [offer({}, 'm', 9)])[0];
    expect(beside?.into).toEqual(['B2']);
    expect(beside?.reasons.find(({ rule }) => rule === 'Slots')?.remedy).toBe('move A1 to A2');
  });

  it('one CAMM2 serves every channel; four channels run side by side where all are filled', () => {
    const camm: DeviceMemory = {
      ...board,
      soldered: 0,
      form: 'CAMM2',
      generation: 'LPDDR5',
      slots: ['board'],
      maximum: 64 * GIB,
      slotMaximum: 64 * GIB,
      speed: 7500,
    };
    const [one] = matchMemory(camm, [], 32 * GIB, [
      offer({ form: 'CAMM2', generation: 'LPDDR5', bytes: 32 * GIB, speed: 7500 }),
    ]);
    expect(one).toMatchObject({ channels: 'two channels', bandwidth: 7500 * 16 });
    const wide: DeviceMemory = { ...board, soldered: 0, channels: 4, slots: ['A', 'B', 'C', 'D'], maximum: 64 * GIB };
    const channels = matchMemory(wide, [], 8 * GIB, [offer({}, 'm', 9)]).map((set) => [
      set.count,
      set.channels,
      set.bandwidth / set.speed,
    ]);
    expect(channels).toEqual([
      [1, 'one channel', 8],
      [2, 'two of four channels', 16],
      [3, 'three of four channels', 24],
      [4, 'four channels', 32],
    ]);
    const lopsided = matchMemory(
      wide,
      ['A', 'B', 'C'].map((slot) => inA({ slot })),
      8 * GIB,
      [offer({ bytes: 16 * GIB })],
    );
    expect(lopsided.find(({ count }) => count === 1)?.channels).toBe('32 GiB in four channels, 8 GiB in one');
  });

  it('says what is there, and whether the wish is met by it', () => {
    const now = memoryNow({ ...board, ...two }, [inA({})], 8 * GIB);
    expect(now).toEqual({ total: 8 * GIB, channels: 'one channel', meets: true });
    const sets = matchMemory({ ...board, ...two }, [inA({ bytes: 16 * GIB })], 16 * GIB, [offer({}, 'm', 9)]);
    expect(sets.map(({ count, reasons }) => [count, outcomeOf('Gain', reasons)])).toEqual([
      [1, undefined],
      [2, 'limit'],
    ]);
    expect(memoryNow(board, [inA({ slot: 'slot 1' })], 24 * GIB)).toMatchObject({
      channels: 'two channels',
      meets: false,
    });
  });

  it('what runs in how many channels is all of the memory, whatever sits where', () => {
    const sizes = fc.array(fc.constantFrom(0, 4, 8, 16), { minLength: 8, maxLength: 8 });
    fc.assert(
      fc.property(sizes, fc.constantFrom(...CHANNELS), fc.constantFrom(0, 8), (given, channels, soldered) => {
        const slots = given.map((_size, index) => `s${index}`);
        const layers = layersOf(
          { ...board, channels, slots, soldered: soldered * GIB },
          new Map(slots.map((slot, index) => [slot, (given[index] ?? 0) * GIB])),
        );
        expect(layers.reduce((total, { bytes }) => total + bytes, 0)).toBe(
          (soldered + given.reduce<number>((a, b) => a + b, 0)) * GIB,
        );
        expect(layers.map(({ width }) => width)).toEqual([...layers.map(({ width }) => width)].sort((a, b) => b - a));
      }),
    );
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
