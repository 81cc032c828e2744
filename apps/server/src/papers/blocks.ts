import type { Content } from 'pdfmake/interfaces';
import { LINED } from './bill-paper';
import { inFace } from './faces';
import { INK } from './make-pdf';

/** How a paper begins: whose it is and when, what it is, and what it is about. */
export function titleBlock(shop: string, when: string, title: string, about: string): Content[] {
  return [
    {
      columns: [
        { text: inFace(shop), bold: true, fontSize: 13 },
        { text: inFace(when), alignment: 'right', color: INK.second },
      ],
    },
    { text: inFace(title), fontSize: 16, bold: true, margin: [0, 18, 0, 2] },
    { text: inFace(about), color: INK.second, margin: [0, 0, 0, 8] },
  ];
}

/** What is told line by line, each by its name. */
export function rowsBlock(rows: readonly { name: string; value: string | string[] }[]): Content {
  return {
    table: {
      widths: [120, '*'],
      dontBreakRows: true,
      body: rows.map(({ name, value }) => [
        { text: inFace(name), color: INK.second },
        Array.isArray(value) ? { ul: value.map((one) => ({ text: inFace(one) })) } : { text: inFace(value) },
      ]),
    },
    layout: LINED,
    margin: [0, 8, 0, 8],
  };
}
