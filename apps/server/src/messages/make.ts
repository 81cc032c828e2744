import { randomUUID } from 'node:crypto';
import {
  channelFor,
  daysBetween,
  fillTemplate,
  reminderDue,
  type MessageKind,
  type Template,
  type Words,
} from '@udrel/core/messages';
import { amount } from '@udrel/core/money';
import { plainState } from '@udrel/core/plain';
import type { EntityManager } from 'typeorm';
import { addressOf } from '../page/links';
import { readJobs } from '../jobs/job-record';
import { quoteFor } from '../orders/quotes';
import { firstRow, rows } from '../platform/database/database';
import { dayWriter, shopDay } from '../shop/calendar';
import { readShop, type ShopSetting } from '../staff/people';
import type { MessageRow } from './entities';
import { readRules } from '../shop/message-rules';

/** Of what happened longer ago no message is made: it would come as news of long ago. */
const NEWS_MS = 3 * 86_400_000;

/** What a message is to be made of. */
interface Cause {
  kind: MessageKind;
  key: string;
  orderId: string;
  order: number;
  /** The jobs that it is about; null: all of the order. */
  jobIds: readonly string[] | null;
  /** Number of the bill that it is about. */
  bill: string;
}

export interface Making {
  manager: EntityManager;
  now: Date;
  masterKey: Buffer;
}

/**
 * What happened that a customer waits to hear of, and of which there is no message yet.
 *
 * @param lastMs how far back is looked; never further than there is news
 */
export async function causesOf(
  { manager, now }: Making,
  lastMs = NEWS_MS,
): Promise<{ cause: Cause; template: Template }[]> {
  const { rules, since } = await readRules(manager);
  if (since === null) return [];
  const from = new Date(Math.max(Date.parse(since), now.getTime() - Math.min(lastMs, NEWS_MS)));
  const happened = await rows<{
    kind: string;
    data: Record<string, string>;
    jobId: string;
    orderId: string;
    order: number;
  }>(
    manager,
    `select e.kind, e.data, e.job_id as "jobId", o.id as "orderId", o.number as "order"
       from event e join job j on j.id = e.job_id join shop_order o on o.id = j.order_id
      where e.kind in ('booked', 'quote written', 'part late', 'bill issued') and e.at > $1 order by e.at`,
    [from],
  );
  const ready = await rows<Ready>(
    manager,
    `select j.id as "jobId", o.id as "orderId", o.number as "order", j.ready_since as "readySince"
       from job j join shop_order o on o.id = j.order_id where j.ready_since is not null and j.closed_at is null`,
  );
  const { formats } = await readShop(manager);
  const today = shopDay(now, formats);
  const causes = [
    ...happened.map(({ kind, data, jobId, orderId, order }): Cause => {
      const about = { orderId, order, jobIds: null, bill: '' };
      if (kind === 'booked') return { ...about, kind: 'booked in', key: `booked ${orderId}` };
      if (kind === 'quote written')
        return { ...about, kind: 'quote', key: `quote ${orderId} ${data['version'] ?? ''}` };
      if (kind === 'part late')
        return { ...about, kind: 'part late', key: `late ${jobId} ${data['expected'] ?? ''}`, jobIds: [jobId] };
      return { ...about, kind: 'bill', key: `bill ${data['number'] ?? ''}`, bill: data['number'] ?? '' };
    }),
    ...readyTogether(ready).flatMap(({ readySince, of, ...about }): Cause[] => {
      const moment = readySince.toISOString();
      const fresh =
        readySince > from ? [{ ...about, kind: 'ready' as const, key: `ready ${of} ${moment}`, bill: '' }] : [];
      const nth = reminderDue(daysBetween(shopDay(readySince, formats), today), rules);
      if (nth === null) return fresh;
      return [...fresh, { ...about, kind: 'reminder', key: `reminder ${of} ${moment} ${nth}`, bill: '' }];
    }),
  ];
  const wanted = causes.flatMap((cause) => {
    const template = rules.templates.find(({ kind }) => kind === cause.kind);
    return template && template.how !== 'not' ? [{ cause, template }] : [];
  });
  const known = await rows<{ key: string }>(manager, 'select key from message where key = any($1)', [
    wanted.map(({ cause }) => cause.key),
  ]);
  const made = new Set(known.map(({ key }) => key));
  return wanted.filter(({ cause: { key } }) => !made.has(key) && made.add(key));
}

