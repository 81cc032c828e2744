import type { Bill } from '@udrel/core/bill';
import type { PaymentWay } from '@udrel/core/quote';
import type { EntityManager } from 'typeorm';
import { firstRow } from '../platform/database/database';
import { notFound } from '../platform/errors';
import { shopDay } from '../shop/calendar';
import { readSeller } from '../shop/seller';
import { readShop } from '../staff/people';
import { addressOf, billContent, titleOf, writing } from './bill-paper';
import { inFace } from './faces';
import { INK, pdfOf } from './make-pdf';
import { readSheet } from './sheet';

/** A paper made: what its file is called, and it. */
export interface Paper {
  name: string;
  bytes: Buffer;
}

/** A bill or credit note as it was issued; not found where there is none. */
export async function issuedBill(manager: EntityManager, id: string): Promise<Bill> {
  const found = await firstRow<{ bill: Bill }>(manager, 'select bill from bill where id = $1', [id]);
  if (!found) throw notFound('This bill');
  return found.bill;
}

/** A bill or credit note, to be printed. */
export async function billPaper(manager: EntityManager, id: string): Promise<Paper> {
  const bill = await issuedBill(manager, id);
  const { formats } = await readShop(manager);
  const title = titleOf(bill);
  const bytes = await pdfOf(`${title}, ${bill.seller.name}`, billContent(bill, formats), await readSheet(manager));
  return { name: `${title}.pdf`, bytes };
}

interface Paid {
  amount: number;
  how: PaymentWay;
  at: Date;
  by: string;
  reason: string;
  order: number;
  customer: string;
  /** Which payment of its order it is, from 1. */
  nth: number;
  /** Numbers of the bills that had been issued. */
  bills: string[];
}

/** A receipt for money that was taken, or given back. */
export async function receiptOf(manager: EntityManager, id: string): Promise<Paper> {
  const paid = await firstRow<Paid>(
    manager,
    `select p.amount, p.how, p.at, s.name as by, p.reason, o.number as "order", c.name as customer,
            (select count(*)::int from payment q where q.order_id = p.order_id and (q.at, q.id) <= (p.at, p.id)) as nth,
            array(select b.number from bill b where b.order_id = p.order_id and b.kind = 'bill' and b.at <= p.at order by b.at)
              as bills
       from payment p join shop_order o on o.id = p.order_id join customer c on c.id = o.customer_id
       join staff s on s.id = p.by where p.id = $1`,
    [id],
  );
  if (!paid) throw notFound('This payment');
  const { formats, name } = await readShop(manager);
  const seller = await readSeller(manager);
  const { money, day } = writing(formats, formats.currency);
  const title = `Receipt ${paid.order}-${paid.nth}`;
  const back = paid.amount < 0;
  const rows: [string, string][] = [
    [back ? 'given back' : 'received', money(Math.abs(paid.amount))],
    ['how', paid.how],
    ['on', day(shopDay(paid.at, formats))],
    [back ? 'to' : 'from', paid.customer],
    ['for', [`order ${paid.order}`, ...paid.bills.map((number) => `bill ${number}`)].join(', ')],
    ...(paid.reason ? [['why', paid.reason] as [string, string]] : []),
    ['by', paid.by],
  ];
  const bytes = await pdfOf(
    `${title}, ${seller.name || name}`,
    [
      { stack: addressOf({ ...seller, name: seller.name || name }).map((line) => ({ text: inFace(line) })) },
      { text: inFace(title), fontSize: 16, bold: true, margin: [0, 24, 0, 10] },
      {
        table: {
          widths: [80, '*'],
          body: rows.map(([what, text]) => [
            { text: inFace(what), color: INK.second },
            { text: inFace(text), bold: what === rows[0]?.[0] },
          ]),
        },
        layout: 'noBorders',
      },
      ...(seller.taxId
        ? [
            {
              text: inFace(`Number for tax: ${seller.taxId}`),
              margin: [0, 20, 0, 0] as [number, number, number, number],
            },
          ]
        : []),
    ],
    await readSheet(manager),
  );
  return { name: `${title}.pdf`, bytes };
}
