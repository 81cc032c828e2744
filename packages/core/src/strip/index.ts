export const STRIP_KINDS = ['screw', 'cable', 'clip', 'part'] as const;
export type StripKind = (typeof STRIP_KINDS)[number];

/** One kind of thing that comes out at a stage, with how many went out and how many are back. */
export interface StripItem {
  id: string;
  stage: number;
  kind: StripKind;
  name: string;
  /** How many there are according to the sheet. */
  count: number;
  out: number;
  back: number;
}

export interface StripBalance {
  opened: boolean;
  /** Everything of the sheet that is meant to come out is out. */
  fullyOut: boolean;
  balanced: boolean;
  /** What is still out or left over, in words. */
  sentences: string[];
}

/** Out against back: per item, so that a screw in the wrong place shows as one short here and one over there. */
export function stripBalance(items: readonly StripItem[]): StripBalance {
  const opened = items.some((item) => item.out > 0);
  const sentences = items.flatMap((item) => {
    const missing = item.out - item.back;
    if (missing > 0) return [`${missing} × ${item.name} (stage ${item.stage}) still out`];
    if (missing < 0) return [`${-missing} × ${item.name} (stage ${item.stage}) more back than came out: wrong place?`];
    return [];
  });
  return {
    opened,
    fullyOut: items.length > 0 && items.every((item) => item.out >= item.count),
    balanced: sentences.length === 0,
    sentences,
  };
}
