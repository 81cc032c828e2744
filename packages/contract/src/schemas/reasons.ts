import { OUTCOMES } from '@udrel/core/reason';
import { list, object, oneOf, optional, text } from '../shape';

/** Lines of a check ledger, as the core writes them. */
export const reasons = list(
  object({
    rule: text(60),
    outcome: oneOf(...OUTCOMES),
    sentence: text(300),
    remedy: optional(text(300)),
    measured: optional(text(120)),
    limit: optional(text(120)),
  }),
  60,
);
