import { configureStore } from '@reduxjs/toolkit';
import { afterEach, expect, it, vi } from 'vitest';
import type { JobView } from '@udrel/contract/types';
import { answering } from '../testing/server/answering';
import { api, putJob } from './api';

afterEach(() => void vi.unstubAllGlobals());

/** A page that looks at a job, whose answers come when the test says so. */
function page() {
  const answers: ((version: number) => void)[] = [];
  answering(
    () =>
      new Promise<Response>((resolve) => {
        answers.push((version) => resolve(Response.json({ tag: 'U-1', version })));
      }),
  );
  const store = configureStore({
    reducer: { [api.reducerPath]: api.reducer },
    middleware: (usual) => usual().concat(api.middleware),
  });
  const look = () => store.dispatch(api.endpoints.job.initiate({ tag: 'U-1' }, { forceRefetch: true }));
  const shown = () => api.endpoints.job.select({ tag: 'U-1' })(store.getState() as never).data?.version;
  const asked = () => vi.waitFor(() => expect(answers.length).toBeGreaterThan(0));
  return { store, look, shown, asked, answer: (version: number) => answers.shift()?.(version) };
}

it('is not put back to what was asked for before a command was answered', async () => {
  const { store, look, shown, asked, answer } = page();
  const first = look();
  await asked();
  answer(4);
  await first;
  const late = look();
  await asked();
  await store.dispatch(putJob('U-1', { tag: 'U-1', version: 5 } as JobView) as never);
  answer(4);
  await late;
  expect(shown()).toBe(5);
});

it('is what the server says where nothing was answered meanwhile, older or newer', async () => {
  const { look, shown, asked, answer } = page();
  for (const version of [7, 8, 3]) {
    const read = look();
    await asked();
    answer(version);
    await read;
    expect(shown()).toBe(version);
  }
});
