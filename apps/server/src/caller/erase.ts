import type { ErasureView } from '@udrel/contract/types';
import { erasureOf, type Ties } from '@udrel/core/erasure';
import type { EntityManager } from 'typeorm';
import { noteAudit } from '../audit/audit';
import { Customer } from '../customers/entities';
import type { CommandContext } from '../platform/command-context';
import { firstRow } from '../platform/database/database';
import { fieldWrong, notFound, Refusal } from '../platform/errors';
import { readSeller } from '../shop/seller';
import { todayIn } from '../shop/today';

/** What erasing a customer would come to. */
export async function viewErasure(manager: EntityManager, id: string, now: Date): Promise<ErasureView> {
  const ties = await firstRow<Ties & { name: string }>(
    manager,
    `select c.name,
            (select count(*)::int from job j join shop_order o on o.id = j.order_id
              where o.customer_id = c.id and j.closed_at is null) as "openJobs",
            coalesce((select sum(abs(balance))::int from (
               select coalesce((select sum(case b.kind when 'bill' then b.total else -b.total end) from bill b where b.order_id = o.id), 0)
                      - coalesce((select sum(p.amount) from payment p where p.order_id = o.id), 0) as balance
                 from shop_order o where o.customer_id = c.id and exists (select 1 from bill b where b.order_id = o.id)) dues), 0) as owed,
            (select count(*)::int from belonging g join job j on j.id = g.job_id join shop_order o on o.id = j.order_id
              where o.customer_id = c.id and g.returned_at is null) as here,
            (select max(b.issued_on) from bill b join shop_order o on o.id = b.order_id where o.customer_id = c.id) as "lastBill",
            (select count(*)::int from shop_order o where o.customer_id = c.id) as orders
       from customer c where c.id = $1`,
    [id],
  );
  if (!ties) throw notFound('This customer');
  const { keepYears } = await readSeller(manager);
  return { name: ties.name, ...erasureOf(ties, await todayIn(manager, now), keepYears) };
}

/** Rows of a customer that go whatever bills say: each with the table that leads to the customer. */
const GOES = [
  `update wipe set paper_id = null where paper_id in (select p.id from paper p join job j on j.id = p.job_id
     join shop_order o on o.id = j.order_id where o.customer_id = $1)`,
  `delete from paper where job_id in (select j.id from job j join shop_order o on o.id = j.order_id where o.customer_id = $1)`,
  'delete from said where customer_id = $1',
  `delete from message_try where message_id in (select id from message where customer_id = $1)`,
  'delete from message where customer_id = $1',
  `delete from customer_visit where link_id in (select l.id from customer_link l join shop_order o on o.id = l.order_id where o.customer_id = $1)`,
  `delete from customer_link where order_id in (select id from shop_order where customer_id = $1)`,
  `update quote_version set note = '' where note <> '' and order_id in (select id from shop_order where customer_id = $1)`,
  `update job set complaint = '' where complaint <> '' and order_id in (select id from shop_order where customer_id = $1)`,
  `update fact set value = '{"name": "erased", "path": "typed"}' where key = 'signature'
     and job_id in (select j.id from job j join shop_order o on o.id = j.order_id where o.customer_id = $1)`,
  `update fact set value = value || '{"note": ""}' where key = 'quote accepted'
     and job_id in (select j.id from job j join shop_order o on o.id = j.order_id where o.customer_id = $1)`,
];

/**
 * Erases a customer as far as the law lets: what was asked for is typed once more. A later call, once bills need not name them
 * any more, does the rest.
 */
export async function eraseCustomer(context: CommandContext, id: string, typed: string): Promise<ErasureView> {
  const { manager, actor, now } = context;
  const locked = await firstRow(manager, 'select id from customer where id = $1 for update', [id]);
  if (!locked) throw notFound('This customer');
  const erasure = await viewErasure(manager, id, now);
  const { name, refused, namedUntil } = erasure;
  if (refused.length > 0) throw new Refusal(409, 'tied', refused.join(' '));
  if (typed.trim() !== name) throw fieldWrong('name', `Type ${name} to say that it is they.`);
  for (const sql of GOES) await manager.query(sql, [id]);
  const reached = { phone: '', otherPhones: [], phoneDigits: '', email: '', tellBy: '' as const };
  if (namedUntil !== null) {
    await manager.update(Customer, { id }, reached);
  } else {
    const nobody = { name: 'erased', street: '', postcode: '', town: '', country: '', taxId: '' };
    await manager.update(Customer, { id }, { ...reached, ...nobody });
    // Bills are frozen: their owner in the database takes the name of who is erased off them, and nothing else.
    await manager.query('select erase_buyer($1)', [id]);
  }
  await noteAudit(context, actor.id, 'customer erased', { id, namedUntil });
  return viewErasure(manager, id, now);
}
