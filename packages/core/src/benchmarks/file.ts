import Papa from 'papaparse';
import { CONDITIONS, FURTHER_FIGURES, type Condition, type FurtherFigure, type MeasurementSet } from './types';

/** Figures as a file tells them; what it does not tell is left as it was. */
export type ReadSet = { ok: true; set: Partial<MeasurementSet> } | { ok: false; sentence: string };

const RATES = ['sequentialRead', 'sequentialWrite', 'randomRead', 'randomWrite'] as const;
const TIMES = ['startUps', 'programStarts'] as const;
const NAMES = [...RATES, ...TIMES, ...FURTHER_FIGURES, 'busyShare', 'method', 'attached', 'conditions'];
type Numbered = (typeof RATES)[number] | (typeof TIMES)[number] | FurtherFigure | 'busyShare';
/** Memory reads faster than any drive. */
const FASTEST = 1_000_000;
const HOTTEST = 150;
const LONGEST = 7200;
const MOST_TIMES = 10;

/**
 * Reads a measuring session from a file: JSON with the names of the figures, or CSV with a name and a value a line,
 * times of several tries in lines of their own or side by side. Never throws; says the line of the first thing wrong.
 */
export function readMeasurement(text: string): ReadSet {
  const told = /^\s*\{/.test(text) ? fromJson(text) : fromLines(text);
  if ('sentence' in told) return { ok: false, sentence: told.sentence };
  const set: Partial<MeasurementSet> = {};
  for (const { name, values, where } of told.entries) {
    const wrong = put(set, name, values);
    if (wrong) return { ok: false, sentence: `${where}: ${wrong}` };
  }
  if (Object.keys(set).length === 0)
    return { ok: false, sentence: `No figure was found. Known are ${NAMES.join(', ')}.` };
  return { ok: true, set };
}

interface Entry {
  name: string;
  values: string[];
  where: string;
}
type Entries = { entries: Entry[] } | { sentence: string };

function fromJson(text: string): Entries {
  let parsed: unknown;
  try {
    parsed = JSON.parse(text);
  } catch {
    return { sentence: 'The JSON breaks off or is damaged.' };
  }
  const entries = Object.entries(parsed as Record<string, unknown>).map(([name, value]): Entry => {
    const values = (Array.isArray(value) ? value : [value]).filter((one) => one !== null).map(written);
    return { name, values, where: name };
  });
  return { entries };
}

/** A value as it would be written; an object is no figure, and some cannot be made into text. */
const written = (value: unknown) => (typeof value === 'object' ? JSON.stringify(value) : String(value));

function fromLines(text: string): Entries {
  const entries: Entry[] = [];
  for (const [index, line] of text
    .replace(/^\ufeff/, '')
    .split(/\r?\n/)
    .entries()) {
    // Lines of one file may come from several tools: what stands behind the name parts a line.
    const [, delimiter = ','] = /^[^,;\t]*([,;\t])/.exec(line) ?? [];
    const [cells = []] = Papa.parse<string[]>(line, { delimiter }).data;
    const [name = '', ...values] = cells.map((cell) => cell.trim());
    // A first line may name its two columns.
    if (name === '' || (index === 0 && /^(name|figure)$/i.test(name))) continue;
    entries.push({ name, values: values.filter(Boolean), where: `Line ${index + 1}` });
  }
  return { entries };
}

function put(set: Partial<MeasurementSet>, given: string, values: string[]): string | null {
  const name = NAMES.find((one) => one.toLowerCase() === given.toLowerCase());
  if (!name) return `“${given.slice(0, 40)}” is no figure. Known are ${NAMES.join(', ')}.`;
  if (values.length === 0) return null;
  if (name === 'method') set.method = values.join(', ').slice(0, 120);
  else if (name === 'attached') return putAttached(set, values[0] ?? '');
  else if (name === 'conditions') return putConditions(set, values);
  else return putNumbers(set, name as Numbered, values);
  return null;
}

function putAttached(set: Partial<MeasurementSet>, value: string): string | null {
  const attached = (['inside', 'USB'] as const).find((one) => one.toLowerCase() === value.toLowerCase());
  if (!attached) return 'attached is “inside” or “USB”.';
  set.attached = attached;
  return null;
}

function putConditions(set: Partial<MeasurementSet>, values: string[]): string | null {
  const odd = values.find((one) => !(CONDITIONS as readonly string[]).includes(one));
  if (odd !== undefined) return `“${odd.slice(0, 40)}” is no condition. Known are ${CONDITIONS.join(', ')}.`;
  set.conditions = CONDITIONS.filter((one) => values.includes(one) || set.conditions?.includes(one)) as Condition[];
  return null;
}

/** A figure with a point or a comma before its fraction; three digits after a comma may be thousands, and are refused. */
const numberOf = (text: string) => Number(/^\d+,(?!\d{3}$)\d+$/.test(text) ? text.replace(',', '.') : text);

function putNumbers(set: Partial<MeasurementSet>, name: Numbered, values: string[]): string | null {
  const numbers = values.flatMap((one) => one.split(/[,;]?\s+/)).map(numberOf);
  const timed = name === 'startUps' || name === 'programStarts';
  const most = timed ? LONGEST : name === 'busyShare' ? 100 : name === 'temperature' ? HOTTEST : FASTEST;
  if (numbers.some((one) => !(one > 0 && one <= most))) return `${name} is a number up to ${most}.`;
  if (timed) {
    const all = [...(set[name] ?? []), ...numbers];
    if (all.length > MOST_TIMES) return `at most ${MOST_TIMES} times of ${name}.`;
    set[name] = all;
    return null;
  }
  const [only] = numbers;
  if (only === undefined || numbers.length > 1 || set[name] !== undefined) return `${name} is one number.`;
  set[name] = only;
  return null;
}
