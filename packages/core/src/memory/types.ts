import type { Reason } from '../reason';

export const GENERATIONS = ['DDR2', 'DDR3', 'DDR3L', 'DDR4', 'DDR5', 'LPDDR3', 'LPDDR4', 'LPDDR5'] as const;
export type MemoryGeneration = (typeof GENERATIONS)[number];
/** How a module drives the bus; ECC is unbuffered with spare bits. */
export const BUFFERINGS = ['unbuffered', 'ECC', 'registered', 'load-reduced'] as const;
export type Buffering = (typeof BUFFERINGS)[number];
/** A CAMM2 (JESD318) alone serves every channel of its board. */
export const MODULE_FORMS = ['SO-DIMM', 'DIMM', 'CAMM2'] as const;
export type ModuleForm = (typeof MODULE_FORMS)[number];
export const CHANNELS = [1, 2, 3, 4, 6, 8] as const;
export type Channels = (typeof CHANNELS)[number];
export const RANKS = [1, 2, 4, 8] as const;
export type Ranks = (typeof RANKS)[number];
export const SYSTEM_BITS = ['64 bits', '32 bits'] as const;
export type SystemBits = (typeof SYSTEM_BITS)[number];

/** What the board takes. Sizes in bytes, rates in MT/s. */
export interface DeviceMemory {
  generation: MemoryGeneration;
  form: ModuleForm;
  soldered: number;
  slots: string[];
  slotMaximum: number;
  maximum: number;
  /** Told by the firmware alone, which may be stale: advice, no limit. Absent where the maker says so or it was tried. */
  maximumFrom?: 'firmware';
  speed: number;
  /** The rate with a module in every slot, where the controller then goes slower. */
  speedFull?: number;
  /** Channels of the controller; soldered memory counts as one of them. */
  channels: Channels;
  /** What the board drives; unbuffered where nothing is said. ECC boards take both unbuffered kinds. */
  buffering?: Buffering;
  /** The channel of each slot, from 0, where the board does not take turns. */
  slotChannels?: number[];
  /** The slots in the order in which the board's manual has them filled. */
  fillFirst?: string[];
  /** Ranks that the controller drives on one channel. */
  ranksPerChannel?: number;
}

export interface MemoryModule {
  maker: string;
  name: string;
  generation: MemoryGeneration;
  form: ModuleForm;
  bytes: number;
  /** MT/s at which it starts by itself. */
  speed: number;
  /** MT/s of the faster profile that it names beside the rates of the standard. */
  profile?: number;
  /** Unbuffered where nothing is said. */
  buffering?: Buffering;
  ranks?: Ranks;
}

/** What sits in a slot now; null for a rate that nobody noted. */
export interface FittedModule {
  slot: string;
  bytes: number;
  speed: number | null;
  buffering?: Buffering;
  ranks?: Ranks;
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

/** What is in the device as it came. */
export interface MemoryNow {
  total: number;
  channels: string;
  /** Whether the wish is reached without anything being done. */
  meets: boolean;
}
