import { randomUUID } from 'node:crypto';
import type { BillBegun, CreditBill, IssueBill, QuoteView } from '@udrel/contract/types';
import { billNumber, creditOf, leftToCredit, sumsOf, type Bill, type Party } from '@udrel/core/bill';
import { storageFee } from '@udrel/core/messages';
import { amount as written } from '@udrel/core/money';
import type { EntityManager } from 'typeorm';
import { firstRow, rows } from '../platform/database/database';
import { fieldWrong, notFound, Refusal } from '../platform/errors';
import type { CommandContext } from '../platform/command-context';
import { daysAfter, shopDay } from '../shop/calendar';
import { readRules } from '../shop/message-rules';
import { readRates } from '../shop/rates';
import { readSeller } from '../shop/seller';
import { readShop } from '../staff/people';
import { BillEntity, type BillRecord } from './entities';
import { takePartsUsed } from './parts-used';
import { lockOrder, notedAtOrder, quoteFor } from './quotes';

/** What a bill of an order begins with: where its customer lives, else to whom they were billed last, and what the shop puts on it. */
export async function billBegun(manager: EntityManager, order: number, now: Date): Promise<BillBegun> {
  const found = await firstRow<Party & { buyer: Party | null }>(
    manager,
    `select c.name, c.street, c.postcode, c.town, c.country, c.tax_id as "taxId", (select b.bill->'buyer' from bill b join shop_order x on x.id = b.order_id
                      where x.customer_id = c.id order by b.at desc limit 1) as buyer
       from shop_order o join customer c on c.id = o.customer_id where o.number = $1`,
    [order],
  );
  if (!found) throw notFound(`The order ${order}`);
  const { seller, currency, issued } = await ofShop(manager, now);
  const { taxPercent } = await readRates(manager);
  const { buyer: before, ...known } = found;
  const theirs = { ...known, country: known.country || seller.country };
  // What is noted of them goes before what an earlier bill said, unless nothing is.
  const buyer = known.street || known.town || !before ? theirs : before;
  const storage = await storageOf(manager, order, issued);
  return { buyer, seller, currency, taxPercent, storage, due: daysAfter(issued, seller.dueDays) };
}

/** What keeping the devices of an order has cost since they could be fetched. */
async function storageOf(manager: EntityManager, order: number, today: string): Promise<BillBegun['storage']> {
  const { rules } = await readRules(manager);
  const { formats } = await readShop(manager);
  const ready = await rows<{ tag: string; since: Date }>(
    manager,
    `select j.tag, j.ready_since as since from job j join shop_order o on o.id = j.order_id
      where o.number = $1 and j.ready_since is not null order by j.number`,
    [order],
  );
  return ready.flatMap(({ tag, since }) => {
    const { days } = storageFee(shopDay(since, formats), today, rules);
    return days === 0 ? [] : [{ tag, days, each: rules.storagePerDay }];
  });
}

/** The shop as its bills name it, its money and its day. */
async function ofShop(manager: EntityManager, now: Date) {
  const [{ name, formats }, seller] = await Promise.all([readShop(manager), readSeller(manager)]);
  return {
    seller: { ...seller, name: seller.name || name },
    currency: formats.currency,
    issued: shopDay(now, formats),
  };
}

/** Bills what was done. Whatever it says is frozen; it is put right by a credit note only. */
export async function issueBill(context: CommandContext, order: number, given: IssueBill): Promise<QuoteView> {
  const { manager, now } = context;
  const { id, jobs } = await lockOrder(context, order);
  const { billed, bills, accepted, open, paid } = await quoteFor(manager, order, jobs);
  if (billed !== null) {
    const number = bills.findLast(({ kind }) => kind === 'bill')?.number ?? '';
    throw new Refusal(409, 'billed', `This order is billed: ${number}. A credit note takes it back.`);
  }
  if (open.length > 0) {
    throw new Refusal(409, 'parts-open', `Parts are not chosen yet for ${open.join(', ')}: it will cost more.`);
  }
  const { lines, reduction, buyer, note, agreed } = given;
  const strange = lines.findIndex(({ tag }) => tag !== null && !jobs.some((job) => job.tag === tag));
  if (strange >= 0) throw fieldWrong(`lines.${strange}.tag`, 'This job is not of the order.');
  examineReduction(given);
  const sums = sumsOf(lines, reduction, accepted?.total ?? null);
  if (sums.total !== given.total) {
    throw new Refusal(409, 'changed-meanwhile', `It comes to ${written(sums.total)} now. Look at it again.`);
  }
  if (accepted && sums.total > accepted.total && agreed === '') {
    throw fieldWrong('agreed', `More than the ${written(accepted.total)} that was accepted: say how it was agreed.`);
  }
  const { seller, currency, issued } = await ofShop(manager, now);
  const due = given.due ?? daysAfter(issued, seller.dueDays);
  if (due < issued) throw fieldWrong('due', 'It is due before it is issued.');
  await takePartsUsed(context, id, lines);
  const number = await nextNumber(manager, issued);
  const bill: Bill = {
    ...{ kind: 'bill', number, order, issued, due, currency, seller, buyer, lines, reduction, sums },
    prepaid: Math.min(sums.total, Math.max(0, paid)),
    note: [note, agreed && `Agreed: ${agreed}`].filter(Boolean).join('\n'),
    corrects: null,
  };
  await keep(context, id, bill, null, false);
  return notedAtOrder(context, order, jobs, { kind: 'bill issued', data: { number, total: sums.total } });
}

