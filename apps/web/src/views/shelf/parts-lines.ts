import Papa from 'papaparse';
import { unescaped, writtenCsv } from '@udrel/contract/csv';
import type { PartLines } from '@udrel/contract/types';
import { COLUMNS } from '@udrel/core/parts-file';

/** Most lines that are taken at once, and the largest file. */
const MOST = 2000;
const LARGEST = 2 * 1024 * 1024;

export type ReadLines = { ok: true; lines: PartLines['lines'] } | { ok: false; sentence: string };

const wrong = (sentence: string): ReadLines => ({ ok: false, sentence });

/** Lines of a parts file, CSV with any usual delimiter or a JSON list; or what is wrong with the file, and where. */
export function readLines(bytes: Uint8Array): ReadLines {
  if (bytes.length > LARGEST) return wrong('The file is larger than 2 MiB: divide it.');
  const text = textOf(bytes);
  if (text === null) return wrong('The file is not in UTF-8: save it as “CSV UTF-8” and choose it again.');
  const read = /^\s*[[{]/.test(text) ? jsonLines(text) : csvLines(text);
  if (!read.ok) return read;
  if (read.lines.length === 0) return wrong('There is no line in the file below its column names.');
  if (read.lines.length > MOST) return wrong(`The file has ${read.lines.length} lines, at most ${MOST}: divide it.`);
  return read;
}

function textOf(bytes: Uint8Array): string | null {
  const wide = bytes[0] === 0xff && bytes[1] === 0xfe;
  try {
    return new TextDecoder(wide ? 'utf-16le' : 'utf-8', { fatal: true }).decode(bytes);
  } catch {
    return null;
  }
}

function csvLines(text: string): ReadLines {
  const { data, errors, meta } = Papa.parse<Record<string, string>>(text, { header: true, skipEmptyLines: 'greedy' });
  // One column only is no fault of the file's delimiter.
  const [error] = errors.filter(({ code }) => code !== 'UndetectableDelimiter');
  if (error) {
    // Open quotes are counted from the first line on, other faults from the first part on.
    const row = (error.row ?? 0) + (error.type === 'Quotes' ? 1 : 2);
    if (error.code === 'TooFewFields' || error.code === 'TooManyFields') {
      return wrong(`Line ${row} has another number of columns than the first line.`);
    }
    return wrong(`Line ${row}: ${error.message}.`);
  }
  if (!meta.fields?.some((name) => name.trim().toLowerCase() === 'partnumber')) {
    return wrong(`The first line must name the columns; “partNumber” is missing. Export the shelf to see them.`);
  }
  const twice = meta.renamedHeaders ? Object.values(meta.renamedHeaders)[0] : undefined;
  if (twice) return wrong(`The column “${twice}” stands twice.`);
  return { ok: true, lines: data.map((cells, index) => ({ line: index + 2, cells: filled(plain(cells)) })) };
}

function jsonLines(text: string): ReadLines {
  let parsed: unknown;
  try {
    parsed = JSON.parse(text);
  } catch {
    return wrong('The JSON breaks off or is damaged: export it again.');
  }
  if (!Array.isArray(parsed)) return wrong('A JSON file of parts is a list, one part an entry.');
  const bad = parsed.findIndex((one) => typeof one !== 'object' || one === null || Array.isArray(one));
  if (bad >= 0) return wrong(`Entry ${bad + 1} is no part.`);
  const lines = (parsed as Record<string, unknown>[]).map((one, index) => ({
    line: index + 1,
    cells: filled(Object.fromEntries(Object.entries(one).map(([name, value]) => [name, String(value)]))),
  }));
  return { ok: true, lines };
}

/** Only what is said: empty cells would say that something is nothing. */
function filled(cells: Record<string, string>): Record<string, string> {
  return Object.fromEntries(Object.entries(cells).filter(([, value]) => value.trim() !== ''));
}

/** The cells of a line as they were before they were written out. */
function plain(cells: Record<string, string>): Record<string, string> {
  return Object.fromEntries(Object.entries(cells).map(([name, value]) => [name, unescaped(value)]));
}

/** Parts as a CSV file, every column in its order. */
export function csvOf(lines: readonly Partial<Record<string, string>>[]): string {
  return writtenCsv([...lines], Object.keys(COLUMNS));
}
