import type { CustomerCard } from '@udrel/contract/types';
import { noteAudit } from '../audit/audit';
import { allDigits, digitsOf } from '../customers/customers';
import { Customer, type CustomerRow } from '../customers/entities';
import type { CommandContext } from '../platform/command-context';
import { fieldWrong, notFound } from '../platform/errors';
import { viewCustomer } from './card';

/** Whatever names a customer. */
const NAMING = ['shop_order', 'device', 'drive', 'said', 'message'] as const;

/** Where they are: taken whole from one of both, since half of one address and half of another is none. */
const ADDRESS = ['street', 'postcode', 'town', 'country'] as const;

/** One customer of two that were the same: everything of the other one becomes this one's, and the other one is no more. */
export async function mergeCustomers(context: CommandContext, id: string, from: string): Promise<CustomerCard> {
  const { manager, actor, now } = context;
  if (id === from) throw fieldWrong('from', 'This is the same customer.');
  // In one order whoever merges which way round.
  const both = await manager
    .createQueryBuilder(Customer, 'c')
    .where('c.id in (:...ids)', { ids: [id, from] })
    .orderBy('c.id')
    .setLock('pessimistic_write')
    .getMany();
  const [kept, other] = [id, from].map((one) => both.find((row) => row.id === one));
  if (!kept || !other) throw notFound('This customer');
  for (const table of NAMING)
    await manager.query(`update ${table} set customer_id = $1 where customer_id = $2`, [id, from]);
  await manager.update(Customer, { id }, merged(kept, other));
  await manager.delete(Customer, { id: from });
  await noteAudit(context, actor.id, 'customers merged', { id, from });
  return viewCustomer(manager, id, now);
}

/** What is known of both: this one's goes first, and no number is lost. */
function merged(kept: CustomerRow, other: CustomerRow): Partial<CustomerRow> {
  const numbers = [kept.phone, ...kept.otherPhones, other.phone, ...other.otherPhones].filter(Boolean);
  const once = numbers.filter((one, n) => numbers.findIndex((two) => digitsOf(two) === digitsOf(one)) === n);
  const [phone = '', ...otherPhones] = once;
  const { street, postcode, town, country } = ADDRESS.some((part) => kept[part] !== '') ? kept : other;
  return {
    ...{ phone, otherPhones, phoneDigits: allDigits(...once) },
    email: kept.email || other.email,
    taxId: kept.taxId || other.taxId,
    tellBy: kept.tellBy || other.tellBy,
    ...{ street, postcode, town, country },
    createdAt: kept.createdAt < other.createdAt ? kept.createdAt : other.createdAt,
  };
}
