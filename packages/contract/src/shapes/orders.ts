import { QUOTE_ACCEPTANCES } from '@udrel/core/facts';
import { PAYMENT_WAYS } from '@udrel/core/quote';
import type { Infer } from './shape';
import {
  boolean,
  day,
  either,
  list,
  moment,
  nullable,
  number,
  object,
  oneOf,
  optional,
  text,
  uuid,
  whole,
} from './shape';
import { serial, target } from './drives';

const amount = whole(0, 100_000_000);
const version = whole(0, 1_000_000);

/** Freezing the quote: `total` says which one was on the screen. */
export const writeQuote = object({ total: amount });
export type WriteQuote = Infer<typeof writeQuote>;
export const acceptQuote = object({ total: amount, how: oneOf(...QUOTE_ACCEPTANCES), note: text(300, 0) });
export type AcceptQuote = Infer<typeof acceptQuote>;
/** `moreThanDue` says that more than is due is meant. */
export const takePayment = object({
  amount: whole(1, 100_000_000),
  how: oneOf(...PAYMENT_WAYS),
  moreThanDue: optional(boolean()),
});
export type TakePayment = Infer<typeof takePayment>;
const why = text(300, 3);
/** A payment put right (`amount` and `how` are what it should have been), or money of it given back. */
export const correctPayment = either(
  'what',
  object({ what: oneOf('corrected'), amount: whole(0, 100_000_000), how: oneOf(...PAYMENT_WAYS), reason: why }),
  object({ what: oneOf('refunded'), amount: whole(1, 100_000_000), how: oneOf(...PAYMENT_WAYS), reason: why }),
);
export type CorrectPayment = Infer<typeof correctPayment>;

/** What the shop charges: for an hour of hands in minor currency units, and tax in per cent. */
export const shopRates = object({
  hourly: whole(0, 10_000_000),
  taxPercent: number(0, 100),
  assessment: optional(whole(0, 10_000_000)),
});
export type ShopRates = Infer<typeof shopRates>;

/** The ways of writing figures and days that can be chosen, as language and country (BCP 47). */
export const LOCALES = [
  ...[
    'en-GB',
    'en-IE',
    'en-US',
    'en-CA',
    'en-AU',
    'en-NZ',
    'en-ZA',
    'en-IN',
    'de-DE',
    'de-AT',
    'de-CH',
    'fr-FR',
    'fr-CH',
  ],
  ...['nl-NL', 'da-DK', 'sv-SE', 'nb-NO', 'fi-FI', 'es-ES', 'pt-PT', 'it-IT', 'pl-PL', 'cs-CZ', 'hu-HU', 'et-EE'],
] as const;
/** Those of them whose clocks have twelve hours, as CLDR has them: asking `Intl` takes a browser as long as a page of a list. */
export const TWELVE_HOURS: readonly string[] = ['en-US', 'en-CA', 'en-AU', 'en-NZ', 'en-IN'];
export const PAPERS = ['A4', 'Letter'] as const;

/**
 * How the shop writes: figures and days of a locale, a currency (ISO 4217; '' for none), its time zone (IANA; '' for that of
 * each browser), and the paper in its printer.
 */
export const shopFormats = object({
  locale: oneOf(...LOCALES),
  currency: text(3, 0, /^([A-Z]{3})?$/),
  timeZone: text(60, 0),
  paper: oneOf(...PAPERS),
});
export type ShopFormats = Infer<typeof shopFormats>;

const promise = { promisedAt: optional(moment()) };
const chosenDrive = object({
  kind: oneOf('drive'),
  partId: nullable(uuid),
  siteId: text(20),
  on: target,
});
const chosenMemory = object({ kind: oneOf('memory'), partId: uuid, count: whole(1, 8) });

/** Ordering what the shelf lacks for a choice, and moving the promise with it. */
export const orderParts = object({
  version,
  choice: either('kind', chosenDrive, chosenMemory),
  supplier: text(80),
  expected: day(),
  ...promise,
});
export type OrderParts = Infer<typeof orderParts>;

const replaced = { note: text(300, 0), expected: nullable(day()), ...promise };
/** What became of an ordered part; `expected` after a wrong or dead one is the day of its replacement. */
export const settleOrder = object({
  version,
  outcome: either(
    'what',
    object({ what: oneOf('arrived'), serials: list(serial, 20), place: text(20, 0) }),
    object({ what: oneOf('late'), expected: day(), ...promise }),
    object({ what: oneOf('wrong'), ...replaced }),
    object({ what: oneOf('dead on arrival'), ...replaced }),
    object({ what: oneOf('cancelled'), note: text(300, 0) }),
  ),
});
export type SettleOrder = Infer<typeof settleOrder>;
