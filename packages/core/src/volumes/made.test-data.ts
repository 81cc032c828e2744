import { readFileSync } from 'node:fs';
import { gunzipSync } from 'node:zlib';
import { imageOfPieces, type Image, type Piece } from '../image';

interface Stored {
  size: number;
  pieces: { offset: number; gzip: string }[];
}

const stored = JSON.parse(readFileSync(new URL('made-by-systems.json', import.meta.url), 'utf8')) as Record<
  string,
  Stored
>;

/**
 * The blocks that matter of small drives and volumes, made by the systems' own formatting commands and filled with one
 * file of 300 KiB where they are FAT; the dirty ones were copied while they were mounted: what the readers find can be compared with what the systems themselves say.
 */
export function madeBySystems(name: string): { size: number; pieces: Piece[] } {
  const one = stored[name];
  if (!one) throw new Error(`no image ${name}`);
  const pieces = one.pieces.map(({ offset, gzip }) => ({
    offset,
    bytes: new Uint8Array(gunzipSync(Buffer.from(gzip, 'base64'))),
  }));
  return { size: one.size, pieces };
}

export const madeImage = (name: string): Image => {
  const { size, pieces } = madeBySystems(name);
  return imageOfPieces(size, pieces);
};
