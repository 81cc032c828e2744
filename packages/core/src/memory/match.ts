import { binary } from '../capacity';
import type { Reason } from '../reason';
import type { DeviceMemory, FittedModule, MemoryModule, MemorySet, ModuleOffer } from './types';

/**
 * Whether a module goes into a slot of the device at all. Generations never interchange (notch and voltage);
 * DDR3L runs in a DDR3 board, a 1.5 V DDR3 module in a 1.35 V board is refused (JESD79-3-1).
 */
export function moduleRules(device: DeviceMemory, module: MemoryModule): Reason[] {
  const generation =
    module.generation === device.generation || (module.generation === 'DDR3L' && device.generation === 'DDR3');
  return [
    rule('Generation', generation, module.generation, device.generation, 'the notch and the voltage differ'),
    rule('Form', module.form === device.form, module.form, device.form, 'the slot is another one'),
    rule(
      'Module size',
      module.bytes <= device.slotMaximum,
      binary(module.bytes),
      `${binary(device.slotMaximum)} a slot`,
      'the controller does not address it',
    ),
  ];
}

function rule(name: string, passes: boolean, measured: string, limit: string, why: string): Reason {
  return {
    rule: name,
    outcome: passes ? 'pass' : 'fail',
    measured,
    limit,
    sentence: passes ? `${measured} for ${limit}` : `${measured}, the board takes ${limit}: ${why}`,
  };
}

/**
 * Sets of one kind of module that could be fitted, best first: those that reach the wish, then those in
 * stock, then the cheaper. Empty slots are filled first; after that the smallest module comes out.
 * @param wish bytes wanted in all
 */
export function matchMemory(
  device: DeviceMemory,
  fitted: readonly FittedModule[],
  wish: number,
  offers: readonly ModuleOffer[],
): MemorySet[] {
  const order = slotOrder(device, fitted);
  return offers
    .flatMap((offer) => order.map((_slot, index) => makeSet(device, fitted, wish, offer, order.slice(0, index + 1))))
    .sort(better);
}

function slotOrder(device: DeviceMemory, fitted: readonly FittedModule[]): string[] {
  const sizeIn = (slot: string) => fitted.find((module) => module.slot === slot)?.bytes ?? 0;
  return [...device.slots].sort((a, b) => sizeIn(a) - sizeIn(b) || a.localeCompare(b));
}

function makeSet(
  device: DeviceMemory,
  fitted: readonly FittedModule[],
  wish: number,
  offer: ModuleOffer,
  into: string[],
): MemorySet {
  const removed = fitted.filter((module) => into.includes(module.slot));
  const kept = fitted.filter((module) => !into.includes(module.slot));
  const sizes = [...kept.map((module) => module.bytes), ...into.map(() => offer.module.bytes)];
  const total = device.soldered + sum(sizes);
  const speed = Math.min(device.speed, offer.module.speed, ...kept.map((module) => module.speed));
  const sides = channelSides(device, sizes);
  const reasons = [
    ...moduleRules(device, offer.module),
    rule('Maximum', total <= device.maximum, binary(total), binary(device.maximum), 'more than the board takes'),
    {
      rule: 'Speed',
      outcome: speed < offer.module.speed ? 'limit' : 'pass',
      measured: `${speed} MT/s`,
      limit: `${offer.module.speed} MT/s`,
      sentence: `runs at ${speed} MT/s: the slowest common rate`,
    } satisfies Reason,
    channelRule(sides),
  ];
  return {
    offer,
    count: into.length,
    into,
    removed,
    total,
    speed,
    channels: channelRule(sides).sentence,
    bandwidth: speed * 8 * (sides.interleaved > 0 ? 2 : 1),
    refused: reasons.some((reason) => reason.outcome === 'fail'),
    reachesWish: total >= wish,
    reasons,
  };
}

interface Sides {
  interleaved: number;
  single: number;
}

/** Two channels with a and b: 2 x min(a, b) interleaved, |a - b| single. Soldered memory is the first channel. */
function channelSides(device: DeviceMemory, modules: readonly number[]): Sides {
  const all = device.soldered > 0 ? [device.soldered, ...modules] : [...modules];
  if (device.channels === 1) return { interleaved: 0, single: sum(all) };
  const [first, second] = [sum(all.filter((_s, n) => n % 2 === 0)), sum(all.filter((_s, n) => n % 2 === 1))];
  return { interleaved: 2 * Math.min(first, second), single: Math.abs(first - second) };
}

function channelRule({ interleaved, single }: Sides): Reason {
  if (interleaved === 0) return { rule: 'Channels', outcome: 'limit', sentence: 'one channel' };
  if (single === 0) return { rule: 'Channels', outcome: 'pass', sentence: 'two channels' };
  return {
    rule: 'Channels',
    outcome: 'limit',
    sentence: `${binary(interleaved)} in two channels, ${binary(single)} in one`,
  };
}

function better(a: MemorySet, b: MemorySet): number {
  const useful = (set: MemorySet) => (set.refused ? 2 : set.reachesWish ? 0 : 1);
  const there = (set: MemorySet) => (set.offer.stock >= set.count ? 0 : 1);
  return (
    useful(a) - useful(b) ||
    there(a) - there(b) ||
    a.offer.price * a.count - b.offer.price * b.count ||
    a.offer.partId.localeCompare(b.offer.partId) ||
    a.count - b.count
  );
}

function sum(values: readonly number[]): number {
  return values.reduce((total, value) => total + value, 0);
}
