import { WISH_KINDS } from '@udrel/core/steps';
import { object, optional, text, uuid, type Infer } from '../shape';

const month = text(7, 7, /^\d{4}-(0[1-9]|1[0-2])$/, 'A month such as 2026-11.');
const ANY = `(${WISH_KINDS.join('|')})`;

/** From which month until which, both with; of one kind of job or one model alone. */
export const yardstickQuery = object({
  from: optional(month),
  until: optional(month),
  kind: optional(text(120, 1, new RegExp(`^${ANY}(, ${ANY})*$`))),
  model: optional(uuid),
});
export type YardstickQuery = Infer<typeof yardstickQuery>;
