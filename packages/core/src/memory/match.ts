import type { Reason } from '../reason';
import { channelOf, channelRule, layersOf } from './channels';
import { addressed, advised, beside, moduleRules, ranks, rates } from './rules';
import type { DeviceMemory, FittedModule, MemoryNow, MemorySet, ModuleOffer, Ranks, SystemBits } from './types';
import { binary } from '../capacity';

/** Why a device takes no modules at all, in words; null where it has a slot. */
export function noSlots(device: DeviceMemory): string | null {
  if (device.slots.length > 0) return null;
  return `All ${binary(device.soldered)} are soldered: this device takes no more memory.`;
}

/** The most that the device takes, as it is told: what only its firmware states says so. */
export function mostOf({ maximum, maximumFrom }: Pick<DeviceMemory, 'maximum' | 'maximumFrom'>): string {
  return `up to ${binary(maximum)}${maximumFrom ? ', says its firmware' : ''}`;
}

/** Why a wish cannot be reached in this device whatever is fitted, in words; null where it can, or where only firmware says no. */
export function beyondReach(device: DeviceMemory, wish: number): string | null {
  if (device.maximumFrom || wish <= device.maximum) return null;
  return `This model takes at most ${binary(device.maximum)}.`;
}

/** What is in the device now, and whether the wish is met by it. @param wish bytes wanted in all */
export function memoryNow(device: DeviceMemory, fitted: readonly FittedModule[], wish: number): MemoryNow {
  const bySlot = new Map(fitted.map(({ slot, bytes }) => [slot, bytes] as const));
  const total = device.soldered + sum([...bySlot.values()]);
  return { total, channels: channelRule(device, layersOf(device, bySlot)).sentence, meets: wish > 0 && total >= wish };
}

/**
 * Sets of one kind of module that could be fitted, best first: those that reach the wish, before those that do not,
 * before those that gain nothing; then those in stock, then the cheaper. Empty slots are filled first, in the board's order; after that the smallest module comes out.
 *
 * @param wish bytes wanted in all
 * @param bits what the device's system is; nothing where nobody noted it
 */
export function matchMemory(
  device: DeviceMemory,
  fitted: readonly FittedModule[],
  wish: number,
  offers: readonly ModuleOffer[],
  bits?: SystemBits,
): MemorySet[] {
  const order = slotOrder(device, fitted);
  const around = { device, fitted, wish, bits };
  return offers
    .flatMap((offer) => order.map((_slot, index) => makeSet(around, offer, order.slice(0, index + 1))))
    .sort(better);
}

/** The slots in the order in which they are filled: empty ones first, each on the channel that holds less by then. */
function slotOrder(device: DeviceMemory, fitted: readonly FittedModule[]): string[] {
  const sizeIn = (slot: string) => fitted.find((module) => module.slot === slot)?.bytes ?? 0;
  const filled = Array.from({ length: device.channels }, () => 0);
  if (device.soldered > 0) filled[0] = 1;
  for (const { slot } of fitted) filled[channelOf(device, slot)] = (filled[channelOf(device, slot)] ?? 0) + 1;
  const left = new Set(device.slots);
  const order: string[] = [];
  const place = (slot: string) => {
    const index = device.fillFirst?.indexOf(slot) ?? -1;
    return index < 0 ? device.slots.length : index;
  };
  while (left.size > 0) {
    const load = (slot: string) => filled[channelOf(device, slot)] ?? 0;
    const [next = ''] = [...left].sort(
      (a, b) => sizeIn(a) - sizeIn(b) || load(a) - load(b) || place(a) - place(b) || a.localeCompare(b),
    );
    left.delete(next);
    order.push(next);
    if (sizeIn(next) === 0) filled[channelOf(device, next)] = load(next) + 1;
  }
  return order;
}

interface Around {
  device: DeviceMemory;
  fitted: readonly FittedModule[];
  wish: number;
  bits: SystemBits | undefined;
}

function makeSet({ device, fitted, wish, bits }: Around, offer: ModuleOffer, into: string[]): MemorySet {
  const { module } = offer;
  const removed = fitted.filter(({ slot }) => into.includes(slot));
  const kept = fitted.filter(({ slot }) => !into.includes(slot));
  const bySlot = new Map([
    ...kept.map(({ slot, bytes }) => [slot, bytes] as const),
    ...into.map((slot) => [slot, module.bytes] as const),
  ]);
  const total = device.soldered + sum([...bySlot.values()]);
  const now = device.soldered + sum(fitted.map(({ bytes }) => bytes));
  const layers = layersOf(device, bySlot);
  const { speed, reasons: ofRates } = rates(device, module, kept, bySlot.size === device.slots.length);
  const channels = channelRule(device, layers);
  const ranksIn = new Map<string, Ranks | undefined>([
    ...kept.map((one) => [one.slot, one.ranks] as const),
    ...into.map((slot) => [slot, module.ranks] as const),
  ]);
  const reasons = [
    ...moduleRules(device, module),
    ...beside(device, module, kept),
    advised(device, 'Maximum', total, device.maximum, 'more than the board takes'),
    ...ofRates,
    channels,
    ...placed(device, [...bySlot.keys()]),
    ...ranks(device, ranksByChannel(device, ranksIn)),
    ...addressed(device, total, bits),
    ...(total > now ? [] : [NO_GAIN]),
  ];
  return {
    offer,
    count: into.length,
    into,
    removed,
    total,
    speed,
    channels: channels.sentence,
    bandwidth: speed * 8 * (layers[0]?.width ?? 1),
    refused: reasons.some(({ outcome }) => outcome === 'fail'),
    reachesWish: total >= wish,
    reasons,
  };
}

const NO_GAIN: Reason = { rule: 'Gain', outcome: 'limit', sentence: 'no more than is in it now' };

/** Whether the slots are those that the board has filled first: else modules that stay have to change places. */
function placed({ fillFirst = [] }: DeviceMemory, filled: readonly string[]): Reason[] {
  const first = fillFirst.slice(0, filled.length);
  const missed = first.filter((slot) => !filled.includes(slot));
  if (missed.length === 0) return [];
  const instead = filled.filter((slot) => !first.includes(slot));
  const sentence = `the board has ${first.join(', ')} filled first`;
  return [{ rule: 'Slots', outcome: 'limit', sentence, remedy: `move ${instead.join(', ')} to ${missed.join(', ')}` }];
}

/** The ranks on each channel that carries modules; null where those of one are not noted. */
function ranksByChannel(device: DeviceMemory, ranksIn: ReadonlyMap<string, Ranks | undefined>): (number | null)[] {
  const found = new Map<number, number | null>();
  for (const [slot, count] of ranksIn) {
    const channel = channelOf(device, slot);
    const already = found.get(channel);
    found.set(channel, count === undefined || already === null ? null : (already ?? 0) + count);
  }
  return [...found.values()];
}

function better(a: MemorySet, b: MemorySet): number {
  const useful = ({ refused, reachesWish, reasons }: MemorySet) =>
    refused ? 3 : reasons.includes(NO_GAIN) ? 2 : reachesWish ? 0 : 1;
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
