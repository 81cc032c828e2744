import type { StaySort } from '@udrel/contract/shapes';
import type { StayFilter, StayPage, StayView } from '@udrel/contract/types';
import type { EntityManager } from 'typeorm';
import { firstRow } from '../platform/database/database';
import { escapeLike } from '../platform/database/like';
import { listPage, type Listed } from '../platform/database/listed';
import { notFound } from '../platform/errors';
import type { CommandContext } from '../platform/command-context';
import { todayIn } from '../shop/today';

/** The filter with the day that it is in the shop, after which something is due. */
export type StaysAsked = StayFilter & { today: string };

const JOINS = `join job j on j.id = g.job_id join shop_order o on o.id = j.order_id join customer c on c.id = o.customer_id
               left join place p on p.id = g.place_id`;

const COLUMNS = `g.id, j.tag, g.number, j.tag || '-' || g.number as label, g.name, g.serial, coalesce(p.code, '') as place,
                 g.stay, g.kept_until as until, g.consent, g.missing_since as "missingSince", j.closed_at is null as open,
                 case when g.returned_at is null then null else coalesce(g.gone_as, 'returned') end as gone,
                 g.returned_at as "goneAt", c.id as "customerId", c.name as customer, c.phone`;

/** What lies here after its job: it was to stay, or the job is over. */
const AFTER = '(g.stay is not null or j.closed_at is not null)';

/** What stays with us, what is due first. */
export const STAY_LIST: Listed<StaysAsked, StaySort, StayView, StayView> = {
  from: 'belonging g',
  alias: 'g',
  joins: JOINS,
  joined: ['j', 'o', 'c', 'p'],
  tie: { key: 'g.id', type: 'uuid' },
  sorts: {
    until: { key: `coalesce(g.kept_until, '9999')`, type: 'text' },
    place: { key: `coalesce(p.code, '')`, type: 'text' },
    customer: { key: 'lower(c.name)', type: 'text' },
    label: { key: 'j.number', type: 'int', usually: 'down' },
  },
  usual: 'until',
  columns: COLUMNS,
  conditions: ({ find, state, today }, value) => {
    const like = find ? value(`%${escapeLike(find)}%`) : '';
    return [
      state === 'gone' ? `g.returned_at is not null and ${AFTER}` : 'g.returned_at is null',
      ...(state === 'with open jobs' ? [`not ${AFTER}`] : state === 'gone' ? [] : [AFTER]),
      ...(state === 'due' ? [`g.kept_until < ${value(today)}`] : []),
      ...(state === 'missing' ? ['g.missing_since is not null'] : []),
      ...(find
        ? [
            `(g.name ilike ${like} or g.serial ilike ${like} or c.name ilike ${like} or p.code ilike ${like}
              or j.tag || '-' || g.number ilike ${like})`,
          ]
        : []),
    ];
  },
  row: (row) => row,
  file: {
    columns: [
      'label',
      'name',
      'serial',
      'stay',
      'place',
      'until',
      'customer',
      'phone',
      'missingSince',
      'gone',
      'goneAt',
    ],
    line: (row) => row,
  },
};

/** One of them. */
export async function viewStay(manager: EntityManager, id: string): Promise<StayView> {
  const row = await firstRow<StayView>(manager, `select ${COLUMNS} from belonging g ${JOINS} where g.id = $1`, [id]);
  if (!row) throw notFound('This thing');
  return row;
}

/** The first page of what stays after its job. */
export async function listStays({ manager, now }: Pick<CommandContext, 'manager' | 'now'>): Promise<StayPage> {
  return listPage(manager, STAY_LIST, { today: await todayIn(manager, now) }, now);
}
