import type { ShopFormats } from '@udrel/contract/types';
import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces';
import { FONTS, inFace } from './faces';

/** Ink and its second shade, and hairlines: as on the screens. */
export const INK = { first: '#14312f', second: '#4b605d', line: '#d9d3c5' } as const;

/** How large a label is: what label printers take, in points of 1/72 inch (72 mm by 40 mm). */
const LABEL = { width: (72 / 25.4) * 72, height: (40 / 25.4) * 72 };
const STYLE = { font: 'Text', fontSize: 10, color: INK.first, lineHeight: 1.15 };

/**
 * A paper as PDF, in our faces, at the size of the shop's sheets; each page says what it is of and which one it is.
 * Nothing is fetched for it: it reads our faces and no other file.
 */
export function pdfOf(title: string, content: Content[], { paper }: Pick<ShopFormats, 'paper'>): Promise<Buffer> {
  return made({
    info: { title },
    pageSize: paper === 'A4' ? 'A4' : 'LETTER',
    pageMargins: [48, 48, 48, 56],
    defaultStyle: STYLE,
    content,
    footer: (page, pages) => ({
      margin: [48, 16, 48, 0],
      columns: [
        { text: inFace(title), fontSize: 8, color: INK.second },
        { text: inFace(`${page} of ${pages}`), fontSize: 8, color: INK.second, alignment: 'right' },
      ],
    }),
  });
}

/** Labels as PDF, a page each. */
export function labelsOf(title: string, labels: readonly Content[]): Promise<Buffer> {
  const content = labels.map((label, at): Content => ({ stack: [label], ...(at > 0 ? { pageBreak: 'before' } : {}) }));
  return made({ info: { title }, pageSize: LABEL, pageMargins: [12, 14, 12, 8], defaultStyle: STYLE, content });
}

async function made(definition: TDocumentDefinitions): Promise<Buffer> {
  const { default: pdfmake } = await import('pdfmake');
  const files = Object.values(FONTS).flatMap((font) => Object.values(font));
  pdfmake.setFonts(FONTS);
  pdfmake.setLocalAccessPolicy((path: string) => files.includes(path));
  pdfmake.setUrlAccessPolicy(() => false);
  return pdfmake.createPdf(definition).getBuffer();
}
