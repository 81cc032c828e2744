import type { ShopFormats } from '@udrel/contract/types';
import type { Content } from 'pdfmake/interfaces';
import { FONTS, inFace } from './faces';

/** Ink and its second shade, and hairlines: as on the screens. */
export const INK = { first: '#14312f', second: '#4b605d', line: '#d9d3c5' } as const;

/**
 * A paper as PDF, in our faces, at the size of the shop's sheets; each page says what it is of and which one it is.
 * Nothing is fetched for it: it reads our faces and no other file.
 */
export async function pdfOf(title: string, content: Content[], { paper }: Pick<ShopFormats, 'paper'>): Promise<Buffer> {
  const { default: pdfmake } = await import('pdfmake');
  const files = Object.values(FONTS).flatMap((font) => Object.values(font));
  pdfmake.setFonts(FONTS);
  pdfmake.setLocalAccessPolicy((path: string) => files.includes(path));
  pdfmake.setUrlAccessPolicy(() => false);
  return pdfmake
    .createPdf({
      info: { title },
      pageSize: paper === 'A4' ? 'A4' : 'LETTER',
      pageMargins: [48, 48, 48, 56],
      defaultStyle: { font: 'Text', fontSize: 10, color: INK.first, lineHeight: 1.15 },
      content,
      footer: (page, pages) => ({
        margin: [48, 16, 48, 0],
        columns: [
          { text: inFace(title), fontSize: 8, color: INK.second },
          { text: inFace(`${page} of ${pages}`), fontSize: 8, color: INK.second, alignment: 'right' },
        ],
      }),
    })
    .getBuffer();
}
