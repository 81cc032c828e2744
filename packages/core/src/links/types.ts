export const SATA_GENERATIONS = [1, 2, 3] as const;
export type SataGeneration = (typeof SATA_GENERATIONS)[number];
export const PCIE_GENERATIONS = [1, 2, 3, 4, 5] as const;
export type PcieGeneration = (typeof PCIE_GENERATIONS)[number];
export const LANES = [1, 2, 4] as const;
export type Lanes = (typeof LANES)[number];
/** Slowest first. */
export const USB_MODES = ['2.0', '5 Gb/s', '10 Gb/s', '20 Gb/s'] as const;
export type UsbMode = (typeof USB_MODES)[number];

/** One connection that data passes on its way. */
export type Link =
  | { kind: 'sata'; generation: SataGeneration }
  | { kind: 'pcie'; generation: PcieGeneration; lanes: Lanes }
  | { kind: 'usb'; mode: UsbMode };

/** Something that data flows through, with the most it lets pass in MB/s. */
export interface Stage {
  name: string;
  rate: number;
}
