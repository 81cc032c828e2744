import type { Request, Response } from 'express';
import { promisify } from 'node:util';
import { brotliCompress, constants, gzip } from 'node:zlib';

/** Shorter than this it is sent as it is, bytes: the same limit as for everything that is compressed as it is sent. */
const SHORT = 1024;

const PRESS = {
  br: (text: string) => promisify(brotliCompress)(text, { params: { [constants.BROTLI_PARAM_QUALITY]: 4 } }),
  gzip: (text: string) => promisify(gzip)(text),
} as const;

type Encoding = keyof typeof PRESS;

/** What was compressed of an answer that many are given, by how. */
const pressed = new WeakMap<object, Partial<Record<Encoding, Promise<Buffer>>>>();

/**
 * An answer that many are given at once, compressed once for all of them; the text as it is where whoever asks reads
 * neither, or where it is short. Its heads go with it.
 */
export async function pressedOnce(
  answer: object,
  text: string,
  request: Request,
  response: Response,
): Promise<Buffer | string> {
  const encoding = text.length < SHORT ? false : request.acceptsEncodings('br', 'gzip');
  if (encoding !== 'br' && encoding !== 'gzip') return text;
  const known = pressed.get(answer) ?? {};
  pressed.set(answer, known);
  const bytes = await (known[encoding] ??= PRESS[encoding](text));
  response.setHeader('content-encoding', encoding);
  response.vary('Accept-Encoding');
  return bytes;
}
