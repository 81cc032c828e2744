export const SATA_GENERATIONS = [1, 2, 3] as const;
export type SataGeneration = (typeof SATA_GENERATIONS)[number];
export const PCIE_GENERATIONS = [1, 2, 3, 4, 5] as const;
export type PcieGeneration = (typeof PCIE_GENERATIONS)[number];
export const LANES = [1, 2, 4] as const;
export type Lanes = (typeof LANES)[number];
/** Parallel ATA by the rate of its mode, MB/s: Ultra DMA 2, 4, 5 and 6 (ATA/ATAPI-7). */
export const PATA_RATES = [33, 66, 100, 133] as const;
export type PataRate = (typeof PATA_RATES)[number];
/** USB 2.0, USB 3.2 (Gen 1x1, 1x2, 2x1, 2x2), USB4 and Thunderbolt, by what is printed beside a socket. */
export const USB_MODES = [
  '2.0',
  '5 Gb/s',
  '2 x 5 Gb/s',
  '10 Gb/s',
  '20 Gb/s',
  'USB4 20 Gb/s',
  'USB4 40 Gb/s',
  'Thunderbolt 3',
  'Thunderbolt 4',
] as const;
export type UsbMode = (typeof USB_MODES)[number];

/** One connection that data passes on its way. */
export type Link =
  | { kind: 'sata'; generation: SataGeneration }
  | { kind: 'pata'; rate: PataRate }
  | { kind: 'pcie'; generation: PcieGeneration; lanes: Lanes }
  /** `oneAtATime`: the bridge behind it takes one command at a time (BOT); else it lets them queue (UASP). */
  | { kind: 'usb'; mode: UsbMode; oneAtATime?: boolean };

/** Something that data flows through, with the most it lets pass in MB/s. */
export interface Stage {
  name: string;
  rate: number;
}
