import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { GIB } from '../capacity';
import { matchMemory, moduleRules, type DeviceMemory, type MemoryModule, type ModuleOffer } from './index';

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
    expect(rules.every((one) => one.outcome === 'pass')).toBe(true);
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
