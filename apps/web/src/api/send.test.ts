import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { fieldTrouble, troubleOf } from './problem';
import { answering, type Sent } from '../testing/server/answering';
import { send } from './send';

const answer = (status: number, body: unknown) => new Response(body === null ? null : JSON.stringify(body), { status });
const ask = (args: Parameters<typeof send>[0]) =>
  send(
    args,
    { signal: new AbortController().signal, dispatch: () => undefined } as unknown as Parameters<typeof send>[1],
    {},
  );
const keyOf = ([sent]: unknown[]) => (sent as Sent).key;

function stub(...answers: (Response | Error)[]) {
  const calls = vi.fn();
  answering((sent) => {
    calls(sent);
    return answers.shift() ?? new Error('nothing answers');
  });
  return calls;
}

beforeEach(() => {
  const kept = new Map<string, string>();
  vi.useFakeTimers({ shouldAdvanceTime: true, advanceTimeDelta: 500 });
  vi.stubGlobal('sessionStorage', {
    getItem: (name: string) => kept.get(name) ?? null,
    setItem: (name: string, value: string) => void kept.set(name, value),
    removeItem: (name: string) => void kept.delete(name),
    names: () => [...kept.keys()],
  });
});
afterEach(() => {
  vi.unstubAllGlobals();
  vi.useRealTimers();
});

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
    expect(third).toBeNull();
  });

  it('takes no page that stands in between for an answer, as where a network asks to be signed in to first', async () => {
    const calls = stub(new Response('<html>Welcome!', { status: 200 }), answer(201, { tag: 'U-1' }));
    expect(await ask({ url: '/orders', method: 'POST', body: {} })).toEqual({ data: { tag: 'U-1' } });
    expect(new Set(calls.mock.calls.map(keyOf)).size).toBe(1);
  });

  it('does not repeat what was refused', async () => {
    const calls = stub(answer(409, { detail: 'stale' }));
    expect(await ask({ url: '/a', method: 'POST', body: {} })).toEqual({
      error: { status: 409, data: { detail: 'stale' } },
    });
    expect(calls).toHaveBeenCalledTimes(1);
  });

  it('goes out under the same key again while no answer came, and under a new one after it', async () => {
    const away = () => [new Error('x'), new Error('x'), new Error('x'), new Error('x')];
    const pay = { url: '/orders/1201/payments', method: 'POST' as const, body: { amount: 4000, how: 'card' } };
    const calls = stub(...away(), answer(502, null), answer(201, { paid: 4000 }), answer(201, { paid: 8000 }));
    expect(await ask(pay)).toMatchObject({ error: { status: 'FETCH_ERROR' } });
    expect(await ask(pay)).toEqual({ data: { paid: 4000 } });
    expect(new Set(calls.mock.calls.map(keyOf)).size).toBe(1);
    await ask(pay);
    expect(new Set(calls.mock.calls.map(keyOf)).size).toBe(2);
  });

  it('leaves no trace of what signs in', async () => {
    stub(new Error('x'), new Error('x'), new Error('x'), new Error('x'));
    await ask({ url: '/session', method: 'POST', body: { password: 'a password' } });
    expect((sessionStorage as unknown as { names: () => string[] }).names()).toEqual([]);
  });

  it('puts what is no answer of ours into words', async () => {
    stub(new Response('<html>', { status: 500 }));
    const { error } = await ask({ url: '/a' });
    expect(troubleOf(error)?.sentence).toContain('does not answer as it should');
  });

  it('gives up after some tries and says so', async () => {
    stub(new Error('x'), new Error('x'), new Error('x'), new Error('x'));
    const { error } = await ask({ url: '/a' });
    expect(error).toMatchObject({ status: 'FETCH_ERROR' });
    // Of what was only to be read nothing was typed, and nothing is to be kept.
    expect(troubleOf(error)?.sentence).toBe('The server does not answer: this is not read yet.');
    stub(new Error('x'), new Error('x'), new Error('x'), new Error('x'));
    const written = await ask({ url: '/a', method: 'POST', body: {} });
    expect(troubleOf(written.error)?.sentence).toContain('What you typed is still here');
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
