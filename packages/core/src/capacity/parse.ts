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

/**
 * Reads what people type: "500 GB", "465.8 GiB", "1tb", "16 MiB"; a comma may stand for the decimal
 * point. A bare number is taken in `bareUnit`. The result is rounded to whole bytes.
 */
export function parseCapacity(text: string, bareUnit = 'GiB'): ParsedCapacity {
  const match = /^\s*(\d+(?:[.,]\d+)?)\s*([a-z]*)\s*$/i.exec(text);
  if (!match) return { ok: false, sentence: 'Type a size such as 445.9 GiB, 500 GB or 1 TB.' };
  const unit = UNITS[(match[2] || bareUnit).toLowerCase()];
  if (unit === undefined) return { ok: false, sentence: `“${match[2]}” is no unit: use MiB, GiB, GB or TB.` };
  const bytes = Math.round(Number((match[1] ?? '').replace(',', '.')) * unit);
  if (!Number.isSafeInteger(bytes)) return { ok: false, sentence: 'That is larger than any drive.' };
  return { ok: true, bytes };
}
