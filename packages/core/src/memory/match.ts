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
    buffering(device, module),
    ...(module.generation === 'DDR3L' && device.generation === 'DDR3' ? [HIGHER_VOLTAGE] : []),
    ...(device.generation === 'DDR5' ? [TRAINING] : []),
  ];
}

/** JESD79-3-1: a low-voltage module is made for both; the whole bus then runs at the higher one. */
const HIGHER_VOLTAGE: Reason = { rule: 'Voltage', outcome: 'limit', sentence: 'the whole bus runs at 1.5 V' };
const TRAINING: Reason = {
  rule: 'First start',
  outcome: 'limit',
  sentence: 'may stay dark for minutes while the controller trains',
};

/** Registered and load-reduced modules never work in an unbuffered slot, nor the reverse; ECC may run without ECC. */
function buffering(device: DeviceMemory, module: MemoryModule): Reason {
  const [has, takes] = [module.buffering ?? 'unbuffered', device.buffering ?? 'unbuffered'];
  const unbuffered = (one: string) => one === 'unbuffered' || one === 'ECC';
  if (has === 'ECC' && takes === 'unbuffered') {
    const sentence = 'runs without ECC where the board allows it at all: try it';
    return { rule: 'Buffering', outcome: 'limit', measured: has, limit: takes, sentence };
  }
  const fits = has === takes || (unbuffered(has) && unbuffered(takes));
  return rule('Buffering', fits, has, takes, 'they are never mixed');
}

/** Why a device takes no modules at all, in words; null where it has a slot. */
export function noSlots(device: DeviceMemory): string | null {
  if (device.slots.length > 0) return null;
  return `All ${binary(device.soldered)} are soldered: this device takes no more memory.`;
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

/** The slots in the order in which they are filled: empty ones first, each on the channel that holds less by then. */
function slotOrder(device: DeviceMemory, fitted: readonly FittedModule[]): string[] {
  const sizeIn = (slot: string) => fitted.find((module) => module.slot === slot)?.bytes ?? 0;
  const filled = [0, 0];
  if (device.soldered > 0) filled[0] = 1;
  for (const { slot } of fitted) filled[channelOf(device, slot)] = (filled[channelOf(device, slot)] ?? 0) + 1;
  const left = new Set(device.slots);
  const order: string[] = [];
  while (left.size > 0) {
    const load = (slot: string) => filled[channelOf(device, slot)] ?? 0;
    const [next = ''] = [...left].sort((a, b) => sizeIn(a) - sizeIn(b) || load(a) - load(b) || a.localeCompare(b));
    left.delete(next);
    order.push(next);
    if (sizeIn(next) === 0) filled[channelOf(device, next)] = load(next) + 1;
  }
  return order;
}

/** The channel of a slot: as the board says, else slots take turns, after soldered memory on the first. */
function channelOf({ slots, slotChannels, soldered }: DeviceMemory, slot: string): 0 | 1 {
  const index = Math.max(0, slots.indexOf(slot));
  return (slotChannels?.[index] ?? index + (soldered > 0 ? 1 : 0)) % 2 === 0 ? 0 : 1;
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
  const bySlot = new Map([
    ...kept.map(({ slot, bytes }) => [slot, bytes] as const),
    ...into.map((slot) => [slot, offer.module.bytes] as const),
  ]);
  const total = device.soldered + sum([...bySlot.values()]);
  const speed = Math.min(device.speed, offer.module.speed, ...kept.map((module) => module.speed));
  const sides = channelSides(device, bySlot);
  const reasons = [
    ...moduleRules(device, offer.module),
    rule('Maximum', total <= device.maximum, binary(total), binary(device.maximum), 'more than the board takes'),
    {
      rule: 'Speed',
      outcome: sameRate(speed, offer.module.speed) ? 'pass' : 'limit',
      measured: `${speed} MT/s`,
      limit: `${offer.module.speed} MT/s`,
      sentence: sameRate(speed, offer.module.speed)
        ? `runs at ${speed} MT/s, as rated`
        : `runs at ${speed} MT/s: the slowest common rate`,
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

/** Reported rates are rounded, 2133 or 2134: within one per cent they are the same. */
const sameRate = (a: number, b: number) => Math.abs(a - b) <= 0.01 * Math.max(a, b);

/**
 * Two channels with a and b: 2 x min(a, b) interleaved, |a - b| single. Soldered memory is the first channel.
 */
function channelSides(device: DeviceMemory, bySlot: ReadonlyMap<string, number>): Sides {
  const sides = [device.soldered, 0];
  for (const slot of device.slots) {
    const channel = channelOf(device, slot);
    sides[channel] = (sides[channel] ?? 0) + (bySlot.get(slot) ?? 0);
  }
  const [first = 0, second = 0] = sides;
  if (device.channels === 1) return { interleaved: 0, single: first + second };
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
