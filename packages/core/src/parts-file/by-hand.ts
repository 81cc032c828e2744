import { SECTOR_SIZES } from '../capacity';
import {
  BAY_CONNECTORS,
  BLADE_CONTACTS,
  BOX_FORMS,
  BRACKETS,
  CONNECTORS,
  DRIVE_CLASSES,
  M2_LENGTHS,
  MINI_CARD_SIZES,
  SHELL_CONNECTORS,
  SLOT_SIZES,
  VOLTS,
} from '../fit';
import { LANES, linkName, PATA_RATES, PCIE_GENERATIONS, SATA_GENERATIONS, type Link } from '../links';
import { BUFFERINGS, GENERATIONS, MODULE_FORMS, RANKS } from '../memory';
import type { Column } from './columns';
import type { PartKind } from './kinds';

/** One thing that is typed of a part: the column of a parts file that it is, and what it is chosen from. */
export interface HandField {
  column: Column;
  choices?: readonly string[];
  /** May stay empty: nobody noted it, or it is the usual one. */
  optional?: true;
}

const YES_OR_NO = ['no', 'yes'] as const;
const texts = (list: readonly (string | number)[]) => list.map(String);
const chosen = (column: Column, choices: readonly (string | number)[]): HandField => ({
  column,
  choices: texts(choices),
});
const maybe = (column: Column, choices?: readonly (string | number)[]): HandField => ({
  column,
  optional: true,
  ...(choices ? { choices: texts(choices) } : {}),
});

/** The links of drives that are sold loose, as a parts file writes them. */
const LINKS: readonly string[] = (
  [
    ...SATA_GENERATIONS.map((generation) => ({ kind: 'sata', generation }) as const),
    ...PATA_RATES.map((rate) => ({ kind: 'pata', rate }) as const),
    ...PCIE_GENERATIONS.flatMap((generation) => LANES.map((lanes) => ({ kind: 'pcie', generation, lanes }) as const)),
  ] satisfies Link[]
).map(linkName);

const BRACKET = chosen('bracket', [...BRACKETS, 'both']);
const BOX: readonly HandField[] = [
  { column: 'height' },
  chosen('needs12V', YES_OR_NO),
  maybe('connector', CONNECTORS),
  maybe('powerDisable', YES_OR_NO),
  maybe('volts', VOLTS),
];

/** What is typed of a drive beside what all drives have, by its form. */
const OF_DRIVES: Readonly<Record<string, readonly HandField[]>> = {
  m2: [
    chosen('length', M2_LENGTHS),
    chosen('keys', ['M', 'B+M', 'B']),
    { column: 'top' },
    maybe('bottom'),
    maybe('heatsink'),
    maybe('heatsinkOff', YES_OR_NO),
    maybe('ahci', YES_OR_NO),
  ],
  ...Object.fromEntries(BOX_FORMS.map((form) => [form, BOX])),
  msata: [chosen('size', MINI_CARD_SIZES)],
  pcie: [chosen('size', SLOT_SIZES), BRACKET, { column: 'length' }, maybe('ahci', YES_OR_NO)],
  blade: [chosen('contacts', BLADE_CONTACTS), { column: 'top' }, maybe('ahci', YES_OR_NO)],
};

/** What is typed of an adapter, by what it does. */
const OF_ADAPTERS: Readonly<Record<string, readonly HandField[]>> = {
  bracket: [chosen('from', ['2.5']), chosen('to', ['3.5']), maybe('height')],
  extender: [chosen('from', M2_LENGTHS), chosen('to', M2_LENGTHS)],
  shell: [chosen('height', [7]), maybe('connector', SHELL_CONNECTORS)],
  'msata shell': [chosen('height', [7]), maybe('connector', SHELL_CONNECTORS)],
  caddy: [{ column: 'height' }, { column: 'takes' }, maybe('connector', ['PATA'])],
  frame: [chosen('from', ['1.8']), chosen('to', ['2.5']), maybe('regulator', YES_OR_NO)],
  bridge: [chosen('from', BAY_CONNECTORS), chosen('to', BAY_CONNECTORS)],
  card: [
    chosen('holds', ['m2', 'U.2']),
    { column: 'length' },
    chosen('size', SLOT_SIZES),
    BRACKET,
    chosen('drives', [1, 2, 4]),
    maybe('ownSwitch', YES_OR_NO),
  ],
  'blade adapter': [chosen('contacts', BLADE_CONTACTS), chosen('length', M2_LENGTHS), { column: 'adds' }],
  'U.2 lead': [chosen('length', M2_LENGTHS)],
  'U.2 shell': [{ column: 'height' }, chosen('length', M2_LENGTHS)],
  'power lead': [],
};

const DRIVE_BASE: readonly HandField[] = [
  { column: 'bytes' },
  chosen('class', DRIVE_CLASSES),
  chosen('link', LINKS),
  { column: 'read' },
  { column: 'write' },
  chosen('sectorSize', SECTOR_SIZES),
];

const MEMORY: readonly HandField[] = [
  { column: 'bytes' },
  chosen('generation', GENERATIONS),
  { column: 'speed' },
  maybe('profile'),
  maybe('buffering', BUFFERINGS),
  maybe('ranks', RANKS),
];

/** The column that says which sort of its kind a part is, and the sorts; null where there are none. */
export function sortsOf(kind: PartKind): { column: Column; sorts: readonly string[] } | null {
  switch (kind) {
    case 'drive':
      return { column: 'form', sorts: Object.keys(OF_DRIVES) };
    case 'memory':
      return { column: 'form', sorts: MODULE_FORMS };
    case 'adapter':
      return { column: 'adapter', sorts: Object.keys(OF_ADAPTERS) };
    default:
      return null;
  }
}

/** What is typed of a part that is no equipment, beside its number, its names and its price. `sort`: one of `sortsOf`. */
export function handFields(kind: PartKind, sort: string): readonly HandField[] {
  switch (kind) {
    case 'drive':
      return [...DRIVE_BASE, ...(OF_DRIVES[sort] ?? [])];
    case 'memory':
      return MEMORY;
    case 'adapter':
      return OF_ADAPTERS[sort] ?? [];
    default:
      return [];
  }
}
