import { BUFFERINGS, CHANNELS, GENERATIONS, MODULE_FORMS, RANKS } from '@udrel/core/memory';
import { object, oneOf, optional, text, whole } from './shape';
import { byteCount } from './drives';

export const generation = oneOf(...GENERATIONS);
export const buffering = oneOf(...BUFFERINGS);
export const moduleForm = oneOf(...MODULE_FORMS);
export const channels = oneOf(...CHANNELS);
export const ranks = oneOf(...RANKS);
export const dataRate = whole(100, 20_000);

/** A memory module as the parts library describes it. */
export const moduleSpec = object({
  maker: text(60),
  name: text(80),
  generation,
  form: moduleForm,
  bytes: byteCount,
  speed: dataRate,
  profile: optional(dataRate),
  buffering: optional(buffering),
  ranks: optional(ranks),
});
