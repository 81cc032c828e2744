import type { Request, Response } from 'express';
import { brotliDecompressSync, gunzipSync } from 'node:zlib';
import { describe, expect, it } from 'vitest';
import { bookJob, stockUp } from '../fixtures';
import { useShop } from '../harness';
import { pressedOnce } from '../../src/platform/http/pressed-once';

const text = JSON.stringify({ jobs: Array.from({ length: 200 }, (_none, n) => `U-${n}`) });

/** What somebody is sent who reads these encodings. */
async function sent(answer: object, reads: readonly string[], words = text) {
  const heads = new Map<string, string>();
  const request = { acceptsEncodings: (...offered: string[]) => offered.find((one) => reads.includes(one)) ?? false };
  const response = {
    setHeader: (name: string, value: string) => void heads.set(name, value),
    vary: (name: string) => void heads.set('vary', name),
  };
  const bytes = await pressedOnce(answer, words, request as unknown as Request, response as unknown as Response);
  return { bytes, heads: Object.fromEntries(heads) };
}

describe('an answer that many are given', () => {
  it('is compressed once for each way of reading it', async () => {
    const answer = {};
    const [one, other, third] = [await sent(answer, ['br']), await sent(answer, ['br']), await sent(answer, ['gzip'])];
    expect(one.bytes).toBe(other.bytes);
    expect(one.heads).toEqual({ 'content-encoding': 'br', vary: 'Accept-Encoding' });
    expect(brotliDecompressSync(one.bytes as Buffer).toString()).toBe(text);
    expect(third.heads['content-encoding']).toBe('gzip');
    expect(gunzipSync(third.bytes as Buffer).toString()).toBe(text);
    expect((await sent({}, ['br'])).bytes).not.toBe(one.bytes);
  });

  it('is sent as it is to who reads neither, and where it is short', async () => {
    const answer = {};
    const [one, other] = [await sent(answer, []), await sent(answer, [])];
    expect([String(one.bytes), one.heads]).toEqual([text, { vary: 'Accept-Encoding' }]);
    expect(one.bytes).toBe(other.bytes);
    expect(await sent({}, ['br', 'gzip'], '{}')).toEqual({ bytes: '{}', heads: {} });
  });
});

describe('the floor of a shop', () => {
  const shop = useShop();

  it('is compressed, and once only', async () => {
    const stock = await stockUp(shop);
    for (let n = 0; n < 6; n++) await bookJob(shop.as.counter, stock);
    const { body, headers } = await shop.as.technician.get<{ hands: unknown[] }>('/floor');
    expect(body.hands).toHaveLength(6);
    expect(JSON.stringify(body).length).toBeGreaterThan(1024);
    expect(headers.get('content-encoding')).toMatch(/^(br|gzip)$/);
  });
});
