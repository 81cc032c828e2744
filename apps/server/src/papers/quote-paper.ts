import type { Party } from '@udrel/core/bill';
import type { Quote } from '@udrel/core/quote';
import type { PriceLine } from '@udrel/core/steps';
import type { Content } from 'pdfmake/interfaces';
import type { EntityManager } from 'typeorm';
import { firstRow } from '../platform/database/database';
import { notFound } from '../platform/errors';
import { dayWriter, shopDay } from '../shop/calendar';
import { readSeller } from '../shop/seller';
import { readShop } from '../staff/people';
import { addressOf, figure, heading, LINED, words, writing } from './bill-paper';
import { inFace } from './faces';
import { INK, pdfOf } from './make-pdf';
import type { Paper } from './papers';
import { readSheet } from './sheet';

interface Put {
  quote: Quote;
  at: Date;
  acceptedAt: Date | null;
  acceptedHow: string | null;
  note: string;
  buyer: Party;
}

/** A version of the quote of an order as it was put to the customer; not found where there is none. */
export async function quotePaper(manager: EntityManager, order: number, version: number): Promise<Paper> {
  const put = await firstRow<Put>(
    manager,
    `select v.quote, v.at, v.accepted_at as "acceptedAt", v.accepted_how as "acceptedHow", v.note,
            json_build_object('name', c.name, 'street', c.street, 'postcode', c.postcode, 'town', c.town,
                              'country', c.country, 'taxId', c.tax_id) as buyer
       from quote_version v join shop_order o on o.id = v.order_id join customer c on c.id = o.customer_id
      where o.number = $1 and v.version = $2`,
    [order, version],
  );
  if (!put) throw notFound('This quote');
  const { name: shop, formats } = await readShop(manager);
  const seller = await readSeller(manager);
  const day = dayWriter(formats, 'long');
  const { money } = writing(formats, formats.currency);
  const { quote, at, acceptedAt, acceptedHow, note, buyer } = put;
  const title = `Quote ${version} for order ${order}`;
  const right = (text: string) => heading(text, { alignment: 'right' });
  const content: Content[] = [
    {
      columns: [
        {
          stack: addressOf({ ...seller, name: seller.name || shop }).map((line, n) =>
            words(line, n === 0 ? { bold: true, fontSize: 13 } : {}),
          ),
        },
        { text: inFace(day(shopDay(at, formats))), alignment: 'right', color: INK.second },
      ],
    },
    { stack: addressOf(buyer).map((line) => words(line)), margin: [0, 22, 0, 0] },
    { text: inFace(title), fontSize: 16, bold: true, margin: [0, 22, 0, 4] },
    ...quote.jobs.flatMap(({ tag, device, lines }): Content[] => [
      words(`${tag}, ${device}`, { bold: true, margin: [0, 10, 0, 2] }),
      {
        table: {
          headerRows: 1,
          dontBreakRows: true,
          widths: ['*', 'auto', 'auto', 'auto'],
          body: [
            [heading('What'), right('Count'), right('Each'), right('Before tax')],
            ...lines.map((line) => rowOf(line, money)),
          ],
        },
        layout: LINED,
      },
    ]),
    {
      columns: [
        { text: '', width: '*' },
        {
          width: 270,
          margin: [0, 10, 0, 0],
          unbreakable: true,
          layout: LINED,
          table: {
            widths: ['*', 'auto'],
            body: [
              [words('Before tax'), figure(money(quote.net))],
              [words(`Tax, ${quote.taxPercent} %`), figure(money(quote.tax))],
              [
                words('In all, tax included', { bold: true }),
                figure(money(quote.total), { bold: true, fontSize: 10.5 }),
              ],
            ],
          },
        },
      ],
    },
    words(
      acceptedAt
        ? `Accepted ${acceptedHow ?? ''} ${day(shopDay(acceptedAt, formats))}${note ? `, ${note}` : ''}.`
        : 'Not accepted yet.',
      { margin: [0, 14, 0, 0] },
    ),
  ];
  return { name: `${title}.pdf`, bytes: await pdfOf(`${title}, ${shop}`, content, await readSheet(manager)) };
}

function rowOf({ kind, what, count, each, amount }: PriceLine, money: (minor: number) => string) {
  return [
    words(what),
    figure(kind === 'work' ? `${count} min` : String(count)),
    figure(kind === 'work' ? `${money(each)} / h` : money(each)),
    figure(money(amount)),
  ];
}
