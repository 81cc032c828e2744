import type { ModelSpec } from '@udrel/contract/types';
import { M2_LENGTHS, SLOT_KEYS } from '@udrel/core/fit';
import type { FieldProblem, Read } from '../form/shaped-form';
import { typedFigure } from '../../format/shop-formats';

export type ModelSite = ModelSpec['sites'][number];

/** A site as typed: every field a text, empty for not measured or nothing there. */
export type SiteDraft = Record<string, string>;

/** A field of the form: a measure in mm, a text, or one of several words. */
export interface SiteField {
  name: string;
  label: string;
  kind: 'mm' | 'text' | 'choice';
  /** Words to choose from, each with what it is called. */
  choices?: readonly (readonly [value: string, label: string])[];
}

const choice = (name: string, label: string, choices: SiteField['choices']): SiteField => {
  return { name, label, kind: 'choice', ...(choices ? { choices } : {}) };
};
const same = (...values: string[]) => values.map((value) => [value, value] as const);
const SATA = choice('sata', 'SATA', [
  ['', 'not wired'],
  ['1', 'SATA 1'],
  ['2', 'SATA 2'],
  ['3', 'SATA 3'],
]);
const ALWAYS_SATA = choice('sata', 'SATA', [
  ['1', 'SATA 1'],
  ['2', 'SATA 2'],
  ['3', 'SATA 3'],
]);
const YES_NO = [
  ['yes', 'yes'],
  ['no', 'no'],
] as const;
const COMMON: readonly SiteField[] = [
  { name: 'needs', label: 'Needs first, such as a ribbon', kind: 'text' },
  { name: 'disables', label: 'Switches off while in use', kind: 'text' },
  { name: 'altered', label: 'What could be cut or bent', kind: 'text' },
];
const ALTERED_POSTS: SiteField = { name: 'alteredPosts', label: 'then posts at, mm', kind: 'text' };
const ALTERED_HEIGHT: SiteField = { name: 'alteredHeight', label: 'then height, mm', kind: 'mm' };

/** The fields of a site's form, by its form factor. */
export function fieldsOf(form: ModelSite['form']): readonly SiteField[] {
  switch (form) {
    case 'm2':
      return [
        choice('key', 'Key', same(...SLOT_KEYS)),
        { name: 'posts', label: 'Posts at, mm: 42, 80', kind: 'text' },
        choice('pcie', 'PCIe', [['', 'not wired'], ...pcieChoices()]),
        SATA,
        { name: 'roomAbove', label: 'Room above the board, mm', kind: 'mm' },
        { name: 'roomBelow', label: 'Room under the card, mm', kind: 'mm' },
        choice('screw', 'Screw is there', YES_NO),
        ...COMMON,
        ALTERED_POSTS,
      ];
    case 'msata':
      return [choice('size', 'Size', same('full', 'half')), SATA, choice('screw', 'Screw is there', YES_NO), ...COMMON];
    case 'optical':
      return [
        { name: 'height', label: 'Height of the optical drive, mm', kind: 'mm' },
        ALWAYS_SATA,
        ...COMMON,
        ALTERED_HEIGHT,
      ];
    default:
      return [
        { name: 'height', label: 'Largest drive height, mm', kind: 'mm' },
        ALWAYS_SATA,
        choice('power12V', '12 V', YES_NO),
        choice('power3V3', '3.3 V on pin 3', [['', 'nobody looked'], ...YES_NO]),
        ...COMMON,
        ALTERED_HEIGHT,
      ];
  }
}

function pcieChoices(): (readonly [string, string])[] {
  return [1, 2, 3, 4, 5].flatMap((generation) =>
    [1, 2, 4].map((lanes) => [`${generation} ${lanes}`, `x${lanes} gen ${generation}`] as const),
  );
}

/** A site as its form begins. */
export function draftOf(site: ModelSite): SiteDraft {
  const { what: altered, posts: alteredPosts, height: alteredHeight } = site.alteration ?? {};
  const values: Record<string, unknown> = { ...site, altered, alteredPosts, alteredHeight };
  return Object.fromEntries(fieldsOf(site.form).map(({ name }) => [name, written(values[name])]));
}

function written(value: unknown): string {
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
  for (const { name, kind } of fieldsOf(before.form)) {
    const text = (draft[name] ?? '').trim();
    if (name.startsWith('altered')) continue;
    if (kind === 'mm') {
      const value = typedFigure(text);
      if (text !== '' && !(value >= 0 && value <= 200)) {
        problems.push({ field: name, sentence: 'Type millimetres, or leave it empty when not measured.' });
      }
      site.set(name, text === '' ? null : value);
    } else if (name === 'posts') {
      const posts = postsIn(text);
      if (posts === null) problems.push({ field: name, sentence: POSTS_WANTED });
      site.set(name, posts);
    } else {
      const value = read(name, text);
      if (value === undefined) site.delete(name);
      else site.set(name, value);
    }
  }
  if (problems.length > 0) return { ok: false, problems };
  return { ok: true, body: Object.fromEntries(site) as unknown as ModelSite };
}

function read(name: string, text: string): unknown {
  if (name === 'sata') return text === '' ? null : Number(text);
  if (name === 'screw' || name === 'power12V') return text === 'yes';
  if (name === 'power3V3') return text === '' ? undefined : text === 'yes';
  if (name !== 'pcie') return text;
  const [generation, lanes] = text.split(' ').map(Number);
  return text === '' ? null : { generation, lanes };
}
