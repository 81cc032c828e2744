import { OUTCOMES } from '@udrel/core/reason';
import { list, object, oneOf, optional, text } from './shape';

const line = {
  rule: text(60),
  outcome: oneOf(...OUTCOMES),
  sentence: text(300),
  remedy: optional(text(300)),
  measured: optional(text(120)),
  limit: optional(text(120)),
};

/** Lines of a check ledger, as the core writes them. */
export const reasons = list(object(line), 60);

/** What the readers of a drive found wrong, with the partition that it is about. */
export const remarks = list(object({ ...line, about: optional(text(40)) }), 200);
