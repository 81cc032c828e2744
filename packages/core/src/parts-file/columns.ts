import type { PartKind } from './kinds';

/** What a column of a parts file holds, and for which kinds it is. */
export type Cell = 'text' | 'number' | 'whole' | 'yes or no' | 'list' | 'lengths' | 'bytes' | 'link' | 'price' | 'json';

const DRIVE: readonly PartKind[] = ['drive'];

/** The columns of a parts file in their order, each with what stands in it. */
export const COLUMNS = {
  partNumber: { cell: 'text' },
  kind: { cell: 'text' },
  maker: { cell: 'text' },
  name: { cell: 'text' },
  price: { cell: 'price' },
  cost: { cell: 'price' },
  reorderLevel: { cell: 'whole' },
  bytes: { cell: 'bytes', of: ['drive', 'memory'] },
  form: { cell: 'text', of: ['drive', 'memory'] },
  link: { cell: 'link', of: DRIVE },
  class: { cell: 'text', of: DRIVE },
  read: { cell: 'number', of: DRIVE },
  write: { cell: 'number', of: DRIVE },
  sectorSize: { cell: 'whole', of: DRIVE },
  length: { cell: 'whole', of: ['drive', 'adapter'] },
  keys: { cell: 'list', of: DRIVE },
  top: { cell: 'number', of: DRIVE },
  bottom: { cell: 'number', of: DRIVE },
  heatsink: { cell: 'number', of: DRIVE },
  heatsinkOff: { cell: 'yes or no', of: DRIVE },
  height: { cell: 'number', of: ['drive', 'adapter'] },
  needs12V: { cell: 'yes or no', of: DRIVE },
  connector: { cell: 'text', of: ['drive', 'adapter'] },
  powerDisable: { cell: 'yes or no', of: DRIVE },
  size: { cell: 'lengths', of: ['drive', 'adapter'] },
  volts: { cell: 'text', of: DRIVE },
  ahci: { cell: 'yes or no', of: DRIVE },
  bracket: { cell: 'text', of: ['drive', 'adapter'] },
  contacts: { cell: 'text', of: ['drive', 'adapter'] },
  generation: { cell: 'text', of: ['memory'] },
  speed: { cell: 'whole', of: ['memory'] },
  buffering: { cell: 'text', of: ['memory'] },
  profile: { cell: 'whole', of: ['memory'] },
  ranks: { cell: 'whole', of: ['memory'] },
  adapter: { cell: 'text', of: ['adapter'] },
  from: { cell: 'lengths', of: ['adapter'] },
  to: { cell: 'lengths', of: ['adapter'] },
  takes: { cell: 'number', of: ['adapter'] },
  holds: { cell: 'text', of: ['adapter'] },
  drives: { cell: 'whole', of: ['adapter'] },
  ownSwitch: { cell: 'yes or no', of: ['adapter'] },
  adds: { cell: 'number', of: ['adapter'] },
  regulator: { cell: 'yes or no', of: ['adapter'] },
  // What equipment takes is too deep for columns: it stands as JSON in one.
  equipment: { cell: 'json', of: ['equipment'] },
} as const satisfies Record<string, { cell: Cell; of?: readonly PartKind[] }>;

export type Column = keyof typeof COLUMNS;
