import type { ShopFormats } from '@udrel/contract/types';
import type { Bill, BillLine, Party } from '@udrel/core/bill';
import type { Content, ContentText } from 'pdfmake/interfaces';
import { dayWriter } from '../shop/calendar';
import { inFace } from './faces';
import { INK } from './make-pdf';

type Formats = Pick<ShopFormats, 'locale'>;

/** How amounts and days are written on a paper: in the currency that it was issued in. */
export function writing({ locale }: Formats, currency: string) {
  const decimals = { minimumFractionDigits: 2, maximumFractionDigits: 2 };
  const figures = new Intl.NumberFormat(locale, currency ? { style: 'currency', currency, ...decimals } : decimals);
  return {
    money: (minor: number) => figures.format(minor / 100),
    day: dayWriter({ locale }, 'medium'),
  };
}

/** Papers are in English: so are the names of countries on them. */
const countries = new Intl.DisplayNames('en', { type: 'region' });

/** Where somebody is found, line by line, as far as it is known. */
export function addressOf({ name, street, postcode, town, country }: Party): string[] {
  const named = country && (countries.of(country) ?? country);
  return [name, street, [postcode, town].filter(Boolean).join(' '), named].filter((line) => line !== '');
}

/** Figures, words and headings as they stand on every paper of the shop's money. */
export const figure = (text: string, more: Partial<ContentText> = {}): ContentText => ({
  text: inFace(text, 'Figures'),
  alignment: 'right',
  noWrap: true,
  fontSize: 9,
  ...more,
});
export const words = (text: string, more: Partial<ContentText> = {}): ContentText => ({ text: inFace(text), ...more });
export const heading = (text: string, more: Partial<ContentText> = {}): ContentText => ({
  text: inFace(text),
  color: INK.second,
  fontSize: 8.5,
  ...more,
});

/** Hairlines between rows, none at the sides. */
export const LINED = {
  hLineWidth: () => 0.5,
  vLineWidth: () => 0,
  hLineColor: () => INK.line,
  paddingLeft: (column: number) => (column === 0 ? 0 : 12),
  paddingRight: () => 0,
  paddingTop: () => 4,
  paddingBottom: () => 3,
};

/** What a bill or credit note is called at its head. */
export const titleOf = ({ kind, number }: Pick<Bill, 'kind' | 'number'>): string =>
  `${kind === 'bill' ? 'Bill' : 'Credit note'} ${number}`;

/** A bill or credit note as it was issued. */
export function billContent(bill: Bill, formats: Formats): Content[] {
  const { seller, buyer, lines, sums, reduction, prepaid, corrects } = bill;
  const { money, day } = writing(formats, bill.currency);
  const due = sums.total - prepaid;
  const toPay = bill.kind === 'bill';
  return [
    {
      columns: [
        { stack: addressOf(seller).map((line, at) => words(line, at === 0 ? { bold: true, fontSize: 13 } : {})) },
        {
          width: 200,
          table: {
            widths: ['*', 'auto'],
            body: [
              [heading('issued'), words(day(bill.issued), { alignment: 'right' })],
              ...(toPay ? [[heading('to be paid until'), words(day(bill.due), { alignment: 'right' })]] : []),
              [heading('order'), figure(String(bill.order))],
            ],
          },
          layout: 'noBorders',
        },
      ],
    },
    { stack: addressOf(buyer).map((line) => words(line)), margin: [0, 22, 0, 0] },
    ...(buyer.taxId ? [words(`Number for tax: ${buyer.taxId}`, { color: INK.second })] : []),
    { text: inFace(titleOf(bill)), fontSize: 16, bold: true, margin: [0, 22, 0, 4] },
    ...(corrects
      ? [
          {
            text: inFace(`To bill ${corrects.number} of ${day(corrects.issued)}: ${corrects.reason}`),
            margin: [0, 0, 0, 6],
          } as Content,
        ]
      : []),
    {
      table: {
        headerRows: 1,
        dontBreakRows: true,
        widths: ['*', 'auto', 'auto', 'auto', 'auto'],
        body: [
          [
            heading('What'),
            heading('Count', { alignment: 'right' }),
            heading('Each', { alignment: 'right' }),
            heading('Tax', { alignment: 'right' }),
            heading('Before tax', { alignment: 'right' }),
          ],
          ...lines.map((line, at) => rowOf(line, sums.amounts[at] ?? 0, money)),
        ],
      },
      layout: LINED,
      margin: [0, 6, 0, 10],
    },
    {
      columns: [
        { text: '', width: '*' },
        {
          width: 270,
          table: {
            widths: ['*', 'auto'],
            body: [
              ...(sums.reduction === 0
                ? []
                : [
                    [words('Lines'), figure(money(sums.lines))],
                    [words(reduction.reason || 'Price agreed'), figure(money(sums.reduction))],
                  ]),
              [words('Before tax'), figure(money(sums.net))],
              ...sums.shares.map(({ percent, base, tax }) => [
                words(percent === 0 ? `No tax on ${money(base)}` : `Tax, ${percent} % of ${money(base)}`),
                figure(money(tax)),
              ]),
              ...(sums.rounding === 0 ? [] : [[words('Rounding to the price agreed'), figure(money(sums.rounding))]]),
              [
                words(toPay ? 'Total' : 'Credited', { bold: true }),
                figure(money(sums.total), { bold: true, fontSize: 10.5 }),
              ],
              ...(prepaid === 0
                ? []
                : [
                    [words('Paid before'), figure(money(-prepaid))],
                    [words('To pay', { bold: true }), figure(money(due), { bold: true, fontSize: 10.5 })],
                  ]),
            ],
          },
          layout: LINED,
          unbreakable: true,
        },
      ],
    },
    ...endOf(bill, due, day),
  ];
}

function rowOf({ what, count, unit, each, taxPercent }: BillLine, amount: number, money: (minor: number) => string) {
  return [
    words(what),
    figure(unit === 'minute' ? `${count} min` : String(count)),
    figure(unit === 'minute' ? `${money(each)} / h` : money(each)),
    figure(`${taxPercent} %`),
    figure(money(amount)),
  ];
}

/** How it is paid, why nothing is taxed, what was noted, and who the shop is to the authorities. */
function endOf({ kind, seller, note, due: until, sums }: Bill, due: number, day: (day: string) => string): Content[] {
  const said = [
    ...note.split('\n').filter((line) => line !== ''),
    ...(seller.exemption && sums.shares.some(({ percent }) => percent === 0) ? [seller.exemption] : []),
    ...(kind === 'bill' && due > 0 && seller.iban ? [`By transfer to ${seller.iban} until ${day(until)}.`] : []),
    ...(kind === 'bill' && due <= 0 ? ['Paid. Thank you.'] : []),
  ];
  const known = [
    ...(seller.taxId ? [`Number for tax: ${seller.taxId}`] : []),
    ...(seller.registration ? [seller.registration] : []),
  ];
  return [
    ...said.map((line, at): Content => ({ text: inFace(line), margin: [0, at === 0 ? 14 : 3, 0, 0] })),
    ...known.map((line): Content => ({ text: inFace(line), color: INK.second, margin: [0, 10, 0, 0], fontSize: 9 })),
  ];
}
