/** Something that was set: where it stands, in words, and what it was before and after; null where it was not there. */
export interface Change {
  what: string;
  from: string | null;
  to: string | null;
}

const DAYS = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'];
/** What tells one entry of a list from the others, in the order in which it is looked for. */
const NAMES = ['kind', 'day', 'name'] as const;

/** Words of a name in code: `taxPercent` is "tax percent". */
const wordsOf = (name: string) => name.replace(/([a-z0-9])([A-Z])/g, '$1 $2').toLowerCase();

function written(value: unknown): string | null {
  if (value === null || value === undefined || value === '') return null;
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  return typeof value === 'string' ? value : JSON.stringify(value);
}

type Leaf = readonly [what: string, value: string | null];

/** Everything in it that is no list and no record, each with where it stands. */
function leavesOf(value: unknown, at: readonly string[]): Leaf[] {
  if (Array.isArray(value))
    return value.flatMap((one, index) => leavesOf(one, [...at, entryName(value, one, index, at)]));
  if (typeof value === 'object' && value !== null)
    return Object.entries(value).flatMap(([name, one]) => leavesOf(one, [...at, wordsOf(name)]));
  return [[at.join(', '), written(value)]];
}

/** What an entry of a list is called: by what it is, by its day of the week, else by its number. */
function entryName(all: readonly unknown[], one: unknown, index: number, at: readonly string[]): string {
  if (at.at(-1) === 'week' && all.length === DAYS.length) return DAYS[index] ?? '';
  if (typeof one === 'object' && one !== null) {
    const named = NAMES.map((name) => (one as Record<string, unknown>)[name]).find((name) => typeof name === 'string');
    const alike = (other: unknown) => NAMES.some((name) => (other as Record<string, unknown> | null)?.[name] === named);
    if (typeof named === 'string' && named !== '' && all.filter(alike).length === 1) return named;
  }
  return String(index + 1);
}

/** What differs between two settings, in the order of the later one; nothing where they are the same. */
export function changesBetween(before: unknown, after: unknown): Change[] {
  const was = new Map(leavesOf(before, []));
  const is = new Map(leavesOf(after, []));
  const gone = [...was.keys()].filter((what) => !is.has(what));
  return [...is.keys(), ...gone].flatMap((what) => {
    const [from, to] = [was.get(what) ?? null, is.get(what) ?? null];
    return from === to ? [] : [{ what, from, to }];
  });
}
