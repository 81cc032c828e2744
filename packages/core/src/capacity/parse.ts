import { GB, GIB, KIB, MB, MIB, TB, TIB } from './units';

const UNITS: Readonly<Record<string, number>> = {
  b: 1,
  k: KIB,
  kib: KIB,
  kb: 1000,
  m: MIB,
  mib: MIB,
  mb: MB,
  g: GIB,
  gib: GIB,
  gb: GB,
  t: TIB,
  tib: TIB,
  tb: TB,
};

/** What came of a typed capacity: bytes, or a sentence that says what to type. */
export type ParsedCapacity = { ok: true; bytes: number } | { ok: false; sentence: string };

/** More than any drive that a shop sees, bytes: what would be more was not meant. */
const MOST = 200 * TB;

/**
 * Reads what people type: "500 GB", "465.8 GiB", "1tb", "16 MiB"; a comma may stand for the decimal
 * point, and points or commas between groups of three for thousands. What can be either, as in "1.000 GB", is asked about;
 * what is written here is read as it was meant.
 * A bare number is taken in `bareUnit`. The result is rounded to whole bytes.
 */
export function parseCapacity(text: string, bareUnit = 'GiB'): ParsedCapacity {
  const match = /^\s*(\d+(?:[.,]\d+)*)\s*([a-z]*)\s*$/i.exec(text);
  if (!match) return UNREADABLE;
  const [, digits = '', named = ''] = match;
  const unit = UNITS[(named || bareUnit).toLowerCase()];
  if (unit === undefined) return { ok: false, sentence: `“${named}” is no unit: use MiB, GiB, GB or TB.` };
  const meant = readingsOf(digits)
    .map((figure) => ({ figure, bytes: Math.round(figure * unit) }))
    .filter(({ bytes }, _index, all) => bytes <= MOST || all.length === 1);
  const [first, second] = meant;
  if (!first) return UNREADABLE;
  if (second && digits.includes('.')) {
    const [less, more] = [first, second].map(({ figure }) => `${figure} ${named || bareUnit}`);
    return { ok: false, sentence: `“${text.trim()}” can be ${less ?? ''} or ${more ?? ''}: type which.` };
  }
  // A comma before three digits parts thousands, as sizes are written here.
  const { bytes } = second ?? first;
  if (!Number.isSafeInteger(bytes)) return { ok: false, sentence: 'That is larger than any drive.' };
  return { ok: true, bytes };
}

const UNREADABLE: ParsedCapacity = { ok: false, sentence: 'Type a size such as 445.9 GiB, 500 GB or 1 TB.' };

/** What a figure with points or commas can mean, the smaller first; none where its groups are not of three. */
function readingsOf(digits: string): number[] {
  const plain = Number(digits.replace(/[.,]/g, ''));
  const signs = digits.replace(/\d/g, '');
  const grouped = /^[1-9]\d{0,2}([.,]\d{3})+$/.test(digits);
  if (signs === '') return [plain];
  if (signs.length === 1) {
    const fraction = Number(digits.replace(',', '.'));
    return grouped ? [fraction, plain] : [fraction];
  }
  // Several of one sign part thousands; where the last is another, it parts the fraction.
  if (/^(.)\1+$/.test(signs)) return grouped ? [plain] : [];
  const [, whole = '', parts = ''] = /^(.*)[.,](\d+)$/.exec(digits) ?? [];
  const one = new Set(whole.replace(/\d/g, ''));
  return one.size === 1 && /^[1-9]\d{0,2}([.,]\d{3})+$/.test(whole)
    ? [Number(`${whole.replace(/[.,]/g, '')}.${parts}`)]
    : [];
}
