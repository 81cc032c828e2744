import { fetchBaseQuery } from '@reduxjs/toolkit/query';
import { API_BASE, HEARD_HEADER } from '@udrel/contract/endpoints';
import type { Problem } from '@udrel/contract/types';
import { heardTime } from '../format/shop-now';
import { readSince } from './read-since';

export interface Sent {
  url: string;
  method?: 'GET' | 'POST' | 'PUT' | 'DELETE';
  body?: unknown;
}

/** `read`: nothing was to be changed by it. */
export type SendError = { status: number; data: Problem } | { status: 'FETCH_ERROR'; error: string; read?: true };

/** What came of one try; `wait` is how long the server asks to wait before the next, seconds. */
export type Asked = ({ data: unknown } | { error: SendError }) & { wait: number };

/** Answers of a server, or of what stands before it, that has not done the work: it may be asked again. */
const COMES_BACK: readonly unknown[] = ['FETCH_ERROR', 502, 503, 504];

/** Whether the same may be asked again: nothing was done, or nothing is known of it. */
export const comesBack = ({ status }: SendError): boolean => COMES_BACK.includes(status);

const request = fetchBaseQuery({
  baseUrl: API_BASE,
  headers: { accept: 'application/json' },
  responseHandler: async (response) => parsed(await response.text()),
});

/** Asks the server once. A write goes out under a key, by which the server knows it when it comes again. */
export async function ask(
  { url, method = 'GET', body }: Sent,
  key: string | null,
  signal: AbortSignal,
): Promise<Asked> {
  const headers = key === null ? {} : { headers: { accept: 'application/json', 'idempotency-key': key } };
  const asked = Date.now();
  const { data, error, meta } = await request({ url, method, body, ...headers }, { ...AS_A_QUERY, signal }, {});
  const answered = meta?.response;
  readSince(answered?.headers.get(HEARD_HEADER) ?? null);
  heardTime(answered?.headers.get('date') ?? null, asked, Date.now());
  const wait = Number(answered?.headers.get('retry-after') ?? 0);
  // What is no JSON is no answer of ours: something stands in between, as where a network asks to be signed in to first.
  if (answered?.ok && !error)
    return data === undefined ? { error: { status: 502, data: unreadable(502) }, wait } : { data, wait };
  if (!answered) return { error: { status: 'FETCH_ERROR', error: error && 'error' in error ? error.error : '' }, wait };
  const { status } = answered;
  const told = error && 'data' in error ? error.data : undefined;
  return { error: { status, data: isProblem(told) ? told : unreadable(status) }, wait };
}

/** What a base query is called with besides its signal; nothing of it is looked at here. */
const AS_A_QUERY = {
  abort: () => undefined,
  dispatch: (action: unknown) => action,
  getState: () => undefined,
  extra: undefined,
  endpoint: '',
  type: 'query',
} as never as Omit<Parameters<typeof request>[1], 'signal'>;

function parsed(text: string): unknown {
  try {
    return text ? JSON.parse(text) : null;
  } catch {
    return undefined;
  }
}

/** Whether it is an answer of our server. */
const isProblem = (data: unknown): data is Problem => typeof data === 'object' && data !== null && 'detail' in data;

/** What stands before a server answers in words of its own. */
function unreadable(status: number): Problem {
  return {
    type: 'urn:udrel:problem:unreadable-answer',
    title: 'unreadable answer',
    status,
    code: 'unreadable-answer',
    detail: 'The server does not answer as it should. What you typed is still here: try again shortly.',
  };
}
