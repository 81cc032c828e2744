import type { ModelSpec } from '@udrel/contract/types';
import {
  BAY_CONNECTORS,
  BLADE_CONTACTS,
  BRACKETS,
  M2_LENGTHS,
  MINI_CARD_SIZES,
  SLOT_KEYS,
  SLOT_SIZES,
  VOLTS,
} from '@udrel/core/fit';
import { LANES, linkName, PATA_RATES, PCIE_GENERATIONS, SATA_GENERATIONS } from '@udrel/core/links';
import type { FieldProblem, Read } from '../form/shaped-form';
import { typedFigure } from '../../format/shop-formats';

export type ModelSite = ModelSpec['sites'][number];

/** A site as typed: every field a text, empty for not measured or nothing there. */
export type SiteDraft = Record<string, string>;

/** How what is typed into a field is read; what nobody looked at stays out of the site. */
const READERS = {
  text: (text: string) => text,
  number: Number,
  'yes or no': (text: string) => text === 'yes',
  'yes, no or not looked at': (text: string) => (text === '' ? undefined : text === 'yes'),
  'word or not looked at': (text: string) => (text === '' ? undefined : text),
  'number or not looked at': (text: string) => (text === '' ? undefined : Number(text)),
  /** SATA that is wired, is not, or was not looked at. */
  line: (text: string) => (text === '' ? undefined : text === NOT_WIRED ? null : Number(text)),
  lanes: (text: string) => {
    const [generation, lanes] = text.split(' ').map(Number);
    return text === '' ? undefined : text === NOT_WIRED ? null : { generation, lanes };
  },
} as const;

const NOT_WIRED = 'none';

/** A field of the form: a measure in mm, lengths of cards, a text, or one of several words. */
export interface SiteField {
  name: string;
  label: string;
  kind: 'mm' | 'posts' | 'text' | 'choice';
  /** Words to choose from, each with what it is called. */
  choices?: readonly (readonly [value: string, label: string])[];
  reads?: keyof typeof READERS;
}

type Choices = NonNullable<SiteField['choices']>;

const choice = (name: string, label: string, choices: Choices, reads: SiteField['reads'] = 'text'): SiteField => {
  return { name, label, kind: 'choice', choices, reads };
};
const mm = (name: string, label: string): SiteField => ({ name, label, kind: 'mm' });
const same = (values: readonly (string | number)[], unit = '') =>
  values.map((value) => [String(value), `${value}${unit}`] as const);
const NOBODY = ['', 'nobody looked'] as const;
const NOT = [NOT_WIRED, 'not wired'] as const;
const GENERATIONS = SATA_GENERATIONS.map((one) => [String(one), `SATA ${one}`] as const);
const SATA = choice('sata', 'SATA', [NOBODY, NOT, ...GENERATIONS], 'line');
const ALWAYS_SATA = choice('sata', 'SATA', GENERATIONS, 'number');
const WIRINGS = PCIE_GENERATIONS.flatMap((generation) =>
  LANES.map((lanes) => [`${generation} ${lanes}`, linkName({ kind: 'pcie', generation, lanes })] as const),
);
const PCIE = choice('pcie', 'PCIe', [NOBODY, NOT, ...WIRINGS], 'lanes');
const YES_NO: Choices = [
  ['yes', 'yes'],
  ['no', 'no'],
];
const yesNo = (name: string, label: string) => choice(name, label, YES_NO, 'yes or no');
const maybe = (name: string, label: string) => choice(name, label, [NOBODY, ...YES_NO], 'yes, no or not looked at');
const SCREW = yesNo('screw', 'Screw is there');
const PARALLEL = same(PATA_RATES, ' MB/s').map(([value, label]) => [value, `PATA ${label}`] as const);
const COMMON: readonly SiteField[] = [
  { name: 'needs', label: 'Needs first, such as a ribbon', kind: 'text', reads: 'text' },
  { name: 'disables', label: 'Switches off while in use', kind: 'text', reads: 'text' },
  { name: 'altered', label: 'What could be cut or bent', kind: 'text' },
];
const ALTERED_POSTS: SiteField = { name: 'alteredPosts', label: 'then posts at, mm', kind: 'text' };
const ALTERED_HEIGHT: SiteField = mm('alteredHeight', 'then height, mm');

