import { bytesOfNominal, parseCapacity } from '../capacity';
import type { Equipment } from '../equipment';
import type { Adapter, Drive } from '../fit';
import { linkName } from '../links';
import type { MemoryModule } from '../memory';
import { COLUMNS, type Cell, type Column } from './columns';
import type { PartKind } from './kinds';

export * from './kinds';
export { COLUMNS, type Column } from './columns';
export { handFields, sortsOf, type HandField } from './by-hand';

/** A part of the library as a file holds it. Prices in minor units. */
export interface FilePart {
  partNumber: string;
  kind: PartKind;
  maker: string;
  name: string;
  price: number;
  /** What a piece costs the shop; null where nobody noted it. */
  cost?: number | null;
  /** Free pieces below which it is to be ordered again; null: not kept in stock. */
  reorderLevel?: number | null;
  spec: Drive | MemoryModule | Adapter | Equipment | null;
}

/** Columns that are the part's own; the others describe what it is. */
const OWN: readonly Column[] = ['partNumber', 'kind', 'maker', 'name', 'price', 'cost', 'reorderLevel'];

const columns = Object.keys(COLUMNS) as Column[];
const describing = (kind: string) =>
  columns.filter((column) => {
    const { of } = COLUMNS[column] as { of?: readonly string[] };
    return of?.includes(kind) ?? false;
  });

/** The column under which the file's own word `kind` of an adapter stands. */
const fieldOf = (column: Column) => (column === 'adapter' ? 'kind' : column);

/** A part as a line of a file, column by column; what is not said stays out. */
export function cellsOf(part: FilePart): Partial<Record<Column, string>> {
  const spec = (part.spec ?? {}) as unknown as Record<string, unknown>;
  const cells: Partial<Record<Column, string>> = {};
  for (const column of OWN) {
    const value = part[column as keyof FilePart];
    if (value !== undefined && value !== null) cells[column] = written(COLUMNS[column].cell, value);
  }
  if (part.kind === 'equipment') return { ...cells, equipment: written('json', spec) };
  for (const column of describing(part.kind)) {
    const value = spec[fieldOf(column)];
    if (value !== undefined) cells[column] = written(COLUMNS[column].cell, value);
  }
  return cells;
}

function written(cell: Cell, value: unknown): string {
  if (cell === 'price') return (Number(value) / 100).toFixed(2);
  if (cell === 'link') return linkName(value as Drive['link']);
  if (cell === 'list') return (value as string[]).join('+');
  if (cell === 'json') return JSON.stringify(value);
  if (cell === 'yes or no') return value === true ? 'yes' : 'no';
  return String(value);
}

/**
 * A line of a file as a part, as far as its cells can be read: what cannot stays as it was written, so that whoever
 * checks the shape names the column. Empty cells are not said. Names of columns and kinds in any case.
 */
export function partOfCells(cells: Readonly<Record<string, string>>): Record<string, unknown> {
  const given = new Map(Object.entries(cells).map(([name, value]) => [name.trim().toLowerCase(), value.trim()]));
  const cellAt = (column: Column) => given.get(column.toLowerCase()) ?? '';
  const kind = cellAt('kind').toLowerCase();
  const part: Record<string, unknown> = {};
  for (const column of OWN) {
    const text = column === 'kind' ? kind : cellAt(column);
    part[column] = text === '' ? undefined : read(COLUMNS[column].cell, text);
  }
  const spec: Record<string, unknown> = {};
  for (const column of describing(kind)) {
    const text = cellAt(column);
    if (text !== '') spec[fieldOf(column)] = read(COLUMNS[column].cell, text);
  }
  if (kind === 'drive') {
    spec['sectorSize'] ??= 512;
    if (spec['form'] === 'm2') for (const field of ['bottom', 'heatsink']) spec[field] ??= 0;
    if (spec['form'] === '2.5' || spec['form'] === '1.8') spec['needs12V'] ??= false;
  }
  // The names of drives and modules stand in what they are, too.
  if (kind === 'drive' || kind === 'memory') Object.assign(spec, { maker: part['maker'], name: part['name'] });
  part['spec'] = kind === 'small part' ? null : kind === 'equipment' ? spec['equipment'] : spec;
  return part;
}

/** Columns of a file that mean nothing here, as they were written. */
export function unknownColumns(names: readonly string[]): string[] {
  const known = columns.map((column) => column.toLowerCase());
  return names.filter((name) => name.trim() !== '' && !known.includes(name.trim().toLowerCase()));
}

/** The column in which something that is wrong with a part was written. */
export function columnOf(field: string, kind = ''): Column {
  if (kind === 'equipment' && field.startsWith('spec')) return 'equipment';
  const parts = field.split('.');
  if (field === 'spec.kind') return 'adapter';
  const found = parts.find((one) => columns.includes(one as Column));
  return (found as Column | undefined) ?? 'kind';
}

const NUMBER = /^\d+(\.\d+)?$/;

function read(cell: Cell, text: string): unknown {
  switch (cell) {
    case 'text':
      return text;
    case 'number':
    case 'whole':
      return NUMBER.test(text) ? Number(text) : text;
    case 'price':
      return /^\d+(\.\d{1,2})?$/.test(text) ? Math.round(Number(text) * 100) : text;
    case 'lengths':
      // Lengths of cards are numbers, forms and plugs are names: 2.5 is the name of a form.
      return /^\d{1,3}$/.test(text) ? Number(text) : text;
    case 'yes or no':
      return /^(yes|true|1)$/i.test(text) ? true : /^(no|false|0)$/i.test(text) ? false : text;
    case 'list':
      return text.split(/[+ ,]+/).map((one) => one.toUpperCase());
    case 'bytes':
      return bytesIn(text);
    case 'link':
      return linkIn(text);
    case 'json':
      return jsonIn(text);
  }
}

/** Bytes as a count, or a size as it is sold: "480 GB", "16 GiB". */
function bytesIn(text: string): unknown {
  if (/^\d{6,}$/.test(text)) return Number(text);
  const parsed = parseCapacity(text, 'GB');
  if (!parsed.ok) return text;
  const nominal = parsed.bytes / 1e9;
  return Number.isInteger(nominal) && nominal >= 50 ? bytesOfNominal(nominal) : parsed.bytes;
}

function jsonIn(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return text;
  }
}

function linkIn(text: string): unknown {
  const [, sata] = /^SATA ([123])$/i.exec(text) ?? [];
  if (sata) return { kind: 'sata', generation: Number(sata) };
  const [, rate] = /^PATA (33|66|100|133)$/i.exec(text) ?? [];
  if (rate) return { kind: 'pata', rate: Number(rate) };
  const [, lanes, generation] = /^x([124]) gen ([1-5])$/i.exec(text) ?? [];
  return lanes ? { kind: 'pcie', generation: Number(generation), lanes: Number(lanes) } : text;
}
