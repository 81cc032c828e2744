import { afterEach, describe, expect, it, vi } from 'vitest';
import { fieldTrouble, troubleOf } from './problem';
import { send } from './send';

const answer = (status: number, body: unknown) => new Response(body === null ? null : JSON.stringify(body), { status });
const ask = (args: Parameters<typeof send>[0]) =>
  send(
    args,
    { signal: new AbortController().signal, dispatch: () => undefined } as unknown as Parameters<typeof send>[1],
    {},
  );
const keyOf = (call: unknown[]) => (call[1] as { headers: Record<string, string> }).headers['idempotency-key'];

function stub(...answers: (Response | Error)[]) {
  const calls = vi.fn();
  vi.stubGlobal('fetch', (...args: unknown[]) => {
    calls(...args);
    const next = answers.shift();
    return next instanceof Error ? Promise.reject(next) : Promise.resolve(next);
  });
  return calls;
}

afterEach(() => void vi.unstubAllGlobals());

describe('sending', () => {
  it('repeats a write that got no answer under the same key', async () => {
    const calls = stub(new Error('reset'), answer(503, { detail: 'down' }), answer(201, { tag: 'U-1' }));
    expect(await ask({ url: '/orders', method: 'POST', body: {} })).toEqual({ data: { tag: 'U-1' } });
    const keys = calls.mock.calls.map(keyOf);
    expect(keys).toHaveLength(3);
    expect(new Set(keys).size).toBe(1);
  });

  it('makes a key of its own for each write, and none for reads', async () => {
    const calls = stub(answer(200, 1), answer(200, 2), answer(200, 3));
    await ask({ url: '/a', method: 'PUT', body: {} });
    await ask({ url: '/a', method: 'PUT', body: {} });
    await ask({ url: '/a' });
    const [first, second, third] = calls.mock.calls.map(keyOf);
    expect(first).not.toBe(second);
    expect(third).toBeUndefined();
  });

  it('does not repeat what was refused', async () => {
    const calls = stub(answer(409, { detail: 'stale' }));
    expect(await ask({ url: '/a', method: 'POST', body: {} })).toEqual({
      error: { status: 409, data: { detail: 'stale' } },
    });
    expect(calls).toHaveBeenCalledTimes(1);
  });

  it('gives up after three tries and says so', async () => {
    stub(new Error('x'), new Error('x'), new Error('x'));
    const { error } = await ask({ url: '/a' });
    expect(error).toMatchObject({ status: 'FETCH_ERROR' });
    expect(troubleOf(error)?.sentence).toContain('What you typed is still here');
  });

  it('reads an answer without content', async () => {
    stub(answer(204, null));
    expect(await ask({ url: '/session', method: 'DELETE' })).toEqual({ data: null });
  });
});

describe('trouble in words', () => {
  const refused = {
    status: 422,
    data: { detail: 'serial: Fill this in.', problems: [{ field: 'device.serial', sentence: 'Fill this in.' }] },
  };

  it('is the problem’s own sentence, and that of its field', () => {
    expect(troubleOf(refused)).toMatchObject({ sentence: 'serial: Fill this in.', status: 422 });
    expect(fieldTrouble(refused, 'device.serial')).toBe('Fill this in.');
    expect(fieldTrouble(refused, 'complaint')).toBeUndefined();
  });

  it('is nothing when nothing failed', () => {
    expect(troubleOf(undefined)).toBeNull();
    expect(fieldTrouble(undefined, 'x')).toBeUndefined();
  });
});
