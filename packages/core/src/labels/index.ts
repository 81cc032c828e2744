/** What labels are printed of. */
export const LABEL_KINDS = ['tags of devices', 'what lies here', 'drives', 'parts'] as const;
export type LabelKind = (typeof LABEL_KINDS)[number];

/** How large a label is, mm. */
export interface LabelSize {
  width: number;
  height: number;
}

/** A printer of labels: what the shop calls it, what is in it, and what is printed there. */
export interface LabelPrinter extends LabelSize {
  name: string;
  kinds: LabelKind[];
}

/** What a label is laid out for, mm: where no printer is named for it, it is printed so. */
export const PLAIN_LABEL: LabelSize = { width: 72, height: 40 };

/** The smallest label on which a code of the shop's tags is still read by a hand scanner, mm. */
export const LEAST_LABEL: LabelSize = { width: 36, height: 18 };

/** The printer that prints a kind of label; null where none is named for it. */
export function printerOf(printers: readonly LabelPrinter[], kind: LabelKind): LabelPrinter | null {
  return printers.find(({ kinds }) => kinds.includes(kind)) ?? null;
}

/** By how much everything on a label is larger than on a plain one, so that it fits both ways. */
export function labelScale({ width, height }: LabelSize): number {
  return Math.min(width / PLAIN_LABEL.width, height / PLAIN_LABEL.height);
}

/** Kinds for which more than one printer is named: nobody would know which prints them. */
export function kindsTwice(printers: readonly LabelPrinter[]): LabelKind[] {
  return LABEL_KINDS.filter((kind) => printers.filter(({ kinds }) => kinds.includes(kind)).length > 1);
}
