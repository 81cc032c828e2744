import { randomUUID } from 'node:crypto';
import type { CallerOrder, CustomerCard, CustomerDetails, SayToCustomer } from '@udrel/contract/types';
import { plainState } from '@udrel/core/plain';
import { deliveryIn, procedureOf } from '@udrel/core/steps';
import type { EntityManager } from 'typeorm';
import { allDigits } from '../customers/customers';
import { Customer, Said } from '../customers/entities';
import { readJobs, type JobRecord } from '../jobs/job-record';
import { quoteFor } from '../orders/quotes';
import { firstRow, rows } from '../platform/database/database';
import { fieldWrong, notFound } from '../platform/errors';
import type { CommandContext } from '../platform/command-context';
import { dayWriter } from '../shop/calendar';
import { readShop } from '../staff/people';

/** Closed jobs that a card shows; how many there are stands beside them. */
const SHOWN = 30;

/** What a customer is told, owes, has here and had done. */
export async function viewCustomer(manager: EntityManager, id: string, now: Date): Promise<CustomerCard> {
  const known = await manager.findOneBy(Customer, { id });
  if (!known) throw notFound('This customer');
  const { formats } = await readShop(manager);
  const day = dayWriter(formats, 'long');
  const jobs = await readJobs(manager, { openOf: id }, now);
  const numbers = [...new Set(jobs.map(({ orderNumber }) => orderNumber))];
  const orders: CallerOrder[] = [];
  for (const number of numbers) {
    const own = jobs.filter(({ orderNumber }) => orderNumber === number);
    const { now: quote, billed, open, paid, due, over } = await quoteFor(manager, number, own);
    orders.push({
      number,
      jobs: own.filter(({ closedAt }) => closedAt === null).map((job) => told(job, day, now)),
      ...{ total: billed ?? quote.total, billed: billed !== null, open: open.length > 0, paid, due, over },
    });
  }
  const { name, phone, otherPhones, email, street, postcode, town, country, taxId, tellBy, createdAt } = known;
  return {
    ...{ id, name, phone, otherPhones, email, street, postcode, town, country, taxId, tellBy },
    since: createdAt.toISOString(),
    orders,
    ...(await behind(manager, id)),
  };
}

/** An open job in plain words. */
function told(
  { tag, model, promisedAt, snapshot }: JobRecord,
  day: (date: string) => string,
  now: Date,
): CallerOrder['jobs'][number] {
  const { handsLeft, unattendedLeft } = procedureOf(snapshot);
  return {
    ...plainState(snapshot, day),
    tag,
    device: `${model.maker} ${model.name}`,
    promisedAt: promisedAt?.toISOString() ?? null,
    readyIn: Math.round(handsLeft + unattendedLeft + deliveryIn(snapshot, now.getTime())),
  };
}

type Behind = Pick<CustomerCard, 'closed' | 'earlier' | 'owed' | 'devices' | 'here' | 'said'>;

/** Everything of a customer that no open job is needed for. */
async function behind(manager: EntityManager, id: string): Promise<Behind> {
  const earlier = await rows<Behind['earlier'][number]>(
    manager,
    `select j.tag, o.number as "order", m.maker || ' ' || m.name as device, j.closed_at as "closedAt", j.ended_as as "end"
       from job j join shop_order o on o.id = j.order_id join device d on d.id = j.device_id
       join device_model m on m.id = d.model_id
      where o.customer_id = $1 and j.closed_at is not null order by j.closed_at desc, j.number desc limit ${SHOWN}`,
    [id],
  );
  const counted = await firstRow<{ closed: number }>(
    manager,
    `select count(*)::int as closed from job j join shop_order o on o.id = j.order_id
      where o.customer_id = $1 and j.closed_at is not null`,
    [id],
  );
  // Of each order that is over: what it owes by its bills; null where a corrected one is to follow, or none was issued.
  const owed = await rows<Behind['owed'][number]>(
    manager,
    `select * from (
       select o.number as "order", (select j.tag from job j where j.order_id = o.id order by j.number limit 1) as tag,
              case when last.id is null then 'not billed' when last.follows then 'a corrected bill follows' else 'billed' end as "by",
              case when last.id is null or last.follows then null else
                ((select sum(case b.kind when 'bill' then b.total else -b.total end) from bill b where b.order_id = o.id)
                 - coalesce((select sum(p.amount) from payment p where p.order_id = o.id), 0))::int end as due
         from shop_order o
         left join lateral (select b.id, b.follows from bill b where b.order_id = o.id order by b.at desc, b.number desc limit 1) last
           on true
        where o.customer_id = $1 and not exists (select 1 from job j where j.order_id = o.id and j.closed_at is null)
     ) balance where due is distinct from 0 order by "order" desc`,
    [id],
  );
  const devices = await rows<Behind['devices'][number]>(
    manager,
    `select d.serial, m.maker || ' ' || m.name as model, count(j.id)::int as jobs,
            (array_agg(j.tag order by j.number desc))[1] as tag
       from device d join device_model m on m.id = d.model_id join job j on j.device_id = d.id
      where d.customer_id = $1 group by d.id, m.id order by max(j.number) desc`,
    [id],
  );
  const here = await rows<Behind['here'][number]>(
    manager,
    `select t.name as what, j.tag, coalesce(p.code, '') as place
       from belonging t join job j on j.id = t.job_id join shop_order o on o.id = j.order_id
       left join place p on p.id = t.place_id
      where o.customer_id = $1 and t.returned_at is null order by j.number, t.number`,
    [id],
  );
  const said = await rows<Behind['said'][number]>(
    manager,
    `select w.id, w.text, s.name as by, w.at, j.tag from said w join staff s on s.id = w.by left join job j on j.id = w.job_id
      where w.customer_id = $1 order by w.at desc, w.id`,
    [id],
  );
  return { closed: counted?.closed ?? 0, earlier, owed, devices, here, said };
}

/** Changes how a customer is called, reached and found. */
export async function changeCustomer(
  context: CommandContext,
  id: string,
  details: CustomerDetails,
): Promise<CustomerCard> {
  const { manager, now } = context;
  const phoneDigits = allDigits(details.phone, ...details.otherPhones);
  const { affected } = await manager.update(Customer, { id }, { ...details, phoneDigits });
  if (affected !== 1) throw notFound('This customer');
  return viewCustomer(manager, id, now);
}

/** Keeps what was said, in a line. */
export async function say(context: CommandContext, id: string, { text, tag }: SayToCustomer): Promise<CustomerCard> {
  const { manager, actor, now } = context;
  if (!(await manager.existsBy(Customer, { id }))) throw notFound('This customer');
  const job =
    tag === null
      ? null
      : await firstRow<{ id: string }>(
          manager,
          `select j.id from job j join shop_order o on o.id = j.order_id where j.tag = $1 and o.customer_id = $2`,
          [tag.toUpperCase(), id],
        );
  if (tag !== null && !job) throw fieldWrong('tag', 'This job is not one of theirs.');
  await manager.insert(Said, {
    ...{ id: randomUUID(), customerId: id, jobId: job?.id ?? null, text, by: actor.id, at: now },
  });
  return viewCustomer(manager, id, now);
}