function examineReduction({ lines, reduction: { kind, value, reason } }: IssueBill): void {
  if (kind === 'none') return;
  if (reason === '') throw fieldWrong('reduction.reason', 'Say what for; it stands on the bill.');
  if (kind === 'per cent' && value > 100) throw fieldWrong('reduction.value', 'At most 100 per cent.');
  if (kind !== 'per cent' && !Number.isInteger(value)) throw fieldWrong('reduction.value', 'An amount such as 10.00');
  const { lines: sum } = sumsOf(lines, { kind: 'none', value: 0, reason: '' });
  if (kind === 'amount before tax' && value > sum) {
    throw fieldWrong('reduction.value', `At most the ${written(sum)} of its lines.`);
  }
  if (kind === 'fixed price' && sum === 0 && value > 0) {
    throw fieldWrong('reduction.value', 'Its lines come to nothing: no price can be made of them.');
  }
}

/** Takes back a bill or a part of it. */
export async function creditBill(
  context: CommandContext,
  order: number,
  billId: string,
  { amount, reason, follows }: CreditBill,
): Promise<QuoteView> {
  const { manager, now } = context;
  const { id, jobs } = await lockOrder(context, order);
  const issuedBefore = await rows<Pick<BillRecord, 'id' | 'corrects' | 'bill'>>(
    manager,
    'select id, corrects, bill from bill where order_id = $1 order by at',
    [id],
  );
  const billed = issuedBefore.find((one) => one.id === billId && one.bill.kind === 'bill');
  if (!billed) throw notFound('This bill');
  const earlier = issuedBefore.filter(({ corrects }) => corrects === billId).map(({ bill }) => bill);
  const left = leftToCredit(billed.bill, earlier);
  if (amount > left) throw fieldWrong('amount', `At most ${written(left)} of it was not taken back.`);
  if (follows && amount < left) throw fieldWrong('follows', 'A corrected bill takes the place of the whole of it.');
  const { seller, currency, issued } = await ofShop(manager, now);
  const number = await nextNumber(manager, issued);
  const { number: of, issued: issuedThen, buyer } = billed.bill;
  await keep(
    context,
    id,
    {
      ...{ kind: 'credit note', number, order, issued, due: issued, currency, seller, buyer },
      ...creditOf(billed.bill, earlier, amount, `Of bill ${of}: ${reason}`),
      prepaid: 0,
      note: '',
      corrects: { number: of, issued: issuedThen, reason },
    },
    billId,
    follows,
  );
  return notedAtOrder(context, order, jobs, { kind: 'bill credited', data: { number, of, amount, reason } });
}

/** The next number of the year. It is drawn with the bill, so that none is left out: another one waits until this is kept. */
async function nextNumber(manager: EntityManager, issued: string): Promise<string> {
  const year = Number(issued.slice(0, 4));
  const drawn = await firstRow<{ last: number }>(
    manager,
    `insert into bill_count (year, last) values ($1, 1)
     on conflict (year) do update set last = bill_count.last + 1 returning last`,
    [year],
  );
  return billNumber(year, drawn?.last ?? 1);
}

async function keep(
  { manager, actor, now }: CommandContext,
  orderId: string,
  bill: Bill,
  corrects: string | null,
  follows: boolean,
): Promise<void> {
  const { kind, number, issued, due, sums } = bill;
  await manager.insert(BillEntity, {
    ...{ id: randomUUID(), orderId, kind, number, issuedOn: issued, dueOn: due, total: sums.total },
    ...{ corrects, follows, bill, by: actor.id, at: now },
  });
}
