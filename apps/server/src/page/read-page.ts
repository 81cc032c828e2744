import { setUpEndpoints, urlOf } from '@udrel/contract/endpoints';
import { plainState, type PlainState } from '@udrel/core/plain';
import type { Quote } from '@udrel/core/quote';
import { tellHours } from '@udrel/core/schedule';
import type { EntityManager } from 'typeorm';
import { readJobs } from '../jobs/job-record';
import { quoteFor } from '../orders/quotes';
import { rows } from '../platform/database/database';
import { dayWriter, daysAfter, shopDay } from '../shop/calendar';
import { readRules } from '../shop/message-rules';
import { saidHours } from '../shop/hours';
import { readShop } from '../staff/people';
import type { Opened } from './links';

/** What a customer sees of their order, and nothing else. */
export interface PageView {
  shop: string;
  /** Address of the shop's picture; null where there is none. */
  logo: string | null;
  locale: string;
  jobs: (PlainState & { tag: string; device: string; promised: string | null; by: string | null; closed: boolean })[];
  /** The quote as it was put to them; null where none was. */
  quote: PageQuote | null;
  /** What is to be paid and what was, in minor units, once a bill says so. */
  bills: { id: string; title: string; total: number; due: string }[];
  payments: { id: string; amount: number; at: string }[];
  due: number;
  /** What of theirs lies here. */
  here: string[];
  /** When it can be fetched, where something is ready and the shop has said when it is open; days soon on which it is not. */
  open: { hours: string; closed: string[] } | null;
}

/** Days on which the shop is closed are told so many days ahead. */
const SOON = 21;

interface PageQuote {
  version: number;
  quote: Quote;
  state: 'open' | 'accepted' | 'declined' | 'changed';
}

/** Reads the page of an order. */
export async function readPage(manager: EntityManager, { order }: Opened, now: Date): Promise<PageView> {
  const { name: shop, formats, logo } = await readShop(manager);
  const { rules } = await readRules(manager);
  const day = dayWriter(formats, 'long');
  const jobs = await readJobs(manager, { order }, now);
  const { versions, now: quote, changed, bills, payments, due } = await quoteFor(manager, order, jobs);
  const [latest] = versions;
  const open = jobs.some(({ closedAt, snapshot }) => closedAt === null && !snapshot.end);
  const state = (): PageQuote['state'] | null => {
    if (!latest) return null;
    if (latest.acceptedAt) return 'accepted';
    if (!open) return null;
    if (changed.length > 0 || latest.quote.total !== quote.total) return 'changed';
    return latest.declinedAt ? 'declined' : 'open';
  };
  const of = state();
  const here = await rows<{ what: string }>(
    manager,
    `select case when b.number = 0 then m.maker || ' ' || m.name else b.name end as what
       from belonging b join job j on j.id = b.job_id join shop_order o on o.id = j.order_id
       join device d on d.id = j.device_id join device_model m on m.id = d.model_id
      where o.number = $1 and b.returned_at is null order by j.number, b.number`,
    [order],
  );
  const ready = jobs.some(({ readySince, closedAt }) => readySince !== null && closedAt === null);
  const hours = ready ? await saidHours(manager) : null;
  const today = shopDay(now, formats);
  const soon = daysAfter(today, SOON);
  return {
    open: hours && {
      hours: tellHours(hours.week),
      closed: hours.closed.filter((one) => one.day >= today && one.day <= soon).map((one) => day(one.day)),
    },
    shop,
    logo: logo && `${urlOf(setUpEndpoints.logo)}?${logo.digest}`,
    locale: formats.locale,
    jobs: jobs.map(({ tag, model, promisedAt, closedAt, holding, snapshot }) => ({
      ...plainState(snapshot, day),
      tag,
      device: `${model.maker} ${model.name}`,
      promised: promisedAt && closedAt === null ? day(shopDay(promisedAt, formats)) : null,
      by: rules.namesStaff ? (holding.claimed?.name ?? null) : null,
      closed: closedAt !== null,
    })),
    quote: latest && of ? { version: latest.version, quote: latest.quote, state: of } : null,
    bills: bills.map(({ id, kind, number, total, due: until }) => ({
      ...{ id, title: `${kind === 'bill' ? 'Bill' : 'Credit note'} ${number}`, total },
      due: kind === 'bill' ? day(until) : '',
    })),
    payments: payments.map(({ id, amount, at }) => ({ id, amount, at: day(shopDay(new Date(at), formats)) })),
    due: bills.length > 0 ? due : 0,
    here: here.map(({ what }) => what),
  };
}
