import { randomUUID } from 'node:crypto';
import type { JobEvent } from '@udrel/contract/events';
import type {
  AcceptQuote,
  BillView,
  PaymentView,
  QuoteVersionView,
  QuoteView,
  WriteQuote,
} from '@udrel/contract/types';
import type { QuoteAcceptance } from '@udrel/core/facts';
import { billedOf, brokenRules, leftToCredit } from '@udrel/core/bill';
import { changedSince, duesOf, quoteOf, type Quote } from '@udrel/core/quote';
import { partsKnown } from '@udrel/core/steps';
import type { EntityManager } from 'typeorm';
import { withFacts } from '../jobs/job-after';
import { noteAtJob, writeEvents } from '../jobs/change-job';
import { keepFact } from '../facts/record-fact';
import { lockJobs } from '../jobs/lock-jobs';
import { readJobs, type JobRecord } from '../jobs/job-record';
import { firstRow, rows } from '../platform/database/database';
import { notFound, Refusal } from '../platform/errors';
import type { CommandContext } from '../platform/command-context';
import { QuoteVersion, type BillRecord } from './entities';

/** The quote of an order as it stands now, its versions newest first, and what was paid. */
export async function viewQuote(manager: EntityManager, order: number, now: Date): Promise<QuoteView> {
  return quoteFor(manager, order, await jobsOf(manager, order, now));
}

/** The same of jobs that were read already. */
export async function quoteFor(manager: EntityManager, order: number, jobs: readonly JobRecord[]): Promise<QuoteView> {
  const quote = quoteNow(jobs);
  const versions = await rows<QuoteVersionView>(
    manager,
    `select v.version, v.quote, s.name as by, v.at, v.accepted_at as "acceptedAt", v.declined_at as "declinedAt", v.accepted_how as "acceptedHow",
            a.name as "acceptedBy", v.note
       from quote_version v join shop_order o on o.id = v.order_id join staff s on s.id = v.by
       left join staff a on a.id = v.accepted_by
      where o.number = $1 order by v.version desc`,
    [order],
  );
  const payments = await rows<PaymentView>(
    manager,
    `select p.id, p.amount, p.how, s.name as by, p.at, p.corrects, p.reason,
            (p.amount + coalesce((select sum(c.amount) from payment c where c.corrects = p.id and c.amount < 0), 0))::int as left
       from payment p join shop_order o on o.id = p.order_id join staff s on s.id = p.by
      where o.number = $1 order by p.at, p.corrects is not null, p.amount, p.id`,
    [order],
  );
  const bills = await billsOf(manager, order);
  const billed = billedOf(bills);
  const [latest] = versions;
  const changed = latest ? changedSince(latest.quote, quote) : [];
  const open = jobs.filter(({ snapshot }) => !snapshot.end && !partsKnown(snapshot)).map(({ tag }) => tag);
  return {
    order,
    now: quote,
    open,
    versions,
    changed,
    payments,
    accepted: acceptedOf(jobs),
    bills,
    billed,
    ...duesOf(billed ?? quote.total, payments),
  };
}

/** Bills and credit notes of an order, oldest first. */
async function billsOf(manager: EntityManager, order: number): Promise<BillView[]> {
  const found = await rows<Pick<BillRecord, 'id' | 'corrects' | 'follows' | 'bill'> & { by: string }>(
    manager,
    `select b.id, b.corrects, b.follows, b.bill, s.name as by
       from bill b join shop_order o on o.id = b.order_id join staff s on s.id = b.by
      where o.number = $1 order by b.at, b.number`,
    [order],
  );
  return found.map(({ bill, ...row }) => {
    const { kind, number, issued, due, sums } = bill;
    const back = found.filter(({ corrects }) => corrects === row.id).map((one) => one.bill);
    return {
      ...{ ...row, kind, number, issued, due, total: sums.total },
      reason: bill.corrects?.reason ?? '',
      left: kind === 'bill' ? leftToCredit(bill, back) : 0,
      broken: brokenRules(bill).map(({ sentence }) => sentence),
    };
  });
}

/** What was accepted for all jobs that are done for money; null while one of them was not. */
function acceptedOf(jobs: readonly JobRecord[]): QuoteView['accepted'] {
  const shares = jobs.filter(({ snapshot }) => !snapshot.end).map(({ snapshot }) => snapshot.facts['quote accepted']);
  const known = shares.filter((share) => share !== undefined);
  if (known.length === 0 || known.length < shares.length) return null;
  return {
    version: Math.max(...known.map(({ version }) => version)),
    total: known.reduce((sum, { total }) => sum + total, 0),
  };
}

async function jobsOf(manager: EntityManager, order: number, now: Date): Promise<JobRecord[]> {
  const jobs = await readJobs(manager, { order }, now);
  if (jobs.length === 0) throw notFound(`The order ${order}`);
  return jobs;
}

function quoteNow(jobs: readonly JobRecord[]): Quote {
  const rates = jobs[0]?.snapshot.rates ?? { hourly: 0, taxPercent: 0 };
  return quoteOf(
    jobs.map(({ tag, model, serial, snapshot }) => {
      return { tag, device: `${model.maker} ${model.name}, ${serial}`, snapshot };
    }),
    rates,
  );
}

