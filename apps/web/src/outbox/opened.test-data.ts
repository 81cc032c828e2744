import { configureStore } from '@reduxjs/toolkit';
import { vi } from 'vitest';
import type { JobView } from '@udrel/contract/types';
import { api } from '../api/api';
import { answering } from '../testing/server/answering';
import { emptyStorage } from '../testing/browser/empty-storage';
import { connectionSlice } from '../api/connection-slice';
import type { Doing } from './outbox';
import { outboxSlice } from './outbox-slice';

export const disassembly = [
  {
    id: 's1',
    stage: 1,
    kind: 'screw',
    name: 'base screw',
    count: 10,
    out: 0,
    back: 0,
    missing: 0,
    left: 0,
    replaced: 0,
  },
];
export const jobAt = (version: number, over: Partial<JobView['snapshot']> = {}): JobView =>
  ({
    tag: 'U-1',
    version,
    history: [{ by: 'Odo' }],
    snapshot: { facts: {}, disassembly, ...over },
  }) as unknown as JobView;
export const BEFORE = { set: null, whyNot: 'does not start' };
export const measuring: Doing = {
  tag: 'U-1',
  command: 'recordFact',
  params: { key: 'before' },
  body: { value: BEFORE },
  subject: { kind: 'fact', key: 'before' },
};
export const noting: Doing = {
  tag: 'U-1',
  command: 'addNote',
  params: {},
  body: { text: 'called' },
  subject: { kind: 'note' },
};

export const sent: { url: string; body: { version?: number }; key: string }[] = [];
export const answers: ((body: { version?: number }) => { status: number; data: unknown } | Error)[] = [];

export async function open(job: JobView = jobAt(3)) {
  const store = configureStore({
    reducer: {
      [api.reducerPath]: api.reducer,
      [connectionSlice.name]: connectionSlice.reducer,
      [outboxSlice.name]: outboxSlice.reducer,
    },
    middleware: (defaults) => defaults().concat(api.middleware),
  });
  await store.dispatch(api.util.upsertQueryData('job', { tag: 'U-1' }, job));
  await store.dispatch(api.util.upsertQueryData('session', undefined, { staff: { id: 'me' } } as never));
  const dispatch = store.dispatch as (thunk: unknown) => Promise<unknown>;
  return { dispatch, state: () => store.getState(), watch: store.subscribe };
}

/** Before each test: an empty browser, and a server that gives the next of `answers`. */
export function anew(): void {
  vi.stubGlobal('localStorage', emptyStorage());
  vi.stubGlobal('navigator', { locks: { request: (_name: string, act: () => Promise<void>) => act() } });
  sent.length = 0;
  answers.length = 0;
  answering(({ url, body, key }) => {
    const given = body as { version?: number };
    sent.push({ url, body: given, key: key ?? '' });
    return answers.shift()?.(given) ?? new Error('no connection');
  });
}

/** What it answers next, in this order. */
export const answer = (...next: typeof answers) => void answers.splice(0, answers.length, ...next);

export const away = () => new Error('no connection');
export const taken = (version: number) => () => ({ status: 200, data: jobAt(version) });
export const cameOut = (job: JobView | null, outcomes: object[]) => () => ({ status: 200, data: { outcomes, job } });
export const oneMore = (from: number) => ({ done: true, from, version: from + 1 });
export const stale = (current: JobView) => () => ({ status: 409, data: { detail: 'stale', current } });
