/** Where the stream of hints stood before the earliest answer was read; '' once that cannot be told. */
let earliest: string | null = null;

/** Notes where the stream stood before an answer was read, as the server says it with each. */
export function readSince(position: string | null): void {
  if (position === null || earliest === '') return;
  earliest = earliest === null ? position : earlierOf(earliest, position);
}

/** Nobody is signed in: what was read says nothing of the shop. */
export function readNothing(): void {
  earliest = null;
}

/** From where a page must hear what was said, to have missed nothing of what it shows. */
export const hearSince = (): string => earliest ?? '';

/** Positions are a server and its count; those of two servers cannot be compared. */
function earlierOf(one: string, other: string): string {
  const [oneServer, oneCount] = one.split('.');
  const [otherServer, otherCount] = other.split('.');
  if (oneServer !== otherServer) return '';
  return Number(oneCount) <= Number(otherCount) ? one : other;
}
