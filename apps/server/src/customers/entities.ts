import type { Channel } from '@udrel/core/messages';
import { EntitySchema } from 'typeorm';
import { json, key, reference, text, time } from '../platform/database/columns';

export interface CustomerRow {
  id: string;
  name: string;
  phone: string;
  /** Further numbers, as they were written. */
  otherPhones: string[];
  /** Digits of each phone number only, with a blank between them, to be found by. */
  phoneDigits: string;
  email: string;
  street: string;
  postcode: string;
  town: string;
  country: string;
  taxId: string;
  /** By which way they chose to be told; empty where they did not. */
  tellBy: Channel | '';
  createdAt: Date;
}

export const Customer = new EntitySchema<CustomerRow>({
  name: 'customer',
  columns: {
    id: key(),
    name: text(),
    phone: text(),
    otherPhones: json({ default: [] }),
    phoneDigits: text(),
    email: text(),
    street: text({ default: '' }),
    postcode: text({ default: '' }),
    town: text({ default: '' }),
    country: text({ default: '' }),
    taxId: text({ default: '' }),
    tellBy: text({ default: '' }),
    createdAt: time(),
  },
  indices: [
    { name: 'customer_phone', columns: ['phoneDigits'] },
    { name: 'customer_since', columns: ['createdAt', 'id'] },
  ],
});

export interface SaidRow {
  id: string;
  customerId: string;
  /** The job that it was about. */
  jobId: string | null;
  text: string;
  by: string;
  at: Date;
}

/** What was said with a customer, a line each. */
export const Said = new EntitySchema<SaidRow>({
  name: 'said',
  columns: {
    id: key(),
    customerId: reference('customer'),
    jobId: reference('job', { nullable: true }),
    text: text(),
    by: reference('staff'),
    at: time(),
  },
  indices: [{ name: 'said_customer', columns: ['customerId', 'at'] }],
});
