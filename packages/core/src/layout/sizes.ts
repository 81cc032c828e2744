import { alignDown, alignUp } from './volume-facts';

/** A partition that comes along, with what it wants and the least it can have, bytes. */
export interface Wanted {
  id: string;
  minimum: number;
  /** Size typed, or kept from the source. */
  wanted: number;
  /** Whether it may be made smaller than wanted to let the others in. */
  yields: boolean;
  /** Its part of what nobody asked for, as a weight; 0: none. */
  share: number;
  /** Where the fullest gain first: what it uses, bytes; null where it is shared by weight. */
  fill: number | null;
}

/**
 * The sizes of all partitions in `room` bytes, by id. Each gets what it wants; what remains is shared by weight. One
 * that takes all of the rest takes whatever is left, more or less; several get what they want first. When room is
 * short, those that may yield give in proportion to what they have over their minimum; where the fullest gain first, they
 * also keep what they have longest. When even the minimums do not fit, the minimums are returned.
 */
export function shareRoom(list: readonly Wanted[], room: number): Map<string, number> {
  const takers = list.filter((one) => one.share > 0);
  const others = list.filter((one) => one.share <= 0);
  const lone = takers.length === 1 ? takers[0]?.id : undefined;
  const sizes = new Map(list.map((one) => [one.id, one.id === lone ? one.minimum : one.wanted]));
  const over = () => [...sizes.values()].reduce((total, size) => total + size, 0) - room;
  if (over() <= 0) shareRest(takers, sizes, -over());
  else if (byFullness(takers)) {
    for (const one of takers) sizes.set(one.id, one.minimum);
    if (over() <= 0) fillUp(takers, sizes, -over(), ({ wanted }) => wanted);
    else yieldRoom(others, sizes, over(), lone);
  } else yieldRoom(list, sizes, over(), lone);
  return sizes;
}

function yieldRoom(
  list: readonly Wanted[],
  sizes: Map<string, number>,
  short: number,
  spared: string | undefined,
): void {
  const givers = list.filter((one) => one.yields && one.id !== spared && one.wanted > one.minimum);
  const spare = givers.reduce((total, one) => total + one.wanted - one.minimum, 0);
  let missing = Math.min(short, spare);
  for (const one of givers) {
    const part = Math.min(one.wanted - one.minimum, missing, alignUp(((one.wanted - one.minimum) / spare) * short));
    if (part <= 0) continue;
    // What changes its size ends on the alignment step, whatever it was before.
    const size = Math.max(one.minimum, alignDown(one.wanted - part));
    sizes.set(one.id, size);
    missing -= one.wanted - size;
  }
}

/** Whether several share by how full they are. */
const byFullness = (takers: readonly Wanted[]) => takers.length > 1 && takers.every(({ fill }) => fill !== null);

function shareRest(takers: readonly Wanted[], sizes: Map<string, number>, rest: number): void {
  const weights = takers.reduce((total, one) => total + one.share, 0);
  if (byFullness(takers)) return fillUp(takers, sizes, rest);
  let left = alignDown(rest);
  for (const [index, one] of takers.entries()) {
    const part = index === takers.length - 1 ? left : Math.min(left, alignDown((one.share / weights) * rest));
    const before = sizes.get(one.id) ?? 0;
    sizes.set(one.id, part > 0 ? alignDown(before + part) : before);
    left -= part;
  }
}

/** Halvings after which a share of fullness is as good as exact. */
const HALVINGS = 50;

/**
 * The rest goes to the fullest until they are as full as the next, and so on: to the level of fullness at which all of it
 * is given away, found by halving; none gets more than `most`. Less than an alignment step a volume stays over.
 */
function fillUp(
  takers: readonly Wanted[],
  sizes: Map<string, number>,
  rest: number,
  most: (one: Wanted) => number = () => Infinity,
): void {
  const before = (id: string) => sizes.get(id) ?? 0;
  const at = (level: number, one: Wanted) =>
    Math.max(before(one.id), Math.min(most(one), alignDown((one.fill ?? 0) / level)));
  const asked = (level: number) => takers.reduce((sum, one) => sum + at(level, one) - before(one.id), 0);
  let [low, high] = [0, 1];
  for (let n = 0; n < HALVINGS; n++) {
    const level = (low + high) / 2;
    if (asked(level) > rest) low = level;
    else high = level;
  }
  for (const one of takers) sizes.set(one.id, at(high, one));
}
