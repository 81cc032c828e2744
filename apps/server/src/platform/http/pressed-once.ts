import type { Request, Response } from 'express';
import { promisify } from 'node:util';
import { brotliCompress, constants, gzip } from 'node:zlib';

/** Shorter than this it is sent as it is, bytes: the same limit as for everything that is compressed as it is sent. */
const SHORT = 1024;

const PRESS = {
  br: (text: string) => promisify(brotliCompress)(text, { params: { [constants.BROTLI_PARAM_QUALITY]: 4 } }),
  gzip: (text: string) => promisify(gzip)(text),
  identity: (text: string) => Promise.resolve(Buffer.from(text)),
} as const;

type Encoding = keyof typeof PRESS;

/** What was put into bytes of an answer that many are given, by how. */
const pressed = new WeakMap<object, Partial<Record<Encoding, Promise<Buffer>>>>();

/**
 * An answer that many are given at once, compressed once for all of them, or put into bytes once where whoever asks reads
 * neither; the text as it is where it is short. Its heads go with it.
 */
export async function pressedOnce(
  answer: object,
  text: string,
  request: Request,
  response: Response,
): Promise<Buffer | string> {
  if (text.length < SHORT) return text;
  const asked = request.acceptsEncodings('br', 'gzip');
  const encoding = asked === 'br' || asked === 'gzip' ? asked : 'identity';
  const known = pressed.get(answer) ?? {};
  pressed.set(answer, known);
  const bytes = await (known[encoding] ??= PRESS[encoding](text));
  if (encoding !== 'identity') response.setHeader('content-encoding', encoding);
  response.vary('Accept-Encoding');
  return bytes;
}
