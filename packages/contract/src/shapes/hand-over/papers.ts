import { PAPER_KINDS } from '@udrel/core/customer-paper';
import { list, object, oneOf, text, whole, type Infer } from '../shape';

/** The shop's own words on papers, and its guarantee. */
export const paperTexts = object({
  partsMonths: whole(0, 240),
  labourMonths: whole(0, 240),
  terms: text(1500, 0),
  texts: list(
    object({ kind: oneOf(...PAPER_KINDS), opening: text(1500, 0), closing: text(1500, 0) }),
    PAPER_KINDS.length,
    PAPER_KINDS.length,
  ),
});
export type PaperTexts = Infer<typeof paperTexts>;
