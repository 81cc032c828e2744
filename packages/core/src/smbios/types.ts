import type { Reason } from '../reason';
import type { Ranks } from '../memory';

export type ChassisGroup = 'laptop' | 'tablet' | 'desktop' | 'all-in-one' | 'mini' | 'server' | 'other';

/** A memory module or a soldered chip group, as the firmware reports it. Bytes, MT/s. */
export interface MemoryDevice {
  slot: string;
  /** null for an empty slot. */
  bytes: number | null;
  generation: string;
  form: 'DIMM' | 'SO-DIMM' | 'CAMM2' | 'soldered' | 'other';
  /** Rated and set rate; null when not reported. */
  speed: number | null;
  configured: number | null;
  ecc: boolean;
  ranks: Ranks | null;
  registered: boolean;
  maker: string;
  part: string;
  serial: string;
}

/** A slot of the board for cards, M.2 ones among them. */
export interface BoardSlot {
  name: string;
  kind: string;
  lanes: number | null;
  used: boolean | null;
}

/** What a device says of itself. Empty texts and null: not reported. */
export interface DeviceIdentity {
  /** Of the table's format, where an entry point tells it. */
  tableVersion: string;
  maker: string;
  product: string;
  /** Often the long model number. */
  version: string;
  family: string;
  sku: string;
  serial: string;
  uuid: string;
  board: string;
  chassis: ChassisGroup;
  firmware: { maker: string; version: string; date: string; uefi: boolean | null };
  processors: { name: string; cores: number | null; threads: number | null }[];
  memory: { slots: number | null; maximum: number | null; ecc: boolean | null; devices: MemoryDevice[] };
  slots: BoardSlot[];
  battery: { name: string; designMilliwattHours: number | null } | null;
  problems: Reason[];
}
