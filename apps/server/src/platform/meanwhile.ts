import { setImmediate as onceSent } from 'node:timers/promises';

/**
 * Works something out while the database is at what it was asked: the question is on its way by then, and neither
 * waits for the other.
 */
export function meanwhile<A, B>(asked: Promise<A>, work: () => B): Promise<[A, B]> {
  return Promise.all([asked, onceSent().then(work)]);
}
