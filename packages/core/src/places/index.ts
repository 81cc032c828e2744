/** Places that one span may name: more is a slip of the finger. */
export const MOST_IN_SPAN = 200;

export type ReadPlaces = { ok: true; codes: string[] } | { ok: false; sentence: string };

const SPAN = /^(\D*)(\d{1,4})\s*(?:to|-|–|\.\.)\s*(\D*)(\d{1,4})$/i;

/**
 * Places as they are typed, with commas or lines between: names, and spans such as "A1 to A8", which are each place from the
 * first to the last, with as many leading zeros as the first has.
 */
export function spansOf(typed: string): ReadPlaces {
  const parts = typed
    .split(/[,;\n]+/)
    .map((part) => part.trim())
    .filter(Boolean);
  if (parts.length === 0) return { ok: false, sentence: 'Type at least one place.' };
  const codes: string[] = [];
  for (const part of parts) {
    const span = SPAN.exec(part);
    if (!span) {
      codes.push(part);
      continue;
    }
    const [, before = '', first = '', again = '', last = ''] = span;
    const [from, until] = [Number(first), Number(last)];
    const same = again === '' || again.trim().toUpperCase() === before.trim().toUpperCase();
    if (!same || until < from || until - from >= MOST_IN_SPAN)
      return {
        ok: false,
        sentence: `“${part}” is no span of at most ${MOST_IN_SPAN} places: write it as A1 to A8.`,
      };
    for (let at = from; at <= until; at += 1) codes.push(`${before}${String(at).padStart(first.length, '0')}`);
  }
  return { ok: true, codes: [...new Set(codes)] };
}
