import type { PartLines } from '@udrel/contract/types';
import { equipmentByHand, type EquipmentKind, type TypedEquipment } from '@udrel/core/equipment';
import { handFields, sortsOf, type Column, type PartKind } from '@udrel/core/parts-file';
import type { FieldProblem, Read } from '../../features/form/shaped-form';
import { minorOf } from '../../format/units';

/** A part as it is typed: every column a text. */
export interface TypedPart {
  kind: PartKind;
  /** Which sort of its kind; of equipment its own word. */
  sort: string;
  cells: Partial<Record<Column, string>>;
  equipment: Omit<TypedEquipment, 'kind' | 'socketsA' | 'socketsC'> & Record<'socketsA' | 'socketsC', string>;
}

/** What the columns of a parts file are called where one is typed. */
export const LABELS: Readonly<Record<Column, string>> = {
  partNumber: 'Part number',
  kind: 'Kind',
  maker: 'Maker',
  name: 'Name',
  price: 'Price, before tax',
  cost: 'Costs us',
  reorderLevel: 'Order again below',
  bytes: 'Size, such as 480 GB',
  form: 'Form',
  link: 'Link',
  class: 'Class',
  read: 'Reads, MB/s',
  write: 'Writes, MB/s',
  sectorSize: 'Sectors, bytes',
  length: 'Length, mm',
  keys: 'Keys',
  top: 'Parts above the board, mm',
  bottom: 'Parts below it, mm',
  heatsink: 'Heat sink, mm',
  heatsinkOff: 'Heat sink comes off',
  height: 'Height, mm',
  needs12V: 'Needs 12 V',
  connector: 'Plug',
  powerDisable: 'Power disable (pin 3)',
  size: 'Size of the card',
  volts: 'Volts',
  ahci: 'Speaks AHCI over PCIe',
  bracket: 'Bracket',
  contacts: 'Contacts',
  generation: 'Generation',
  speed: 'Rate, MT/s',
  buffering: 'Buffering',
  profile: 'Rate by a profile, MT/s',
  ranks: 'Ranks',
  adapter: 'What it does',
  from: 'From',
  to: 'To',
  takes: 'Takes drives up to, mm',
  holds: 'Holds',
  drives: 'Drives',
  ownSwitch: 'Shares the lanes by itself',
  adds: 'Adds to the height, mm',
  regulator: 'Makes 3.3 V by itself',
  equipment: 'Equipment',
};

/** Forms as people call them; others are called by their own word. */
const SORTS: Readonly<Partial<Record<string, string>>> = {
  ...{ m2: 'M.2 card', msata: 'Mini Card', pcie: 'card for a PCIe slot', blade: 'flat card' },
  ...{ '2.5': '2.5 inch', '3.5': '3.5 inch', '1.8': '1.8 inch' },
};
export const sortName = (sort: string): string => SORTS[sort] ?? sort;

export const EMPTY_PART: TypedPart = {
  kind: 'drive',
  sort: 'm2',
  cells: {},
  equipment: {
    ...{ bays: ['2.5 and 3.5 inch SATA'], mode: '5 Gb/s', plug: 'A', ownPower: false },
    ...{ starts: ['UEFI'], fileSystems: [], controllers: [], socketsA: '0', socketsC: '0' },
  },
};

/** An amount as a parts file writes it. */
function priceCell(typed: string): string {
  const minor = minorOf(typed);
  return typeof minor === 'number' ? (minor / 100).toFixed(2) : typed;
}

/** What was typed, as the one line of a parts file; what does not belong to its sort is left out. */
export function lineOf({ kind, sort, cells, equipment }: TypedPart): Read<PartLines> {
  const problems: FieldProblem[] = [];
  const own: Column[] = ['partNumber', 'maker', 'name'];
  const line: Partial<Record<Column, string>> = { kind };
  for (const column of own) line[column] = cells[column] ?? '';
  for (const column of ['price', 'cost'] as const) line[column] = priceCell(cells[column] ?? '');
  line.reorderLevel = cells.reorderLevel ?? '';
  const sorts = sortsOf(kind);
  if (sorts) line[sorts.column] = sort;
  for (const { column } of handFields(kind, sort)) line[column] = cells[column] ?? '';
  if (kind === 'equipment') {
    const [socketsA, socketsC] = [Number(equipment.socketsA), Number(equipment.socketsC)];
    const typed = { ...equipment, kind: sort as EquipmentKind, socketsA, socketsC };
    if (![socketsA, socketsC].every((count) => Number.isInteger(count) && count >= 0 && count <= 20))
      problems.push({ field: 'equipment', sentence: 'Sockets: a whole number from 0 to 20.' });
    else line.equipment = JSON.stringify(equipmentByHand(typed));
  }
  const said = Object.entries(line).filter(([, value]) => value.trim() !== '');
  return problems.length > 0
    ? { ok: false, problems }
    : { ok: true, body: { lines: [{ line: 1, cells: Object.fromEntries(said) }] } };
}
