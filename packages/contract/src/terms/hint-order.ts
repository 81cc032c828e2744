/** A hint with its place: which server counted, and the number of what it heard. */
export interface Placed<H> {
  at: string;
  hint: H;
}

/** The place after so many hints that a server heard; `server` is another after each of its starts. */
export const placeOf = (server: string, number: number): string => `${server}.${number}`;

/**
 * What was said after a place, of the hints that are kept in their order, the last of them at `last`. Null when that
 * cannot be told: another server counted, or too much was said since.
 */
export function saidAfter<H>(place: string, kept: readonly Placed<H>[], last: string): Placed<H>[] | null {
  const [server, number] = partsOf(place);
  const [counting, reached] = partsOf(last);
  if (server !== counting || Number.isNaN(number)) return null;
  const missed = kept.filter(({ at }) => partsOf(at)[1] > number);
  return missed.length >= reached - number ? missed : null;
}

function partsOf(place: string): [string, number] {
  const dot = place.lastIndexOf('.');
  return [place.slice(0, dot), Number(place.slice(dot + 1) || NaN)];
}
