import type { DisassemblyItem, DisassemblyCounts } from './types';
import { misplaced } from './places';

/** What can be counted of a whole sheet at once: all is out, all is back, none of it has to come out. */
export const DISASSEMBLY_WAYS = ['out', 'back', 'none'] as const;
export type DisassemblyWay = (typeof DISASSEMBLY_WAYS)[number];

export interface DisassemblyBalance {
  opened: boolean;
  /** Each piece that the sheet notes is accounted for: out, missing on arrival, or not taken out. */
  fullyOut: boolean;
  balanced: boolean;
  /** What is still out or left over, in words. */
  sentences: string[];
}

/** How many pieces of an item are still to come out. */
export function toComeOut({ count, out, missing, left }: DisassemblyItem): number {
  return Math.max(0, count - missing - left - out);
}

/** How many pieces of an item go back in: what came out, and new ones for those that were missing. */
export function toGoBack({ out, replaced }: DisassemblyItem): number {
  return out + replaced;
}

/** What differs from what the sheet notes of an item, a few words each; none where it is as noted. */
export function disassemblyRemarks({ count, out, missing, left, replaced }: DisassemblyItem): string[] {
  const more = out + left - count;
  return [
    ...(missing > 0 ? [`${missing} missing on arrival`] : []),
    ...(replaced > 0 ? [`${replaced} replaced`] : []),
    ...(left > 0 ? [`${left} not removed`] : []),
    ...(more > 0 ? [`${more} more than noted`] : []),
  ];
}

/** What was not there when the device came, a sentence each, for the papers that the customer gets. */
export function missingOnArrival(items: readonly DisassemblyItem[]): string[] {
  return items
    .filter(({ missing }) => missing > 0)
    .map(
      ({ name, missing, replaced }) => `${missing} × ${name}${replaced > 0 ? `, ${replaced} of them replaced` : ''}`,
    );
}

/** What contradicts itself in what is counted of an item: the field it is in and what to do; null where nothing does. */
export function disassemblyDoubt(item: DisassemblyItem): { field: keyof DisassemblyCounts; sentence: string } | null {
  const { count, out, back, missing, left, replaced } = item;
  if (missing > 0 && out + left + missing > count) {
    const seen = `${out} out and ${left} not removed`;
    return {
      field: 'missing',
      sentence: `Of ${count} there are ${seen}: at most ${Math.max(0, count - out - left)} can be missing.`,
    };
  }
  if (replaced > missing)
    return { field: 'replaced', sentence: 'More new ones than were missing: note first how many were.' };
  if (back > 0 && toGoBack(item) === 0) return { field: 'back', sentence: 'It never came out: count it out first.' };
  return null;
}

/**
 * Out against back: per item, so that a screw in the wrong place shows as one short here and one over there; and by place,
 * where places were tapped.
 */
export function disassemblyBalance(items: readonly DisassemblyItem[]): DisassemblyBalance {
  const opened = items.some((item) => item.out > 0);
  const sentences = items.flatMap((item) => {
    const still = toGoBack(item) - item.back;
    if (still > 0) return [`${still} × ${item.name} (stage ${item.stage}) still out`];
    if (still < 0) return [`${-still} × ${item.name} (stage ${item.stage}) more back than came out: wrong place?`];
    return [];
  });
  sentences.push(...misplaced(items).map(({ sentence }) => sentence));
  return {
    opened,
    fullyOut: items.length > 0 && items.every((item) => toComeOut(item) === 0),
    balanced: sentences.length === 0,
    sentences,
  };
}
