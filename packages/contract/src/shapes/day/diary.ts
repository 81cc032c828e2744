import { WISH_KINDS } from '@udrel/core/steps';
import { boolean, day, list, moment, nullable, object, oneOf, optional, text, whole, type Infer } from '../shape';

/** What somebody will bring, and when that was agreed. */
export const agreedVisit = object({
  customer: text(120),
  phone: text(40, 0),
  wishes: list(oneOf(...WISH_KINDS), WISH_KINDS.length, 1),
  at: moment(),
  promisedAt: nullable(moment()),
  note: text(500, 0),
});
export type AgreedVisit = Infer<typeof agreedVisit>;

/** The same changed: `was` is when it stood there, so that two who move it do not do so unseen. */
export const changedVisit = object({ visit: agreedVisit, was: moment() });
export type ChangedVisit = Infer<typeof changedVisit>;

/** How it ended: they came and it is booked in, or they will not. */
export const settledVisit = object({ as: oneOf('came', 'cancelled') });
export type SettledVisit = Infer<typeof settledVisit>;

/** When work on a job begins at the earliest; null: as it comes. */
export const agreedBegin = object({ version: whole(0, 2_147_483_647), at: nullable(moment()) });
export type AgreedBegin = Infer<typeof agreedBegin>;

/** Which days, from one on. */
export const diaryQuery = object({ from: optional(day()), days: optional(oneOf('1', '7', '14')) });
export type DiaryQuery = Infer<typeof diaryQuery>;

/** What is moved to when: a job by its tag, a visit as `B-` and its number. */
export const movedQuery = object({ tag: text(20, 1, /^[A-Za-z]+-\d{1,9}$/), at: moment() });
export type MovedQuery = Infer<typeof movedQuery>;

/** Makes the address of a calendar anew, or none. */
export const makeFeed = object({ of: oneOf('me', 'shop'), none: boolean() });
export type MakeFeed = Infer<typeof makeFeed>;
