import { joined } from '../image';

/** Most bytes that one packed stretch of a probe file may unfold to. */
const LARGEST_STRETCH = 64 * 1024 * 1024;

/** Unfolds bytes that were packed with gzip and written in hexadecimal; null where they are neither, or too many. */
export async function unpack(text: unknown): Promise<Uint8Array | null> {
  if (typeof text !== 'string' || text.length % 2 !== 0 || !/^[0-9a-f]*$/i.test(text)) return null;
  const packed = new Uint8Array(text.length / 2);
  for (let n = 0; n < packed.length; n++) packed[n] = Number.parseInt(text.slice(2 * n, 2 * n + 2), 16);
  try {
    const parts: Uint8Array[] = [];
    let size = 0;
    const stream = new Blob([packed]).stream().pipeThrough(new DecompressionStream('gzip'));
    for await (const part of stream) {
      size += part.length;
      if (size > LARGEST_STRETCH) return null;
      parts.push(part);
    }
    return joined(parts, size);
  } catch {
    return null;
  }
}