/** The fields of a site's form, by its form factor. */
export function fieldsOf(form: ModelSite['form']): readonly SiteField[] {
  return FIELDS[form];
}

const BAY: readonly SiteField[] = [
  mm('height', 'Largest drive height, mm'),
  choice('connector', 'Plug', [['', 'SATA'], ...same(BAY_CONNECTORS.slice(1))], 'word or not looked at'),
  ALWAYS_SATA,
  choice('pata', 'Parallel rate', [NOBODY, ...PARALLEL], 'number or not looked at'),
  choice('pcie', 'PCIe of a U.2 plug', [NOBODY, ...WIRINGS], 'lanes'),
];
const FIELDS: Readonly<Record<ModelSite['form'], readonly SiteField[]>> = {
  m2: [
    choice('key', 'Key', same(SLOT_KEYS)),
    { name: 'posts', label: 'Posts at, mm: 42, 80', kind: 'posts' },
    PCIE,
    SATA,
    mm('roomAbove', 'Room above the board, mm'),
    mm('roomBelow', 'Room under the card, mm'),
    SCREW,
    maybe('power12V', 'A 12 V lead reaches it'),
    ...COMMON,
    ALTERED_POSTS,
  ],
  msata: [choice('size', 'Size', same(MINI_CARD_SIZES)), SATA, SCREW, ...COMMON],
  optical: [
    mm('height', 'Height of the optical drive, mm'),
    ALWAYS_SATA,
    choice('pata', 'Parallel plug', [['', 'no: SATA'], ...PARALLEL], 'number or not looked at'),
    ...COMMON,
    ALTERED_HEIGHT,
  ],
  '2.5': [
    ...BAY,
    yesNo('power12V', '12 V'),
    maybe('power3V3', '3.3 V on pin 3'),
    maybe('fourPin', 'A 4-pin plug is free'),
    ...COMMON,
    ALTERED_HEIGHT,
  ],
  '3.5': [
    ...BAY,
    yesNo('power12V', '12 V'),
    maybe('power3V3', '3.3 V on pin 3'),
    maybe('fourPin', 'A 4-pin plug is free'),
    ...COMMON,
    ALTERED_HEIGHT,
  ],
  '1.8': [
    ...BAY,
    choice('volts', 'Feeds', [NOBODY, ...same(VOLTS, ' V')], 'word or not looked at'),
    yesNo('power12V', '12 V'),
    ...COMMON,
    ALTERED_HEIGHT,
  ],
  pcie: [
    choice(
      'size',
      'Contacts for',
      same(SLOT_SIZES).map(([value]) => [value, `x${value}`] as const),
      'number',
    ),
    choice('pcie', 'Wired, up to x4', [NOBODY, ...WIRINGS], 'lanes'),
    maybe('openEnd', 'Open at its end'),
    choice('bracket', 'Bracket', same(BRACKETS)),
    mm('room', 'Free length, mm'),
    maybe('splits', 'Firmware splits its lanes'),
    maybe('starts', 'Firmware starts from it'),
    ...COMMON,
  ],
  blade: [
    choice('contacts', 'Contacts', same(BLADE_CONTACTS)),
    PCIE,
    SATA,
    mm('roomAbove', 'Room above the slot, mm'),
    SCREW,
    ...COMMON,
  ],
  soldered: [],
};

/** A site as its form begins. */
export function draftOf(site: ModelSite): SiteDraft {
  const { what: altered, posts: alteredPosts, height: alteredHeight } = site.alteration ?? {};
  const values: Record<string, unknown> = { ...site, altered, alteredPosts, alteredHeight };
  return Object.fromEntries(fieldsOf(site.form).map(({ name, reads }) => [name, written(values[name], reads)]));
}

