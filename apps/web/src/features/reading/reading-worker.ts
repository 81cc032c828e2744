import type { Image } from '@udrel/core/image';
import { readDropped, type ReadFile } from '@udrel/core/reading';

/** Reads without waiting; only workers have it, and the browser's own types leave it out. */
declare class FileReaderSync {
  readAsArrayBuffer(blob: Blob): ArrayBuffer;
}

/** What the worker tells of its reading. */
export type Told = { kind: 'progress'; bytes: number } | { kind: 'done'; file: ReadFile };

/** How often the bytes read so far are told, bytes. */
const STEP = 4 * 1024 * 1024;

/** A file as an image: stretches of it are read when they are asked for, so that an image of any size may be dropped. */
function imageOfFile(file: File): Image {
  const reader = new FileReaderSync();
  let [read, told] = [0, 0];
  return {
    size: file.size,
    read(offset, length) {
      if (offset < 0 || length < 0 || !(offset + length <= file.size)) return null;
      read += length;
      if (read - told > STEP) {
        told = read;
        tell({ kind: 'progress', bytes: read });
      }
      return new Uint8Array(reader.readAsArrayBuffer(file.slice(offset, offset + length)));
    },
  };
}

function tell(told: Told): void {
  self.postMessage(told);
}

self.addEventListener('message', ({ data }: MessageEvent<File>) => {
  readDropped(imageOfFile(data))
    .catch((): ReadFile => ({ ok: false, sentence: 'The file could not be read: is it still there? Choose it again.' }))
    .then((file) => tell({ kind: 'done', file }))
    .catch(() => undefined);
});
