import type { LabelSize } from '@udrel/core/labels';
import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces';
import { FONTS, inFace } from './faces';
import type { Sheet } from './sheet';

/** Ink and its second shade, and hairlines: as on the screens. */
export const INK = { first: '#14312f', second: '#4b605d', line: '#d9d3c5' } as const;

/** Millimetres as points of 1/72 inch. */
const points = (mm: number) => (mm / 25.4) * 72;
const STYLE = { font: 'Text', fontSize: 10, color: INK.first, lineHeight: 1.15 };

/**
 * A paper as PDF, in our faces, at the size of the shop's sheets; each page says what it is of and which one it is.
 * Nothing is fetched for it: it reads our faces and no other file. The shop's picture stands at its head.
 */
export function pdfOf(title: string, content: Content[], { paper, logo }: Sheet): Promise<Buffer> {
  return made({
    info: { title },
    pageSize: paper === 'A4' ? 'A4' : 'LETTER',
    pageMargins: [48, 48, 48, 56],
    defaultStyle: STYLE,
    content: logo ? [headed(logo), ...content] : content,
    footer: (page, pages) => ({
      margin: [48, 16, 48, 0],
      columns: [
        { text: inFace(title), fontSize: 8, color: INK.second },
        { text: inFace(`${page} of ${pages}`), fontSize: 8, color: INK.second, alignment: 'right' },
      ],
    }),
  });
}

/** No larger than an address at the head of a letter: 60 mm by 18 mm. */
const headed = (logo: Buffer): Content => ({
  image: `data:image/png;base64,${logo.toString('base64')}`,
  fit: [points(60), points(18)],
  margin: [0, 0, 0, 14],
});

/** Labels as PDF, a page each, as large as they are. */
export function labelsOf(
  title: string,
  labels: readonly Content[],
  label: LabelSize & { scale: number },
): Promise<Buffer> {
  const content = labels.map((label, at): Content => ({ stack: [label], ...(at > 0 ? { pageBreak: 'before' } : {}) }));
  const [side, top, bottom] = [12, 14, 8].map((space) => space * label.scale) as [number, number, number];
  return made({
    info: { title },
    pageSize: { width: points(label.width), height: points(label.height) },
    pageMargins: [side, top, side, bottom],
    defaultStyle: STYLE,
    content,
  });
}

async function made(definition: TDocumentDefinitions): Promise<Buffer> {
  const { default: pdfmake } = await import('pdfmake');
  const files = Object.values(FONTS).flatMap((font) => Object.values(font));
  pdfmake.setFonts(FONTS);
  pdfmake.setLocalAccessPolicy((path: string) => files.includes(path));
  pdfmake.setUrlAccessPolicy(() => false);
  return pdfmake.createPdf(definition).getBuffer();
}
