import { createRequire } from 'node:module';
import type { TFontDictionary } from 'pdfmake/interfaces';

/** Our faces, each in two files: what is written in the west of Europe, and the letters of the rest of it. */
const FACES = { Text: 'atkinson-hyperlegible-next', Figures: 'spline-sans-mono' } as const;
export type Face = keyof typeof FACES;

const resolve = createRequire(import.meta.url).resolve;
const file = (face: Face, subset: 'latin' | 'latin-ext', weight: 400 | 700) =>
  resolve(`@fontsource/${FACES[face]}/files/${FACES[face]}-${subset}-${weight}-normal.woff`);

/** The faces as pdfmake takes them: it reads one file for each name. */
export const FONTS: TFontDictionary = Object.fromEntries(
  (Object.keys(FACES) as Face[]).flatMap((face) => [
    [face, { normal: file(face, 'latin', 400), bold: file(face, 'latin', 700) }],
    [`${face} beyond`, { normal: file(face, 'latin-ext', 400), bold: file(face, 'latin-ext', 700) }],
  ]),
);

/** Letters of Latin Extended-A, -B and Additional, which stand in the second file of a face. */
const BEYOND = /([\u0100-\u024f\u1e00-\u1eff]+)/;

/** A text in runs of one file each: a letter that its file has not would be a box. */
export function inFace(text: string, face: Face = 'Text'): { text: string; font: string }[] {
  return text
    .split(BEYOND)
    .filter((run) => run !== '')
    .map((run) => ({ text: run, font: BEYOND.test(run) ? `${face} beyond` : face }));
}
