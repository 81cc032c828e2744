export type SataGeneration = 1 | 2 | 3;
export type PcieGeneration = 1 | 2 | 3 | 4 | 5;
export type Lanes = 1 | 2 | 4;
export type UsbMode = '2.0' | '5 Gb/s' | '10 Gb/s' | '20 Gb/s';

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
