import type { BaseQueryFn } from '@reduxjs/toolkit/query';
import type { Problem } from '@udrel/contract/types';
import { lost } from '../live/connection-slice';

export interface Sent {
  url: string;
  method?: 'GET' | 'POST' | 'PUT' | 'DELETE';
  body?: unknown;
}

export type SendError = { status: number; data: Problem } | { status: 'FETCH_ERROR'; error: string };

const TRIES = 3;
const PAUSE = 400;

/**
 * Sends a request. Writes carry one idempotency key over all their tries, so that one that was carried out
 * without its answer arriving is not carried out twice.
 */
export const send: BaseQueryFn<Sent, unknown, SendError> = async (
  { url, method = 'GET', body },
  { signal, dispatch },
) => {
  const headers: Record<string, string> = { accept: 'application/json' };
  if (method !== 'GET') headers['idempotency-key'] = crypto.randomUUID();
  if (body !== undefined) headers['content-type'] = 'application/json';
  const init = { method, headers, signal, ...(body === undefined ? {} : { body: JSON.stringify(body) }) };
  for (let attempt = 1; ; attempt++) {
    try {
      const response = await fetch(`/api/v1${url}`, init);
      const again = response.status === 503 && attempt < TRIES;
      if (!again) return await read(response);
    } catch (error) {
      if (signal.aborted || attempt >= TRIES) {
        if (!signal.aborted) dispatch(lost(Date.now()));
        return { error: { status: 'FETCH_ERROR', error: String(error) } };
      }
    }
    await new Promise((resolve) => setTimeout(resolve, PAUSE * attempt));
  }
};

async function read(response: Response): Promise<{ data: unknown } | { error: SendError }> {
  const text = await response.text();
  const data: unknown = text ? JSON.parse(text) : null;
  return response.ok ? { data } : { error: { status: response.status, data: data as Problem } };
}
