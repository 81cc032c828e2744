import { DEVICE_KINDS } from '@udrel/core/device';
import { LABEL_KINDS, LEAST_LABEL } from '@udrel/core/labels';
import { SET_UP_STEPS } from '../../terms/set-up';
import { MOST_CONSENT } from '../../terms/limits';
import { boolean, list, number, object, oneOf, text, whole, type Infer } from '../shape';

/** How far the set-up has come: the steps that are left for later, and whether it is over. */
export const setUpState = object({ left: list(oneOf(...SET_UP_STEPS), SET_UP_STEPS.length), over: boolean() });
export type SetUpState = Infer<typeof setUpState>;

/** Whom the shop orders from, in how many days that usually comes, and how it is ordered. */
export const suppliers = object({
  suppliers: list(object({ name: text(80), days: whole(0, 120), note: text(300, 0) }), 100),
});
export type Suppliers = Infer<typeof suppliers>;

/** What a customer can agree to when a device is booked in, beside what the work itself asks: sentence by sentence. */
export const ownConsents = object({ agreed: list(text(MOST_CONSENT), 12) });
export type OwnConsents = Infer<typeof ownConsents>;

/** The printers of labels, with the size in mm of what is in them. */
export const labelPrinters = object({
  printers: list(
    object({
      name: text(60),
      width: number(LEAST_LABEL.width, 210),
      height: number(LEAST_LABEL.height, 297),
      kinds: list(oneOf(...LABEL_KINDS), LABEL_KINDS.length, 1),
    }),
    LABEL_KINDS.length,
  ),
});
export type LabelPrinters = Infer<typeof labelPrinters>;

/** What of a device is looked at, by what it is: what a model begins with that nobody has described yet. */
export const checklists = object({
  lists: list(
    object({ kind: oneOf(...DEVICE_KINDS), functions: list(text(40), 40) }),
    DEVICE_KINDS.length,
    DEVICE_KINDS.length,
  ),
});
export type Checklists = Infer<typeof checklists>;

export const PLACE_KINDS = ['storage', 'shelf'] as const;
const code = text(30);
/** Places that are added at once; those that are there already stay. */
export const addPlaces = object({ kind: oneOf(...PLACE_KINDS), codes: list(code, 500, 1) });
export type AddPlaces = Infer<typeof addPlaces>;
/** What a place is called from now on. */
export const renamePlace = object({ code });
