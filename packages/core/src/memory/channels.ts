import { binary } from '../capacity';
import type { Reason } from '../reason';
import type { DeviceMemory } from './types';

/** So many bytes that run in so many channels at once. */
export interface Layer {
  width: number;
  bytes: number;
}

/** The channel of a slot: as the board says, else slots take turns, after soldered memory on the first. */
export function channelOf({ slots, slotChannels, soldered, channels }: DeviceMemory, slot: string): number {
  const index = Math.max(0, slots.indexOf(slot));
  return (slotChannels?.[index] ?? index + (soldered > 0 ? 1 : 0)) % channels;
}

/**
 * What runs in how many channels at once, widest first. Two channels with a and b: 2 x min(a, b) in both, |a - b| in
 * one; with more channels likewise, layer by layer. Soldered memory is the first channel; a CAMM2 serves all of them.
 */
export function layersOf(device: DeviceMemory, bySlot: ReadonlyMap<string, number>): Layer[] {
  const totals = Array.from({ length: device.channels }, () => 0);
  const put = (channel: number, bytes: number) => void (totals[channel] = (totals[channel] ?? 0) + bytes);
  put(0, device.soldered);
  for (const slot of device.slots) {
    const bytes = bySlot.get(slot) ?? 0;
    if (device.form === 'CAMM2') totals.forEach((_total, channel) => put(channel, bytes / totals.length));
    else put(channelOf(device, slot), bytes);
  }
  const sorted = totals.sort((a, b) => b - a);
  return sorted
    .map((total, index) => ({ width: index + 1, bytes: (total - (sorted[index + 1] ?? 0)) * (index + 1) }))
    .filter(({ bytes }) => bytes > 0)
    .reverse();
}

const WORDS = ['no', 'one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight'];
const inWords = (width: number) => `${WORDS[width] ?? String(width)} ${width === 1 ? 'channel' : 'channels'}`;

/** The arrangement in words, and whether every channel of the board carries all of it. */
export function channelRule({ channels }: DeviceMemory, layers: readonly Layer[]): Reason {
  const rule = 'Channels';
  const [widest, ...rest] = layers;
  if (!widest || (rest.length === 0 && widest.width === 1)) return { rule, outcome: 'limit', sentence: 'one channel' };
  if (rest.length === 0) {
    const all = widest.width === channels;
    const sentence = all ? inWords(channels) : `${WORDS[widest.width] ?? ''} of ${inWords(channels)}`;
    return { rule, outcome: all ? 'pass' : 'limit', sentence };
  }
  const narrow = rest.map(({ width, bytes }) => `${binary(bytes)} in ${WORDS[width] ?? ''}`).join(', ');
  return { rule, outcome: 'limit', sentence: `${binary(widest.bytes)} in ${inWords(widest.width)}, ${narrow}` };
}
