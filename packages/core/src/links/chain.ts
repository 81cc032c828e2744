import { linkPractical } from './rates';
import {
  LANES,
  PATA_RATES,
  PCIE_GENERATIONS,
  SATA_GENERATIONS,
  USB_MODES,
  type Link,
  type Stage,
  type UsbMode,
} from './types';

/** The link in words: "SATA 3", "x4 gen 3", "USB 10 Gb/s". */
export function linkName(link: Link): string {
  if (link.kind === 'sata') return `SATA ${link.generation}`;
  if (link.kind === 'pata') return `PATA ${link.rate}`;
  if (link.kind === 'usb') return /^\d/.test(link.mode) ? `USB ${link.mode}` : link.mode;
  return `x${link.lanes} gen ${link.generation}`;
}

/** The link two ends agree on: the lower generation and the fewer lanes; null when they do not speak alike. */
export function negotiate(first: Link, second: Link): Link | null {
  if (first.kind === 'sata' && second.kind === 'sata') {
    return first.generation <= second.generation ? first : second;
  }
  if (first.kind === 'pata' && second.kind === 'pata') return first.rate <= second.rate ? first : second;
  if (first.kind === 'pcie' && second.kind === 'pcie') {
    return {
      kind: 'pcie',
      generation: first.generation <= second.generation ? first.generation : second.generation,
      lanes: first.lanes <= second.lanes ? first.lanes : second.lanes,
    };
  }
  return null;
}

/** What a socket of each kind speaks besides its own mode: the common ground on which two ends meet. */
const SPEAKS: Readonly<Record<UsbMode, readonly UsbMode[]>> = {
  '2.0': [],
  '5 Gb/s': ['2.0'],
  '2 x 5 Gb/s': ['2.0', '5 Gb/s'],
  '10 Gb/s': ['2.0', '5 Gb/s'],
  '20 Gb/s': ['2.0', '5 Gb/s', '2 x 5 Gb/s', '10 Gb/s'],
  // Two lanes of USB 3.2 and Thunderbolt 3 are left to the maker in USB4: neither is counted on.
  'USB4 20 Gb/s': ['2.0', '5 Gb/s', '10 Gb/s'],
  'USB4 40 Gb/s': ['2.0', '5 Gb/s', '10 Gb/s', 'USB4 20 Gb/s'],
  'Thunderbolt 3': ['2.0', '5 Gb/s', '10 Gb/s'],
  'Thunderbolt 4': ['2.0', '5 Gb/s', '10 Gb/s', 'USB4 20 Gb/s', 'USB4 40 Gb/s', 'Thunderbolt 3'],
};

/**
 * The mode on which a holder and a socket meet: the fastest that both speak (USB 3.2, USB4); null for none. A holder
 * of Thunderbolt 3 speaks nothing else: those that fall back to USB are entered by the mode that they fall back to.
 */
export function usbBetween(holder: UsbMode, socket: UsbMode): UsbMode | null {
  return MEETING[holder][socket];
}

/** It is asked for every holder at every socket of every route. */
const MEETING = table((holder) => table((socket) => fastestCommon(holder, socket)));

function table<T>(of: (mode: UsbMode) => T): Readonly<Record<UsbMode, T>> {
  return Object.fromEntries(USB_MODES.map((mode) => [mode, of(mode)])) as Record<UsbMode, T>;
}

function fastestCommon(holder: UsbMode, socket: UsbMode): UsbMode | null {
  const spoken = (mode: UsbMode) => [...SPEAKS[mode], mode];
  const own = holder === 'Thunderbolt 3' ? [holder] : spoken(holder);
  const common = own.filter((mode) => spoken(socket).includes(mode));
  const upper = (mode: UsbMode) => linkPractical({ kind: 'usb', mode })[1];
  return common.reduce<UsbMode | null>((best, mode) => (best && upper(best) >= upper(mode) ? best : mode), null);
}

/** Every link that can be looked up on a device or bridge, drives' own before USB. */
export const EVERY_LINK: readonly Link[] = [
  ...SATA_GENERATIONS.map((generation) => ({ kind: 'sata', generation }) as const),
  ...PATA_RATES.map((rate) => ({ kind: 'pata', rate }) as const),
  ...PCIE_GENERATIONS.flatMap((generation) => LANES.map((lanes) => ({ kind: 'pcie', generation, lanes }) as const)),
  ...USB_MODES.map((mode) => ({ kind: 'usb', mode }) as const),
];

/** The stage that limits a chain: the slowest; the first of equals. Null for an empty chain. */
export function slowest(chain: readonly Stage[]): Stage | null {
  return chain.reduce<Stage | null>((least, stage) => (least && least.rate <= stage.rate ? least : stage), null);
}
