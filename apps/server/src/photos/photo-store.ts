import { createHash } from 'node:crypto';
import { access, mkdir, rename, rm, writeFile } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import sharp from 'sharp';
import type { PhotoSize } from '@udrel/contract/types';
import { Refusal } from '../platform/errors';

/** Longest side of what is kept, and of the small picture, pixels. */
const SIDES: Readonly<Record<PhotoSize, number>> = { full: 2400, small: 320 };
/** Most pixels of what is sent: more would take the memory of the server for one picture. */
const MOST_PIXELS = 80_000_000;
const TAKEN: readonly (string | undefined)[] = ['jpeg', 'png', 'webp'];

/** A picture as it was kept. */
export interface KeptPicture {
  content: string;
  width: number;
  height: number;
}

/** Photographs as files by their content, beside the database. */
export interface PhotoStore {
  keep: (sent: Buffer) => Promise<KeptPicture>;
  fileOf: (content: string, size: PhotoSize) => string;
  drop: (content: string) => Promise<void>;
}

/**
 * Opens the folder of photographs. What is kept is turned upright, without where and by what it was taken, and no larger than
 * a screen shows.
 */
export function photoStore(folder: string): PhotoStore {
  const fileOf = (content: string, size: PhotoSize) => join(folder, content.slice(0, 2), `${content}.${size}.jpg`);
  const made = async (sent: Buffer, size: PhotoSize) =>
    sharp(sent, { limitInputPixels: MOST_PIXELS, failOn: 'error' })
      .rotate()
      .resize({ width: SIDES[size], height: SIDES[size], fit: 'inside', withoutEnlargement: true })
      .jpeg({ quality: size === 'full' ? 82 : 75 })
      .toBuffer({ resolveWithObject: true });
  return {
    fileOf,
    async keep(sent) {
      const told = await sharp(sent, { limitInputPixels: MOST_PIXELS })
        .metadata()
        .catch(() => null);
      if (!told || !TAKEN.includes(told.format))
        throw new Refusal(415, 'no-picture', 'This is no picture that is taken here: send JPEG, PNG or WebP.');
      const full = await made(sent, 'full').catch(() => {
        throw new Refusal(
          422,
          'broken-picture',
          'This picture is damaged, or has more pixels than are taken. Take it again.',
        );
      });
      const content = createHash('sha256').update(full.data).digest('hex');
      const small = await made(full.data, 'small');
      await written(fileOf(content, 'full'), full.data);
      await written(fileOf(content, 'small'), small.data);
      return { content, width: full.info.width, height: full.info.height };
    },
    async drop(content) {
      for (const size of Object.keys(SIDES) as PhotoSize[]) await rm(fileOf(content, size), { force: true });
    },
  };
}

/** Writes a file whole or not at all; the same content is there already. */
async function written(path: string, bytes: Buffer): Promise<void> {
  if (
    await access(path).then(
      () => true,
      () => false,
    )
  )
    return;
  await mkdir(dirname(path), { recursive: true });
  const half = `${path}.${process.pid}.${Date.now()}.half`;
  await writeFile(half, bytes, { mode: 0o600 });
  await rename(half, path);
}