interface Ready {
  jobId: string;
  orderId: string;
  order: number;
  readySince: Date;
}

/**
 * What is ready, order by order: its customer is told of all of it at once, and anew when more of it has become ready. `of`:
 * what the keys of its messages name.
 */
function readyTogether(ready: readonly Ready[]): (Pick<Cause, 'orderId' | 'order' | 'jobIds'> & {
  readySince: Date;
  of: string;
})[] {
  const orders = new Map<string, Ready[]>();
  for (const one of ready) orders.set(one.orderId, [...(orders.get(one.orderId) ?? []), one]);
  return [...orders.values()].flatMap((jobs) => {
    const [first, ...more] = jobs;
    if (!first) return [];
    const { orderId, order } = first;
    const readySince = new Date(Math.max(...jobs.map((one) => one.readySince.getTime())));
    return [
      {
        orderId,
        order,
        readySince,
        jobIds: jobs.map(({ jobId }) => jobId),
        of: more.length > 0 ? orderId : first.jobId,
      },
    ];
  });
}

/** Makes the message of a cause, once however many try; answers its id, or null where somebody else had made it. */
export async function makeMessage(
  making: Making,
  { cause, template }: { cause: Cause; template: Template },
): Promise<string | null> {
  const { manager, now } = making;
  const shop = await readShop(manager);
  const customer = await firstRow<{ id: string; name: string; phone: string; email: string; tellBy: string }>(
    manager,
    `select c.id, c.name, c.phone, c.email, c.tell_by as "tellBy" from shop_order o join customer c on c.id = o.customer_id
      where o.id = $1`,
    [cause.orderId],
  );
  if (!customer) return null;
  const words = await wordsOf(making, cause, customer.name, shop);
  const { channel, address } = channelFor(customer);
  // Of several jobs at once it is one of their order.
  const jobId = cause.jobIds?.length === 1 ? cause.jobIds[0] : null;
  const state: MessageRow['state'] = template.how === 'by itself' && channel !== 'phone' ? 'waiting' : 'to look at';
  const made = await firstRow<{ id: string }>(
    manager,
    `insert into message (id, kind, key, customer_id, order_id, job_id, channel, address, subject, text, state, made_at)
     values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12) on conflict (key) do nothing returning id`,
    [
      ...[randomUUID(), cause.kind, cause.key, customer.id, cause.orderId, jobId, channel, address],
      ...[fillTemplate(template.subject, words) || shop.name, fillTemplate(template.text, words), state, now],
    ],
  );
  return made?.id ?? null;
}

/** What is written for each word of a template. */
async function wordsOf(making: Making, cause: Cause, customer: string, shop: ShopSetting): Promise<Words> {
  const { manager, now } = making;
  const all = await readJobs(manager, { order: cause.order }, now);
  const jobs = cause.jobIds === null ? all : all.filter(({ id }) => cause.jobIds?.includes(id));
  const quote = await quoteFor(manager, cause.order, all);
  const day = dayWriter(shop.formats, 'long');
  const told = jobs.map(({ snapshot }) => plainState(snapshot, day));
  return {
    customer,
    device: jobs.map(({ model }) => `${model.maker} ${model.name}`).join(', '),
    tag: jobs.map(({ tag }) => tag).join(', '),
    'how it stands': told.map(({ sentence }) => sentence).join(' '),
    'our question': told.flatMap(({ question }) => question ?? []).join(' '),
    // What is still to be chosen has no price yet.
    price: quote.open.length > 0 && quote.billed === null ? '' : amount(quote.billed ?? quote.now.total),
    due: quote.due > 0 && quote.open.length === 0 ? amount(quote.due) : '',
    bill: cause.bill,
    link: await addressOf(making, cause.orderId),
    shop: shop.name,
  };
}
