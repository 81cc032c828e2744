import type { BaseQueryFn } from '@reduxjs/toolkit/query';
import { API_BASE } from '@udrel/contract/endpoints';
import type { Problem } from '@udrel/contract/types';
import { lost } from './connection-slice';
import { keyOfWrite } from './pending-keys';

export interface Sent {
  url: string;
  method?: 'GET' | 'POST' | 'PUT' | 'DELETE';
  body?: unknown;
}

export type SendError = { status: number; data: Problem } | { status: 'FETCH_ERROR'; error: string };

const TRIES = 4;
/** Before the second try, ms; longer with each further one, and never the same for two browsers. */
const PAUSE = 300;
/** The longest that a server may ask to wait, seconds: a person sits before the page. */
const PATIENCE = 3;

/** Answers of a server, or of what stands before it, that has not done the work: it may be asked again. */
export const COMES_BACK: readonly number[] = [502, 503, 504];

/**
 * Sends a request, again while the server is away or asks for patience. Writes carry one idempotency key over all
 * their tries, and over pressing again while no answer has come, so that one that was carried out is not carried out
 * twice.
 */
export const send: BaseQueryFn<Sent, unknown, SendError> = async (
  { url, method = 'GET', body },
  { signal, dispatch },
) => {
  const text = body === undefined ? undefined : JSON.stringify(body);
  const write = method === 'GET' ? null : keyOfWrite(method, url, text);
  const headers: Record<string, string> = { accept: 'application/json' };
  if (write) headers['idempotency-key'] = write.key;
  if (text !== undefined) headers['content-type'] = 'application/json';
  const init = { method, headers, signal, ...(text === undefined ? {} : { body: text }) };
  for (let attempt = 1; ; attempt++) {
    let wait = PAUSE * attempt;
    try {
      const response = await fetch(API_BASE + url, init);
      const away = COMES_BACK.includes(response.status);
      if (!away || attempt >= TRIES) {
        if (!away) write?.answered();
        return await read(response);
      }
      wait = Math.max(wait, Math.min(PATIENCE, Number(response.headers.get('retry-after') ?? 0)) * 1000);
    } catch (error) {
      if (signal.aborted || attempt >= TRIES) {
        if (!signal.aborted) dispatch(lost(Date.now()));
        return { error: { status: 'FETCH_ERROR', error: String(error) } };
      }
    }
    await new Promise((resolve) => setTimeout(resolve, wait * (1 + Math.random() / 2)));
  }
};

async function read(response: Response): Promise<{ data: unknown } | { error: SendError }> {
  const text = await response.text();
  const data = parsed(text);
  if (response.ok) return { data };
  return { error: { status: response.status, data: isProblem(data) ? data : unreadable(response.status) } };
}

function parsed(text: string): unknown {
  try {
    return text ? JSON.parse(text) : null;
  } catch {
    return undefined;
  }
}

/** Whether it is an answer of our server. */
export const isProblem = (data: unknown): data is Problem =>
  typeof data === 'object' && data !== null && 'detail' in data;

/** What stands before a server answers in words of its own. */
export function unreadable(status: number): Problem {
  return {
    type: 'urn:udrel:problem:unreadable-answer',
    title: 'unreadable answer',
    status,
    code: 'unreadable-answer',
    detail: 'The server does not answer as it should. What you typed is still here: try again shortly.',
  };
}
