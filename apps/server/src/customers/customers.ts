import { randomUUID } from 'node:crypto';
import { MOST_CUSTOMERS } from '@udrel/contract/limits';
import type { BookIn, CustomerView } from '@udrel/contract/types';
import type { EntityManager } from 'typeorm';
import { firstRow, rows } from '../platform/database/database';
import { escapeLike } from '../platform/database/like';
import { fieldWrong } from '../platform/errors';
import { insertRows } from '../platform/database/insert';
import type { CommandContext } from '../platform/command-context';
import { Customer } from './entities';

/** The digits of a phone number, by which it is found however it was written. */
export function digitsOf(phone: string): string {
  return phone.replace(/\D/g, '');
}

/** Customers whose name contains the text or whose phone number contains its digits; the first ones by name. */
export async function findCustomers(manager: EntityManager, text: string): Promise<CustomerView[]> {
  const digits = digitsOf(text);
  return rows<CustomerView>(
    manager,
    `select c.id, c.name, c.phone, c.email,
            (select count(*)::int from job j join shop_order o on o.id = j.order_id
              where o.customer_id = c.id and j.closed_at is null) as "openJobs"
       from customer c
      where c.name ilike '%' || $1 || '%' or (length($2) >= 3 and c.phone_digits like '%' || $2 || '%')
      order by lower(c.name), c.id limit ${MOST_CUSTOMERS}`,
    [escapeLike(text.trim()), digits],
  );
}

/** The id of the customer of a booking: the one chosen, or a new one. */
export async function customerOf({ manager, now }: CommandContext, given: BookIn['customer']): Promise<string> {
  if (given.id) {
    const known = await firstRow<{ id: string }>(manager, 'select id from customer where id = $1', [given.id]);
    if (!known) throw fieldWrong('customer.id', 'This customer is not known any more: choose again.');
    return known.id;
  }
  const id = randomUUID();
  const { name, phone, email } = given;
  await insertRows(manager, 'customer', [{ id, name, phone, phoneDigits: digitsOf(phone), email, createdAt: now }]);
  return id;
}

/** The digits of each number of a customer, with a blank between them: no search goes over the end of one. */
export const allDigits = (...numbers: readonly string[]): string => numbers.map(digitsOf).filter(Boolean).join(' ');

/** Puts right how a customer is called and reached. */
export async function updateDetails(
  { manager }: CommandContext,
  id: string,
  given: { name: string; phone: string; email: string },
): Promise<void> {
  const known = await manager.findOneByOrFail(Customer, { id });
  await manager.update(Customer, { id }, { ...given, phoneDigits: allDigits(given.phone, ...known.otherPhones) });
}
