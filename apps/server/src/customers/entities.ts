import { EntitySchema } from 'typeorm';
import { key, text, time } from '../platform/database/columns';

export interface CustomerRow {
  id: string;
  name: string;
  phone: string;
  /** Digits of the phone number only, to be found by. */
  phoneDigits: string;
  email: string;
  createdAt: Date;
}

export const Customer = new EntitySchema<CustomerRow>({
  name: 'customer',
  columns: {
    id: key(),
    name: text(),
    phone: text(),
    phoneDigits: text(),
    email: text(),
    createdAt: time(),
  },
  indices: [{ name: 'customer_phone', columns: ['phoneDigits'] }],
});
