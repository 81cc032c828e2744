import { BILL_UNITS, REDUCTIONS } from '@udrel/core/bill';
import { boolean, day, list, nullable, number, object, oneOf, optional, text, uuid, whole, type Infer } from '../shape';
import { PARTY } from './party';

const amount = whole(0, 100_000_000);
/** What the shop puts on its bills; its name is that of the shop where none is given. */
export const seller = object({
  ...PARTY,
  name: text(120, 0),
  registration: text(60, 0),
  iban: text(34, 0, /^([A-Z]{2}\d{2}[A-Z0-9]{10,30})?$/, 'An IBAN without blanks, or nothing.'),
  exemption: text(200, 0),
  dueDays: whole(0, 365),
  /** Years for which bills have to be kept, and so name whom they were issued to. */
  keepYears: whole(0, 30),
});
export type SellerSetting = Infer<typeof seller>;

/** A bill as it is to be issued; `total` says what it came to on the screen, `agreed` how more than was accepted was agreed. */
export const issueBill = object({
  lines: list(
    object({
      tag: nullable(text(20)),
      what: text(200),
      count: whole(1, 100_000),
      unit: oneOf(...BILL_UNITS),
      each: amount,
      taxPercent: number(0, 100),
      /** A small part that goes off the shelf with it. */
      partId: optional(uuid),
    }),
    200,
    1,
  ),
  reduction: object({ kind: oneOf(...REDUCTIONS), value: number(0, 100_000_000), reason: text(200, 0) }),
  buyer: object(PARTY),
  due: optional(day()),
  note: text(500, 0),
  agreed: text(300, 0),
  total: amount,
});
export type IssueBill = Infer<typeof issueBill>;

/** Taking a bill back, or a part of it; `follows`: a corrected one is issued in its place. */
export const creditBill = object({
  amount: whole(1, 100_000_000),
  reason: text(300, 3),
  follows: boolean(),
});
export type CreditBill = Infer<typeof creditBill>;

export const BILL_SORTS = ['number', 'due', 'customer', 'total'] as const;
export type BillSort = (typeof BILL_SORTS)[number];
export const BILL_STATES = ['open', 'overdue'] as const;
/** Which bills: `find` stands in number, customer or the number of the order; days are those of issue, both included. */
const billFilter = {
  find: optional(text(80, 0)),
  state: optional(oneOf(...BILL_STATES)),
  from: optional(day()),
  until: optional(day()),
};
const billOrder = { sort: optional(oneOf(...BILL_SORTS)), way: optional(oneOf('up', 'down')) };
export const billQuery = object({ ...billFilter, ...billOrder, after: optional(text(300)) });
export const billCountQuery = object(billFilter);
export type BillFilter = Infer<typeof billCountQuery>;
export const billExportQuery = object({ ...billFilter, ...billOrder });

/** Cash counted in the till, and what of it is taken out; a difference has its note. */
export const countTill = object({
  expected: nullable(whole(-100_000_000, 100_000_000)),
  counted: amount,
  takenOut: amount,
  note: text(300, 0),
});
export type CountTill = Infer<typeof countTill>;

/** The day of a day's book. */
export const bookQuery = object({ day: day() });
