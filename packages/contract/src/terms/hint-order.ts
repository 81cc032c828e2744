/** A hint with its position: which server counted, and the number of what it heard. */
export interface Positioned<H> {
  at: string;
  hint: H;
}

/** The position after so many hints that a server heard; `server` is another after each of its starts. */
export const positionOf = (server: string, number: number): string => `${server}.${number}`;

/**
 * What was said after a position, of the hints that are kept in their order, the last of them at `last`. Null when that
 * cannot be told: another server counted, or too much was said since.
 */
export function saidAfter<H>(position: string, kept: readonly Positioned<H>[], last: string): Positioned<H>[] | null {
  const [server, number] = partsOf(position);
  const [counting, reached] = partsOf(last);
  if (server !== counting || Number.isNaN(number)) return null;
  const missed = kept.filter(({ at }) => partsOf(at)[1] > number);
  return missed.length >= reached - number ? missed : null;
}

function partsOf(position: string): [string, number] {
  const dot = position.lastIndexOf('.');
  return [position.slice(0, dot), Number(position.slice(dot + 1) || NaN)];
}
