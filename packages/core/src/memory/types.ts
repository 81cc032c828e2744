import type { Reason } from '../reason';

export type MemoryGeneration = 'DDR3' | 'DDR3L' | 'DDR4' | 'DDR5';
export type ModuleForm = 'SO-DIMM' | 'DIMM';

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
}

export interface MemoryModule {
  maker: string;
  name: string;
  generation: MemoryGeneration;
  form: ModuleForm;
  bytes: number;
  speed: number;
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
