import type { PurchaseView } from '@udrel/contract/types';

/** What came, by part, as far as it was scanned. */
export interface Came {
  counts: Readonly<Record<string, number>>;
  serials: Readonly<Record<string, readonly string[]>>;
  /** The part whose serials are being scanned; null where that is not known. */
  at: string | null;
}

export const NOTHING: Came = { counts: {}, serials: {}, at: null };

/**
 * A scan at a delivery: the number of a part counts one more of it, or says whose serials follow; anything else is a serial of that.
 * With one such part on the order it needs no number.
 */
export function scanned(
  came: Came,
  lines: PurchaseView['lines'],
  text: string,
): { came: Came; told: string; wrong: boolean } {
  const code = text.trim();
  const line = lines.find(({ partNumber }) => partNumber.toLowerCase() === code.toLowerCase());
  if (line && !line.serialised) {
    const count = (came.counts[line.partId] ?? 0) + 1;
    const counts = { ...came.counts, [line.partId]: count };
    return { came: { ...came, counts }, told: `${line.name}: ${count}`, wrong: false };
  }
  if (line) return { came: { ...came, at: line.partId }, told: `${line.name}: scan its serials`, wrong: false };
  const withSerials = lines.filter(({ serialised }) => serialised);
  const own =
    withSerials.find(({ partId }) => partId === came.at) ?? (withSerials.length === 1 ? withSerials[0] : null);
  const serial = code.toUpperCase();
  if (!own) return { came, told: `${code} is no part of this order: scan the number of the part first.`, wrong: true };
  const known = came.serials[own.partId] ?? [];
  if (Object.values(came.serials).some((all) => all.includes(serial))) {
    return { came, told: `${serial} was scanned already.`, wrong: true };
  }
  const serials = { ...came.serials, [own.partId]: [...known, serial] };
  return { came: { ...came, serials, at: own.partId }, told: `${own.name}: ${serial}`, wrong: false };
}
