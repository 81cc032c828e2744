import type { Place } from './details';
import type { DisassemblyCounts, DisassemblyItem } from './types';

/** A piece that was put where another kind belongs. */
export interface Misplaced {
  /** The item whose place it is, and the one that is in it. */
  at: DisassemblyItem;
  of: DisassemblyItem;
  place: number;
  sentence: string;
}

/** Taps on the picture: what came out of a place, what was put into it, what is taken away from it again. */
export const TAP_WAYS = ['out', 'in', 'undo'] as const;
export type TapWay = (typeof TAP_WAYS)[number];

const NONE: readonly never[] = [];

/** The places of an item that stand open now. */
export function openPlaces({ outAt, backAt }: Pick<DisassemblyItem, 'outAt' | 'backAt'>): number[] {
  return (outAt ?? NONE).filter((place) => !(backAt ?? NONE).some((one) => one.place === place));
}

/** How many of an item were put back by taps, wherever they sit. */
function tapped(items: readonly DisassemblyItem[], id: string): number {
  return items.reduce((sum, { backAt }) => sum + (backAt ?? NONE).filter(({ of }) => of === id).length, 0);
}

/**
 * A sheet after a tap at a place of an item; a sentence where it cannot be. `of` is the item that is in the hand, for `in`.
 * Counts follow: what was counted beyond the taps before stays counted.
 */
export function tap(
  items: readonly DisassemblyItem[],
  { item: id, place, way, of = id }: { item: string; place: number; way: TapWay; of?: string },
): DisassemblyItem[] | string {
  const item = items.find((one) => one.id === id);
  const hand = items.find((one) => one.id === of);
  if (!item || !hand) return 'This item is not on the sheet.';
  const { outAt = [], backAt = [] } = item;
  const known = item.details?.places?.length ?? 0;
  if (place < 0 || place >= known) return 'There is no such place on the picture.';
  const filled = backAt.find((one) => one.place === place);
  const change = (over: Partial<Record<string, Partial<DisassemblyItem>>>) =>
    items.map((one) => ({ ...one, ...over[one.id] }));
  switch (way) {
    case 'out': {
      if (outAt.includes(place)) return 'It is out already.';
      const next = [...outAt, place];
      return change({ [id]: { outAt: next, out: Math.max(item.out, next.length) } });
    }
    case 'in': {
      if (!outAt.includes(place)) return 'Nothing came out of this place: tap it out first.';
      if (filled) return 'Something sits there already: take it away first.';
      if (tapped(items, of) >= hand.out + hand.replaced) return `No ${hand.name} is out any more.`;
      const put = [...backAt, { place, of }];
      const after = change({ [id]: { backAt: put } });
      return after.map((one) => (one.id === of ? { ...one, back: Math.max(one.back, tapped(after, of)) } : one));
    }
    case 'undo': {
      if (filled) {
        const after = change({ [id]: { backAt: backAt.filter((one) => one !== filled) } });
        return after.map((one) => (one.id === filled.of ? { ...one, back: Math.max(0, one.back - 1) } : one));
      }
      if (!outAt.includes(place)) return 'Nothing was tapped here.';
      return change({ [id]: { outAt: outAt.filter((one) => one !== place), out: Math.max(0, item.out - 1) } });
    }
  }
}

/** A sheet on which other places of an item are shown; a sentence where a place that is open, or filled, would go. */
export function placed(items: readonly DisassemblyItem[], id: string, places: Place[]): DisassemblyItem[] | string {
  const item = items.find((one) => one.id === id);
  if (!item) return 'This item is not on the sheet.';
  if ((item.outAt ?? NONE).some((place) => place >= places.length))
    return 'A place that is open cannot go: tap its piece back first.';
  return items.map((one) => (one.id === id ? { ...one, details: { ...one.details, places } } : one));
}

/** Everything counted at once tapped too: all places of an item are open, or filled with what belongs there. */
export function tappedWhole(item: DisassemblyItem, way: 'out' | 'back'): Pick<DisassemblyItem, 'outAt' | 'backAt'> {
  const { details, outAt = [], backAt = [] } = item;
  const places = (details?.places ?? []).map((_place, n) => n);
  if (way === 'out') return { outAt: places.slice(0, Math.max(item.out, outAt.length)), backAt };
  const open = openPlaces(item);
  return { outAt, backAt: [...backAt, ...open.map((place) => ({ place, of: item.id }))] };
}

/** A sheet whose counts of an item were set by hand: taps beyond them are forgotten, the latest first. */
export function counted(items: readonly DisassemblyItem[], id: string, counts: DisassemblyCounts): DisassemblyItem[] {
  let over = Math.max(0, tapped(items, id) - counts.back);
  const kept = items.toReversed().map((item) => {
    const backAt = (item.backAt ?? NONE).toReversed().filter(({ of }) => !(of === id && over-- > 0));
    return { ...item, ...(item.backAt ? { backAt: backAt.toReversed() } : {}), ...(item.id === id ? counts : {}) };
  });
  return kept.toReversed().map((item) => {
    if (item.id !== id || !item.outAt) return item;
    const filled = (item.backAt ?? NONE).map(({ place }) => place);
    const open = item.outAt.filter((place) => !filled.includes(place));
    return { ...item, outAt: [...filled, ...open].slice(0, Math.max(filled.length, counts.out)) };
  });
}

/** What sits where another kind belongs, with why that matters. */
export function misplaced(items: readonly DisassemblyItem[]): Misplaced[] {
  return items.flatMap((at) =>
    (at.backAt ?? NONE).flatMap(({ place, of: id }) => {
      const of = items.find((one) => one.id === id);
      if (!of || of.id === at.id) return [];
      return [{ at, of, place, sentence: wrongPlace(at, of, place) }];
    }),
  );
}

/**
 * @source facts of the trade, handling: screws (too long dents or pierces, too short does not hold, another thread destroys
 * its hole)
 */
function wrongPlace(at: DisassemblyItem, of: DisassemblyItem, place: number): string {
  const where = `${of.name} sits in place ${place + 1} of ${at.name} (stage ${at.stage})`;
  const [is, wanted] = [of.details?.length, at.details?.length];
  if (is === undefined || wanted === undefined || is === wanted) return `${where}: put what belongs there.`;
  const off = Math.round(Math.abs(is - wanted) * 10) / 10;
  return is > wanted
    ? `${where}: ${off} mm too long, it presses through.`
    : `${where}: ${off} mm too short, it does not hold.`;
}
