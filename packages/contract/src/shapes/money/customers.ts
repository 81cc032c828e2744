import { object, oneOf, optional, text, list, nullable, uuid, type Infer } from '../shape';
import { CHANNELS } from '@udrel/core/messages';
import { PARTY } from './party';

/** How a customer is called, reached and found; further numbers are written as people write them. */
export const customerDetails = object({
  ...PARTY,
  phone: text(40, 0),
  otherPhones: list(text(40), 10),
  email: text(120, 0),
  /** By which way they chose to be told; empty where they did not. */
  tellBy: oneOf('', ...CHANNELS),
});
export type CustomerDetails = Infer<typeof customerDetails>;

/** What was said with a customer, in a line; of which job, where it was of one. */
export const sayToCustomer = object({ text: text(300), tag: nullable(text(20)) });
export type SayToCustomer = Infer<typeof sayToCustomer>;

export const CUSTOMER_SORTS = ['name', 'since'] as const;
export type CustomerSort = (typeof CUSTOMER_SORTS)[number];
/** Which customers: `find` stands in the name, or its digits in a number; `open`: with a job that is open. */
const customerFilter = { find: optional(text(80, 0)), open: optional(oneOf('yes')) };
const customerOrder = { sort: optional(oneOf(...CUSTOMER_SORTS)), way: optional(oneOf('up', 'down')) };
export const customerListQuery = object({ ...customerFilter, ...customerOrder, after: optional(text(300)) });
export const customerCountQuery = object(customerFilter);
export type CustomerFilter = Infer<typeof customerCountQuery>;
export const customerExportQuery = object({ ...customerFilter, ...customerOrder });

/** The other one of two that are the same. */
export const mergeCustomers = object({ from: uuid });
/** The name typed once more: whom it is about. */
export const eraseCustomer = object({ name: text(120) });
/** Customers of a file. */
export const bringInCustomers = object({ customers: list(customerDetails, 200, 1) });