/** Freezes the quote as it stands now as its next version. */
export async function writeQuote(context: CommandContext, order: number, { total }: WriteQuote): Promise<QuoteView> {
  const { id, jobs } = await lockOpenOrder(context, order);
  const { version } = await nextVersion(context, id, asSeen(jobs, total));
  const [first] = jobs;
  if (first && !first.closedAt) {
    await writeEvents(context, first, [{ kind: 'quote written', data: { version, total } }], first);
  }
  return quoteFor(context.manager, order, jobs);
}

/**
 * The customer agrees to the quote as it stands now: its latest version where that says the same, else a new one.
 * Each open job of the order keeps its share, so that what changes later shows. `put`: the version that they saw; refused where
 * that is not the latest any more.
 */
export async function acceptQuote(
  context: CommandContext,
  order: number,
  { total, how, note }: Omit<AcceptQuote, 'how'> & { how: QuoteAcceptance },
  put?: number,
): Promise<QuoteView> {
  const { manager, actor, now } = context;
  const { id, jobs } = await lockOpenOrder(context, order);
  const quote = asSeen(jobs, total);
  const latest = await firstRow<{ id: string; version: number; quote: Quote }>(
    manager,
    'select id, version, quote from quote_version where order_id = $1 order by version desc limit 1',
    [id],
  );
  if (put !== undefined && put !== latest?.version) throw OTHER_QUOTE();
  const told =
    latest && changedSince(latest.quote, quote).length === 0 ? latest : await nextVersion(context, id, quote);
  await manager.update(
    QuoteVersion,
    { id: told.id },
    { acceptedAt: now, acceptedHow: how, acceptedBy: actor.id, note, declinedAt: null },
  );
  const after: JobRecord[] = [];
  for (const job of jobs) {
    if (job.closedAt) {
      after.push(job);
      continue;
    }
    const share = quote.jobs.find(({ tag }) => tag === job.tag)?.total ?? 0;
    const value = { version: told.version, total: share, how, note };
    const { fact } = await keepFact(context, job, 'quote accepted', value, how);
    const agreed = withFacts(job, [fact], now);
    const event = { kind: 'quote accepted' as const, data: { version: told.version, total, how } };
    await writeEvents(context, job, [event], agreed);
    after.push(agreed);
  }
  return quoteFor(manager, order, after);
}

/** The customer says no to the quote as it was put to them. What becomes of the work then is talked over with them. */
export async function declineQuote(
  context: CommandContext,
  order: number,
  version: number,
  note: string,
): Promise<QuoteView> {
  const { manager, now } = context;
  const { id, jobs } = await lockOpenOrder(context, order);
  const latest = await firstRow<{ id: string; version: number; acceptedAt: Date | null }>(
    manager,
    `select id, version, accepted_at as "acceptedAt" from quote_version where order_id = $1 order by version desc limit 1`,
    [id],
  );
  if (latest?.version !== version || latest.acceptedAt) throw OTHER_QUOTE();
  await manager.update(QuoteVersion, { id: latest.id }, { declinedAt: now, note });
  return notedAtOrder(context, order, jobs, { kind: 'quote declined', data: { version } });
}

const OTHER_QUOTE = () =>
  new Refusal(409, 'changed-meanwhile', 'The quote changed meanwhile. Look at it as it stands now.');

/** The order under its lock, with its jobs. */
export async function lockOrder(
  { manager, now }: CommandContext,
  order: number,
): Promise<{ id: string; jobs: JobRecord[] }> {
  await lockJobs(manager, { order });
  const found = await firstRow<{ id: string }>(manager, 'select id from shop_order where number = $1', [order]);
  if (!found) throw notFound(`The order ${order}`);
  return { id: found.id, jobs: await jobsOf(manager, order, now) };
}

/** Money changes no step of a job: it is noted at the first of the order, closed or not. Answers what stands then. */
export async function notedAtOrder(
  context: CommandContext,
  order: number,
  jobs: readonly JobRecord[],
  event: JobEvent,
): Promise<QuoteView> {
  const [first] = jobs;
  if (first) await noteAtJob(context, first, [event]);
  return quoteFor(context.manager, order, jobs);
}

/** The same for what changes the work: refused once every job is closed. */
async function lockOpenOrder(context: CommandContext, order: number): Promise<{ id: string; jobs: JobRecord[] }> {
  const locked = await lockOrder(context, order);
  if (locked.jobs.every((job) => job.closedAt)) {
    throw new Refusal(409, 'job-closed', 'Every job of this order is closed.');
  }
  return locked;
}

/** The quote as it stands now, refused when it is not what was on the screen. */
function asSeen(jobs: readonly JobRecord[], total: number): Quote {
  const quote = quoteNow(jobs);
  if (quote.total !== total) {
    throw new Refusal(409, 'changed-meanwhile', 'The quote changed meanwhile. Look at it as it stands now.');
  }
  return quote;
}

async function nextVersion(
  { manager, actor, now }: CommandContext,
  orderId: string,
  quote: Quote,
): Promise<{ id: string; version: number }> {
  const last = await firstRow<{ version: number }>(
    manager,
    'select coalesce(max(version), 0)::int as version from quote_version where order_id = $1',
    [orderId],
  );
  const row = { id: randomUUID(), version: (last?.version ?? 0) + 1 };
  await manager.insert(QuoteVersion, { ...row, orderId, quote, by: actor.id, at: now });
  return row;
}
