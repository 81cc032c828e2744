import { WISH_KINDS } from '@udrel/core/steps';
import { day, list, moment, nullable, object, optional, text, type Infer } from '../shape';

export const time = text(5, 5, /^([01]\d|2[0-3]):[0-5]\d$/, 'A time such as 09:00.');

/** Monday to Sunday; null for a day without hours. */
export const week = list(nullable(object({ from: time, until: time })), 7, 7);

/** When the shop is open, and days on which it is closed besides. */
export const openingHours = object({
  week,
  closed: list(object({ day: day(), name: text(80, 0) }), 400),
});
export type OpeningHours = Infer<typeof openingHours>;

const ANY_WISH = `(${WISH_KINDS.join('|')})`;

/** One more job of those wishes, with commas between their kinds, and when it would be promised. */
export const whatIfQuery = object({
  wishes: text(120, 1, new RegExp(`^${ANY_WISH}(,${ANY_WISH})*$`), `Of ${WISH_KINDS.join(', ')}.`),
  promisedAt: optional(moment()),
});
export type WhatIfQuery = Infer<typeof whatIfQuery>;
