import pg from 'pg';
import { beforeAll, describe, expect, it, vi } from 'vitest';
import { bookJob, stockUp } from './fixtures';
import { useShop } from './harness';

const shop = useShop();
let tag: string;
beforeAll(async () => {
  const stock = await stockUp(shop);
  for (let n = 0; n < 5; n++) ({ tag } = await bookJob(shop.as.counter, stock));
});

/** Statements that reach PostgreSQL while the request is answered: session and staff look-up included. */
async function statementsOf(path: string): Promise<number> {
  const spy = vi.spyOn(pg.Client.prototype, 'query');
  await shop.as.technician.get(path);
  const count = spy.mock.calls.length;
  spy.mockRestore();
  return count;
}

it('plans a statement with parameters once a connection', async () => {
  const names: unknown[] = [];
  const spy = vi.spyOn(pg.Client.prototype, 'query');
  for (let turn = 0; turn < 2; turn++) {
    spy.mockClear();
    await shop.as.technician.get(`/jobs/${tag}`);
    names.push(spy.mock.calls.map(([config]) => (config as { name?: string }).name));
  }
  spy.mockRestore();
  expect(names[0]).toEqual(names[1]);
  expect(names[0]).toEqual([expect.any(String), expect.any(String), expect.any(String)]);
});

describe('SQL statements for a read, with session and account', () => {
  it.each([
    ['the job list', () => '/jobs', 3],
    ['a job', () => `/jobs/${tag}`, 4],
    ['the floor', () => '/floor', 3],
    ['what runs', () => '/runs', 3],
    ['the bench', () => '/berths', 3],
    ['what fits', () => `/jobs/${tag}/match`, 4],
  ])('%s', async (_name, path, most) => {
    expect(await statementsOf(path())).toBeLessThanOrEqual(most);
  });

  it('does not grow with the number of jobs', async () => {
    const before = await statementsOf('/floor');
    await bookJob(shop.as.counter, {
      modelId: (await shop.as.counter.get<{ id: string }[]>('/models?find=')).body[0]?.id ?? '',
    } as never);
    expect(await statementsOf('/floor')).toBe(before);
  });
});
