import { ABILITIES } from '@udrel/core/schedule';
import { boolean, day, list, nullable, object, oneOf, text, type Infer } from '../shape';
import { week } from './hours';

/** How somebody works at the bench: whether at all, what they do there, when they are there, and days on which they are not. */
export const benchHours = object({
  atBench: boolean(),
  abilities: list(oneOf(...ABILITIES), ABILITIES.length),
  /** Their own week; null: whenever the shop is open. */
  week: nullable(week),
  off: list(object({ from: day(), until: day(), name: text(80, 0) }), 200),
});
export type BenchHours = Infer<typeof benchHours>;