function written(value: unknown, reads?: SiteField['reads']): string {
  if (value === null && (reads === 'line' || reads === 'lanes')) return NOT_WIRED;
  if (value === null || value === undefined) return '';
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (Array.isArray(value)) return value.join(', ');
  if (typeof value === 'object') {
    const { generation, lanes } = value as { generation: number; lanes: number };
    return `${generation} ${lanes}`;
  }
  return String(value as string | number);
}

/** The field of the form that holds a field of a site. */
export function fieldOfSite(field: string): string {
  return ALTERATION[field] ?? field;
}

const ALTERATION: Readonly<Record<string, string>> = {
  'alteration.what': 'altered',
  'alteration.posts': 'alteredPosts',
  'alteration.height': 'alteredHeight',
};

const POSTS_WANTED = `Type one or more of ${M2_LENGTHS.join(', ')}.`;

/** Lengths of cards; null where one is none of the standard's. */
function postsIn(text: string): number[] | null {
  const posts = text
    .split(/[\s,]+/)
    .filter(Boolean)
    .map(Number);
  return posts.length === 0 || posts.some((one) => !(M2_LENGTHS as readonly number[]).includes(one)) ? null : posts;
}

/** What could be done to the site for good, as typed; what has no field of its own stays as it was. */
function alterationOf(before: ModelSite, draft: SiteDraft): { alteration: ModelSite['alteration'] } | FieldProblem {
  const text = (name: string) => (draft[name] ?? '').trim();
  const [what, posts, height] = [text('altered'), text('alteredPosts'), text('alteredHeight')];
  const wrong = (field: string, sentence: string) => ({ field: `alteration.${field}`, sentence });
  if (what === '') {
    return posts || height ? wrong('what', 'Say what is cut or bent.') : { alteration: undefined };
  }
  const taken = posts === '' ? undefined : postsIn(posts);
  if (taken === null) return wrong('posts', POSTS_WANTED);
  const high = height === '' ? undefined : typedFigure(height);
  if (high !== undefined && !(high > 0 && high <= 200)) return wrong('height', 'Type millimetres.');
  const { posts: _posts, height: _height, ...kept } = before.alteration ?? { what };
  const lengths = taken as NonNullable<ModelSite['alteration']>['posts'];
  return {
    alteration: {
      ...kept,
      what,
      ...(lengths ? { posts: lengths } : {}),
      ...(high === undefined ? {} : { height: high }),
    },
  };
}

/** The site that was typed, or what of it cannot be read. */
export function siteOf(before: ModelSite, draft: SiteDraft): Read<ModelSite> {
  const problems: FieldProblem[] = [];
  const site = new Map<string, unknown>(Object.entries(before));
  // Who records it has looked.
  site.delete('unconfirmed');
  const altered = alterationOf(before, draft);
  if ('sentence' in altered) problems.push(altered);
  else if (altered.alteration) site.set('alteration', altered.alteration);
  else site.delete('alteration');
  for (const { name, kind, reads = 'text' } of fieldsOf(before.form)) {
    const text = (draft[name] ?? '').trim();
    if (name.startsWith('altered')) continue;
    if (kind === 'mm') {
      const value = typedFigure(text);
      const most = name === 'room' ? LONGEST_CARD : 200;
      if (text !== '' && !(value >= 0 && value <= most)) {
        problems.push({ field: name, sentence: 'Type millimetres, or leave it empty when not measured.' });
      }
      site.set(name, text === '' ? null : value);
    } else if (kind === 'posts') {
      const posts = postsIn(text);
      if (posts === null) problems.push({ field: name, sentence: POSTS_WANTED });
      site.set(name, posts);
    } else {
      const value = READERS[reads](text);
      if (value === undefined) site.delete(name);
      else site.set(name, value);
    }
  }
  if (problems.length > 0) return { ok: false, problems };
  return { ok: true, body: Object.fromEntries(site) as unknown as ModelSite };
}

/** The longest card there is for a slot, mm (PCI Express Card Electromechanical: full length 312). */
const LONGEST_CARD = 400;
