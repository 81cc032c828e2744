import { describe, expect, it } from 'vitest';
import { api } from '../api/api';
import { answering } from '../testing/server/answering';
import { makeStore } from './make-store';

const ODO = { id: 'odo', role: 'owner' };

/** A store in which the owner has read the shop's lessons, and the server that says who is there by now. */
async function after(staff: { id: string; role: string } | null) {
  const store = makeStore();
  const { endpoints, util } = api;
  store.dispatch(
    util.upsertQueryEntries([{ endpointName: 'session', arg: undefined, value: { staff: ODO } as never }]),
  );
  store.dispatch(util.upsertQueryEntries([{ endpointName: 'accounts', arg: undefined, value: [] }]));
  const asked: string[] = [];
  answering(({ url }) => {
    asked.push(url);
    return { status: 200, data: url.endsWith('/session') ? { staff } : [] };
  });
  const { unsubscribe } = store.dispatch(endpoints.accounts.initiate());
  await store.dispatch(endpoints.session.initiate(undefined, { forceRefetch: true }));
  await Promise.all(store.dispatch(util.getRunningQueriesThunk()));
  const state = () => store.getState() as never;
  const known = { accounts: endpoints.accounts.select()(state()).data, who: endpoints.session.select()(state()).data };
  unsubscribe();
  return { asked: asked.filter((url) => !url.endsWith('/session')), ...known };
}

describe('what was read for one person', () => {
  it.each([
    ['whoever signs out', null],
    ['a switch to somebody of another role', { id: 'wren', role: 'counter' }],
  ])('goes with %s', async (_what, staff) => {
    const { accounts, who, asked } = await after(staff);
    expect(accounts).toBeUndefined();
    expect(who).toEqual({ staff });
    expect(asked).toEqual([]);
  });

  it('stays for somebody of the same role, and is read anew', async () => {
    const { accounts, asked } = await after({ id: 'mara', role: 'owner' });
    expect(accounts).toEqual([]);
    expect(asked).toEqual(['/api/v1/staff']);
  });

  it('stays with them, and is not read again, where they are there still', async () => {
    const { accounts, asked } = await after(ODO);
    expect(accounts).toEqual([]);
    expect(asked).toEqual([]);
  });
});
