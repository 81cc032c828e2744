import { alignDown, alignUp } from './volume-facts';

/** A partition that comes along, with what it wants and the least it can have, bytes. */
export interface Wanted {
  id: string;
  minimum: number;
  /** Size typed or kept from the source, aligned. */
  wanted: number;
  /** Whether it may be made smaller than wanted to let the others in. */
  yields: boolean;
  takesRest: boolean;
}

/**
 * The sizes of all partitions in `room` bytes, by id. Each gets what it wants; the one that takes the rest
 * gets what remains. When room is short, those that may yield give in proportion to what they have over
 * their minimum. When even the minimums do not fit, the minimums are returned.
 */
export function shareRoom(list: readonly Wanted[], room: number): Map<string, number> {
  const sizes = new Map(list.map((one) => [one.id, one.takesRest ? one.minimum : one.wanted]));
  const over = () => [...sizes.values()].reduce((total, size) => total + size, 0) - room;
  if (over() > 0) yieldRoom(list, sizes, over());
  const rest = list.find((one) => one.takesRest);
  if (rest && over() < 0) sizes.set(rest.id, (sizes.get(rest.id) ?? 0) + alignDown(-over()));
  return sizes;
}

function yieldRoom(list: readonly Wanted[], sizes: Map<string, number>, short: number): void {
  const givers = list.filter((one) => one.yields && !one.takesRest && one.wanted > one.minimum);
  const spare = givers.reduce((total, one) => total + one.wanted - one.minimum, 0);
  let missing = Math.min(short, spare);
  for (const one of givers) {
    const share = Math.min(one.wanted - one.minimum, missing, alignUp(((one.wanted - one.minimum) / spare) * short));
    sizes.set(one.id, one.wanted - share);
    missing -= share;
  }
}
