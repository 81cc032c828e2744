import type { Reason } from '../reason';

export const GENERATIONS = ['DDR2', 'DDR3', 'DDR3L', 'DDR4', 'DDR5', 'LPDDR3', 'LPDDR4', 'LPDDR5'] as const;
export type MemoryGeneration = (typeof GENERATIONS)[number];
/** How a module drives the bus; ECC is unbuffered with spare bits. */
export const BUFFERINGS = ['unbuffered', 'ECC', 'registered', 'load-reduced'] as const;
export type Buffering = (typeof BUFFERINGS)[number];
export const MODULE_FORMS = ['SO-DIMM', 'DIMM'] as const;
export type ModuleForm = (typeof MODULE_FORMS)[number];

/** What the board takes. Sizes in bytes, rates in MT/s. */
export interface DeviceMemory {
  generation: MemoryGeneration;
  form: ModuleForm;
  soldered: number;
  slots: string[];
  slotMaximum: number;
  maximum: number;
  speed: number;
  /** Channels of the controller; soldered memory counts as one of them. */
  channels: 1 | 2;
  /** What the board drives; unbuffered where nothing is said. ECC boards take both unbuffered kinds. */
  buffering?: Buffering;
  /** The channel of each slot, 0 or 1, where the board does not take turns. */
  slotChannels?: number[];
}

export interface MemoryModule {
  maker: string;
  name: string;
  generation: MemoryGeneration;
  form: ModuleForm;
  bytes: number;
  speed: number;
  /** Unbuffered where nothing is said. */
  buffering?: Buffering;
}

/** What sits in a slot now. */
export interface FittedModule {
  slot: string;
  bytes: number;
  speed: number;
}

export interface ModuleOffer {
  partId: string;
  module: MemoryModule;
  price: number;
  stock: number;
}

/** A way to reach the wish: `count` modules of one part, with what comes out for them. */
export interface MemorySet {
  offer: ModuleOffer;
  count: number;
  into: string[];
  removed: FittedModule[];
  total: number;
  speed: number;
  channels: string;
  /** Peak bandwidth, MB/s: rate x 8 bytes x channels that run side by side. */
  bandwidth: number;
  refused: boolean;
  reachesWish: boolean;
  reasons: Reason[];
}
