import type { CustomerDetails, BroughtIn } from '@udrel/contract/types';
import { writeVCard } from '@udrel/core/vcard';
import { randomUUID } from 'node:crypto';
import type { EntityManager } from 'typeorm';
import { allDigits, digitsOf } from '../customers/customers';
import { Customer } from '../customers/entities';
import type { CommandContext } from '../platform/command-context';
import { firstRow, rows } from '../platform/database/database';
import { notFound } from '../platform/errors';

/** A customer as a vCard. */
export async function vCardOf(manager: EntityManager, id: string): Promise<string> {
  const known = await manager.findOneBy(Customer, { id });
  if (!known) throw notFound('This customer');
  const { phone, otherPhones } = known;
  return writeVCard({ ...known, phones: [phone, ...otherPhones].filter(Boolean) }, id);
}

/** Everything that is kept of a person, for the person (Regulation (EU) 2016/679, articles 15 and 20). */
export async function personData(manager: EntityManager, id: string): Promise<Record<string, unknown>> {
  const known = await firstRow<{ customer: object }>(
    manager,
    `select to_jsonb(c) - 'phone_digits' as customer from customer c where c.id = $1`,
    [id],
  );
  if (!known) throw notFound('This customer');
  const of = (what: string, sql: string) =>
    rows<{ it: unknown }>(manager, sql, [id]).then((found) => [what, found.map(({ it }) => it)] as const);
  const jobs = 'job j join shop_order o on o.id = j.order_id where o.customer_id = $1';
  const parts = [
    await of(
      'orders',
      `select jsonb_build_object('number', o.number, 'at', o.created_at) as it from shop_order o where o.customer_id = $1 order by o.number`,
    ),
    await of(
      'jobs',
      `select jsonb_build_object('tag', j.tag, 'bookedAt', j.booked_at, 'closedAt', j.closed_at, 'endedAs', j.ended_as,
                'complaint', j.complaint, 'condition', j.condition, 'guaranteeUntil', j.guarantee_until) as it from ${jobs} order by j.number`,
    ),
    await of(
      'recorded',
      `select jsonb_build_object('tag', j.tag, 'what', f.key, 'value', f.value, 'at', f.at, 'current', f.current) as it
         from fact f join ${jobs.replace('job j', 'job j on j.id = f.job_id')} order by f.at, f.id`,
    ),
    await of(
      'devices',
      `select jsonb_build_object('serial', d.serial, 'maker', m.maker, 'model', m.name) as it
         from device d join device_model m on m.id = d.model_id where d.customer_id = $1 order by d.serial`,
    ),
    await of(
      'drives',
      `select jsonb_build_object('serial', r.serial, 'maker', r.maker, 'name', r.name, 'custody', r.custody) as it
         from drive r where r.customer_id = $1 order by r.serial`,
    ),
    await of(
      'things',
      `select jsonb_build_object('label', j.tag || '-' || g.number, 'name', g.name, 'returnedAt', g.returned_at) as it
         from belonging g join ${jobs.replace('job j', 'job j on j.id = g.job_id')} order by j.number, g.number`,
    ),
    await of(
      'bills',
      `select b.bill as it from bill b join shop_order o on o.id = b.order_id where o.customer_id = $1 order by b.at`,
    ),
    await of(
      'payments',
      `select jsonb_build_object('order', o.number, 'amount', p.amount, 'how', p.how, 'at', p.at) as it
         from payment p join shop_order o on o.id = p.order_id where o.customer_id = $1 order by p.at, p.id`,
    ),
    await of(
      'messages',
      `select jsonb_build_object('about', m.kind, 'by', m.channel, 'to', m.address, 'subject', m.subject, 'text', m.text,
                'state', m.state, 'at', m.made_at) as it from message m where m.customer_id = $1 order by m.made_at`,
    ),
    await of(
      'said',
      `select jsonb_build_object('text', s.text, 'at', s.at) as it from said s where s.customer_id = $1 order by s.at`,
    ),
    await of(
      'photographs',
      `select jsonb_build_object('tag', j.tag, 'at', p.at, 'note', p.note) as it
         from photo p join ${jobs.replace('job j', 'job j on j.id = p.job_id')} order by p.at`,
    ),
    await of(
      'visits',
      `select jsonb_build_object('order', o.number, 'at', v.at, 'deed', v.deed) as it
         from customer_visit v join customer_link l on l.id = v.link_id join shop_order o on o.id = l.order_id
        where o.customer_id = $1 order by v.at`,
    ),
  ];
  return { format: 'udrel person 1', ...known, ...Object.fromEntries(parts) };
}

/** Adds customers; one of whom a number is known already is told instead. */
export async function bringInCustomers(
  { manager, now }: CommandContext,
  given: readonly CustomerDetails[],
): Promise<BroughtIn> {
  const known: BroughtIn['known'] = [];
  let added = 0;
  for (const details of given) {
    const { phone, otherPhones } = details;
    const numbers = [phone, ...otherPhones].map(digitsOf).filter(({ length }) => length >= 6);
    const there = await firstRow<{ id: string; name: string }>(
      manager,
      `select id, name from customer where string_to_array(phone_digits, ' ') && $1::text[]
          or ($2 <> '' and lower(email) = lower($2) and lower(name) = lower($3)) limit 1`,
      [numbers, details.email, details.name],
    );
    if (there) {
      known.push({ given: details.name, ...there });
      continue;
    }
    const phoneDigits = allDigits(phone, ...otherPhones);
    await manager.insert(Customer, { id: randomUUID(), ...details, phoneDigits, createdAt: now });
    added += 1;
  }
  return { added, known };
}
