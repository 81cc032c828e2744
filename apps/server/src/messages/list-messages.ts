import type { MessageSort } from '@udrel/contract/shapes';
import type { MessageFilter, MessagesToSee, MessageView } from '@udrel/contract/types';
import type { EntityManager } from 'typeorm';
import { firstRow, rows } from '../platform/database/database';
import { escapeLike } from '../platform/database/like';
import type { Listed } from '../platform/database/listed';
import { notFound } from '../platform/errors';
import { daysBetween, stayedAway } from '@udrel/core/messages';
import type { CommandContext } from '../platform/command-context';
import { shopDay } from '../shop/calendar';
import { readRules, standInOf } from '../shop/message-rules';
import { readShop } from '../staff/people';

const JOINS = `join customer c on c.id = m.customer_id left join staff s on s.id = m.by
  join lateral (select j.tag from job j where j.order_id = m.order_id and (m.job_id is null or j.id = m.job_id)
                 order by j.number limit 1) j on true`;
const COLUMNS = `m.id, m.kind, c.id as "customerId", c.name as customer, j.tag, m.channel, m.address, m.subject, m.text, m.state,
                 m.why, m.made_at as "madeAt", m.settled_at as "settledAt", s.name as by,
                 (select count(*)::int from message_try t where t.message_id = m.id) as tries`;

/** What customers were told and are to be told, the newest first. */
export const MESSAGE_LIST: Listed<MessageFilter, MessageSort, MessageView, MessageView> = {
  from: 'message m',
  alias: 'm',
  joins: JOINS,
  joined: ['c', 's', 'j'],
  tie: { key: 'm.id', type: 'uuid' },
  sorts: { made: { key: 'm.made_at', type: 'timestamptz', usually: 'down' } },
  usual: 'made',
  columns: COLUMNS,
  conditions: ({ find, state, kind, open, tag }, value) => {
    const like = find ? value(`%${escapeLike(find)}%`) : '';
    return [
      ...(state ? [`m.state = ${value(state)}`] : []),
      ...(kind ? [`m.kind = ${value(kind)}`] : []),
      ...(tag ? [`j.tag = ${value(tag.toUpperCase())}`] : []),
      ...(open ? [`m.state in ('to look at', 'failed')`] : []),
      ...(find ? [`(c.name ilike ${like} or j.tag ilike ${like} or m.text ilike ${like})`] : []),
    ];
  },
  row: (row) => row,
  file: {
    columns: [
      'madeAt',
      'kind',
      'customer',
      'tag',
      'channel',
      'address',
      'state',
      'settledAt',
      'by',
      'why',
      'subject',
      'text',
    ],
    line: (row) => row,
  },
};

/** One of them. */
export async function viewMessage(manager: EntityManager, id: string): Promise<MessageView> {
  const row = await firstRow<MessageView>(manager, `select ${COLUMNS} from message m ${JOINS} where m.id = $1`, [id]);
  if (!row) throw notFound('This message');
  return row;
}

/** What waits for somebody: to be looked at, sent again, called about. */
export async function messagesToSee({ manager, now }: Pick<CommandContext, 'manager' | 'now'>): Promise<MessagesToSee> {
  const counted = await firstRow<{ toLookAt: number; failed: number }>(
    manager,
    `select (count(*) filter (where state = 'to look at'))::int as "toLookAt",
            (count(*) filter (where state = 'failed'))::int as failed
       from message where state in ('to look at', 'failed')`,
  );
  const declined = await rows<MessagesToSee['declined'][number]>(
    manager,
    `select o.number as "order", min(j.tag) as tag, c.name as customer
       from quote_version v join shop_order o on o.id = v.order_id join customer c on c.id = o.customer_id
       join job j on j.order_id = o.id and j.closed_at is null and j.ended_as is null
      where v.declined_at is not null
        and not exists (select 1 from quote_version l where l.order_id = o.id and (l.version > v.version or l.accepted_at > v.declined_at))
      group by o.id, c.id order by o.number limit 20`,
  );
  return {
    toLookAt: counted?.toLookAt ?? 0,
    failed: counted?.failed ?? 0,
    declined,
    stayedAway: await notFetched(manager, now),
    standIn: await standInOf(manager),
  };
}

/** What nobody came for, the longest first: it is called about, or ended as not collected. */
async function notFetched(manager: EntityManager, now: Date): Promise<MessagesToSee['stayedAway']> {
  const ready = await rows<{ tag: string; customer: string; since: Date }>(
    manager,
    `select j.tag, c.name as customer, j.ready_since as since
       from job j join shop_order o on o.id = j.order_id join customer c on c.id = o.customer_id
      where j.ready_since is not null and j.closed_at is null and j.ended_as is distinct from 'not collected'
      order by j.ready_since`,
  );
  if (ready.length === 0) return [];
  const { rules } = await readRules(manager);
  const { formats } = await readShop(manager);
  const today = shopDay(now, formats);
  return ready.flatMap(({ tag, customer, since }) => {
    const days = daysBetween(shopDay(since, formats), today);
    return stayedAway(days, rules) ? [{ tag, customer, days }] : [];
  });
}
