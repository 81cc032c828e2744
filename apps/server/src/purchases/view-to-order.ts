import type { PurchaseView, ToOrderLine, ToOrderView, WaitingJob } from '@udrel/contract/types';
import type { EntityManager } from 'typeorm';
import { rows } from '../platform/database/database';
import { shopDay } from '../shop/calendar';
import { readShop } from '../staff/people';

interface StoredNeed extends WaitingJob {
  purchaseId: string | null;
  partId: string;
  supplier: string;
}

interface StoredPart extends Omit<ToOrderLine, 'jobs'> {
  supplier: string;
}

const PART = `p.id as "partId", p.maker || ' ' || p.name as name, p.part_number as "partNumber", p.serialised, p.price`;

/** What jobs wait for: wanted of a supplier, or on its way from one. */
const NEEDS = `
  select q.id as "order", q.purchase_id as "purchaseId", q.part_id as "partId", q.supplier, j.tag, c.name as customer, q.count,
         q.ordered_at as since, j.promised_at as "promisedAt"
    from part_order q join job j on j.id = q.job_id join shop_order o on o.id = j.order_id join customer c on c.id = o.customer_id
   where q.state = 'ordered' order by j.promised_at nulls last, j.number`;

/** Parts that the shelf is short of by its levels, counting what is on its way for it, with who was asked for them last. */
const LEVELS = `
  with free as (
    select p.id, coalesce((select sum(quantity) from stock where part_id = p.id), 0)
               - coalesce((select sum(r.quantity) from reservation r join stock s on s.id = r.stock_id where s.part_id = p.id), 0) as free,
           coalesce((select sum(count - came) from purchase_line where part_id = p.id and came < count), 0) as coming
      from part p where p.reorder_level is not null)
  select ${PART}, f.free::int as free, p.reorder_level as level, (p.reorder_level - f.free - f.coming)::int as short,
         coalesce((select u.supplier from purchase u join purchase_line l on l.purchase_id = u.id
                    where l.part_id = p.id order by u.ordered_at desc limit 1),
                  (select q.supplier from part_order q where q.part_id = p.id order by q.ordered_at desc limit 1), '') as supplier
    from part p join free f on f.id = p.id
   where p.reorder_level > f.free + f.coming order by p.maker, p.name limit 1000`;

const PARTS = `select ${PART} from part p where p.id = any ($1)`;

/** Orders at suppliers of which something is still to come. */
const OPEN = `
  select u.id, u.number, u.supplier, u.ordered_at as "orderedAt", u.expected,
         coalesce((select json_agg(json_build_object('partId', l.part_id, 'count', l.count, 'came', l.came))
                     from purchase_line l where l.purchase_id = u.id), '[]') as lines
    from purchase u
   where exists (select 1 from purchase_line l where l.purchase_id = u.id and l.came < l.count)
      or exists (select 1 from part_order q where q.purchase_id = u.id and q.state = 'ordered')
   order by u.expected, u.number`;

interface StoredPurchase extends Omit<PurchaseView, 'lines' | 'lateDays' | 'orderedAt'> {
  orderedAt: Date;
  lines: { partId: string; count: number; came: number }[];
}

const MS_A_DAY = 86_400_000;

/** Everything that is to be ordered, by supplier, and what is on its way. */
export async function viewToOrder(manager: EntityManager, now: Date): Promise<ToOrderView> {
  const needs = await rows<StoredNeed>(manager, NEEDS);
  const levels = await rows<StoredPart>(manager, LEVELS);
  const open = await rows<StoredPurchase>(manager, OPEN);
  const ids = [...needs, ...open.flatMap(({ lines }) => lines)].map(({ partId }) => partId);
  const parts = new Map(
    (await rows<Omit<StoredPart, 'supplier'>>(manager, PARTS, [[...new Set(ids)]])).map((part) => [part.partId, part]),
  );
  const { formats } = await readShop(manager);
  const today = Date.parse(shopDay(now, formats));
  return {
    suppliers: bySupplier(
      needs.filter(({ purchaseId }) => purchaseId === null),
      levels,
      parts,
    ),
    purchases: open.map(({ lines, orderedAt, ...purchase }) => ({
      ...purchase,
      orderedAt: orderedAt.toISOString(),
      lateDays: Math.max(0, Math.round((today - Date.parse(purchase.expected)) / MS_A_DAY)),
      lines: linesOf(
        lines,
        needs.filter(({ purchaseId }) => purchaseId === purchase.id),
        parts,
      ),
    })),
  };
}

type Parts = ReadonlyMap<string, Omit<StoredPart, 'supplier'>>;

const waiting = ({ order, tag, customer, count, since, promisedAt }: StoredNeed): WaitingJob => ({
  ...{ order, tag, customer, count, since, promisedAt },
});

function bySupplier(
  needs: readonly StoredNeed[],
  levels: readonly StoredPart[],
  parts: Parts,
): ToOrderView['suppliers'] {
  const lines = new Map<string, Map<string, ToOrderLine>>();
  const lineOf = (supplier: string, part: Omit<ToOrderLine, 'jobs'>) => {
    const own = lines.get(supplier) ?? new Map<string, ToOrderLine>();
    lines.set(supplier, own);
    const line = own.get(part.partId) ?? { ...part, jobs: [] };
    own.set(part.partId, line);
    return line;
  };
  for (const { supplier, ...part } of levels) lineOf(supplier, part);
  for (const need of needs) {
    const part = parts.get(need.partId);
    if (part) lineOf(need.supplier, { ...part, short: 0, free: 0, level: null }).jobs.push(waiting(need));
  }
  return [...lines]
    .sort(([one], [other]) => Number(one === '') - Number(other === '') || one.localeCompare(other))
    .map(([supplier, own]) => ({ supplier, lines: [...own.values()] }));
}

function linesOf(
  lines: readonly { partId: string; count: number; came: number }[],
  needs: readonly StoredNeed[],
  parts: Parts,
): PurchaseView['lines'] {
  const ids = new Set([...lines, ...needs].map(({ partId }) => partId));
  return [...ids].flatMap((partId) => {
    const part = parts.get(partId);
    if (!part) return [];
    const own = lines.find((line) => line.partId === partId);
    const { name, partNumber, serialised, price } = part;
    const jobs = needs.filter((need) => need.partId === partId).map(waiting);
    return [{ partId, name, partNumber, serialised, price, jobs, count: own?.count ?? 0, came: own?.came ?? 0 }];
  });
}
