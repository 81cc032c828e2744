import { STATIONS } from '@udrel/core/stations';
import { either, list, number, object, oneOf, text, type Infer } from './shape';

const share = number(0, 1);
const at = { x: share, y: share, words: text(60, 0) };

/** What is drawn on a photograph: a ring around something, or an arrow to it; places as shares of width and height. */
export const photoMark = either(
  'kind',
  object({ kind: oneOf('ring'), ...at, radius: number(0.01, 0.5) }),
  object({ kind: oneOf('arrow'), ...at, toX: share, toY: share }),
);
export type PhotoMark = Infer<typeof photoMark>;

export const markPhoto = object({ note: text(200, 0), marks: list(photoMark, 30) });
export type MarkPhoto = Infer<typeof markPhoto>;

/** A phone beside the screen takes photographs of one station of one job. */
export const pairPhone = object({ station: oneOf(...STATIONS) });
export type PairPhone = Infer<typeof pairPhone>;

/** The sizes in which a photograph is answered. */
export const PHOTO_SIZES = ['full', 'small'] as const;
export type PhotoSize = (typeof PHOTO_SIZES)[number];
