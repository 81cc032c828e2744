import { boolean, day, nullable, object, oneOf, optional, text, type Infer } from '../shape';

export const STAY_SORTS = ['until', 'place', 'customer', 'label'] as const;
export type StaySort = (typeof STAY_SORTS)[number];
/** Which of what lies here; where nothing is said, what stays after its job. */
export const STAY_STATES = ['due', 'missing', 'with open jobs', 'gone'] as const;
/** `find` stands in label, name, serial, place or the customer's name. */
const stayFilter = { find: optional(text(80)), state: optional(oneOf(...STAY_STATES)) };
const stayOrder = { sort: optional(oneOf(...STAY_SORTS)), way: optional(oneOf('up', 'down')) };
export const stayQuery = object({ ...stayFilter, ...stayOrder, after: optional(text(300)) });
export type StayQuery = Infer<typeof stayQuery>;
export const stayCountQuery = object(stayFilter);
export type StayFilter = Infer<typeof stayCountQuery>;
export const stayExportQuery = object({ ...stayFilter, ...stayOrder });

/** How a thing that stays may leave the shop. */
export const GONE_WAYS = ['returned', 'recycled'] as const;
/** Where it lies from now on and until when, or how it went. */
export const settleStay = object({
  place: text(20, 0),
  until: nullable(day()),
  consent: boolean(),
  gone: nullable(oneOf(...GONE_WAYS)),
});
export type SettleStay = Infer<typeof settleStay>;

/** What was read, at the place that was scanned last. */
export const roundScan = object({ text: text(80), place: text(20, 0) });
export type RoundScanned = Infer<typeof roundScan>;
