import { HIDDEN_AREAS, WIPE_WAY_NAMES } from '@udrel/core/wiping';
import { nullable, object, oneOf, optional, text, whole, type Infer } from '../shape';

/** A wipe begins: both drives by their serials, how it is done, and what is known of what that does not reach. */
export const beginWipe = object({
  /** Of the drive that is to be wiped, as it was scanned. */
  serial: text(120),
  /** Of the drive that took over from it, as it was scanned. */
  survivor: text(120),
  way: oneOf(...WIPE_WAY_NAMES),
  tool: text(120, 0),
  hidden: oneOf(...HIDDEN_AREAS),
  /** Replaced sectors by its own health page; null where that was not read. */
  reallocated: nullable(whole(0, 1_000_000_000)),
  /** What was changed since an attempt that went wrong. */
  changed: text(300, 0),
  /** At which berth it is watched; null: by hand. */
  berth: nullable(whole(1, 999)),
});
export type BeginWipe = Infer<typeof beginWipe>;

export const endWipe = object({
  outcome: oneOf('ended well', 'failed'),
  note: text(500, 0),
  /** How many minutes it took, where nobody watched; null: nobody knows. */
  minutes: optional(nullable(whole(0, 100_000))),
});
export type EndWipe = Infer<typeof endWipe>;

/** The drive is to be read for samples at a berth; or why it is not read. */
export const readWiped = object({ berth: nullable(whole(1, 999)), whyNot: text(200, 0) });
export type ReadWiped = Infer<typeof readWiped>;
