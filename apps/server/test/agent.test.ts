import { beforeAll, describe, expect, it } from 'vitest';
import type { AgentWork, FloorView } from '@udrel/contract/types';
import { bookJob, stockUp, Work, type Stock } from './fixtures';
import { caller, TEST_CONFIG, useShop } from './harness';

const shop = useShop();
let stock: Stock;
let work: Work;
const agent = () => caller(shop.base, { authorization: `Bearer ${TEST_CONFIG.agentToken}` });

beforeAll(async () => {
  stock = await stockUp(shop);
  await agent().send('POST', '/agent/hello', {
    agent: 'a',
    boot: 'b1',
    berths: [{ number: 1, simulated: true, speed: 20 }],
  });
  work = new Work(shop.as.technician, await bookJob(shop.as.counter, stock));
  await work.prepare(stock);
  await work.post('/runs', { berth: 1 });
});

const samples = (from: number, count: number, rate = 1e8) =>
  Array.from({ length: count }, (_none, n) => [from + n, (from + n) * rate, (from + n) * rate, 0]);
const send = async (boot: string, firstSeq: number, count: number) => {
  const body = { agent: 'a', boot, berth: 1, runId: work.job.runs[0]?.id, firstSeq, samples: samples(firstSeq, count) };
  return (await agent().send<{ acknowledged: number }>('POST', '/agent/samples', body)).body.acknowledged;
};
const done = async () => (await shop.as.technician.get<FloorView>('/floor')).body.running[0]?.progress.done;

describe('the feed of a berth', () => {
  it('is given the run as work', async () => {
    const { body } = await agent().get<AgentWork[]>('/agent/work');
    expect(body).toMatchObject([{ berth: 1, doneBytes: 0, plannedBytes: work.job.runs[0]?.plannedBytes }]);
  });

  it('takes each sample once, whatever is repeated, reordered or missing', async () => {
    expect(await send('b1', 1, 5)).toBe(5);
    expect(await send('b1', 1, 5)).toBe(5);
    expect(await done()).toBe(5e8);
    expect(await send('b1', 9, 2)).toBe(5);
    expect(await send('b1', 4, 5)).toBe(8);
    expect(await done()).toBe(8e8);
    const [row] = await shop.database.query('select sum(jsonb_array_length(samples))::int as kept from sample_chunk');
    expect(row.kept).toBe(8);
  });

  it('goes on after the agent started anew', async () => {
    expect(await send('b2', 1, 3)).toBe(3);
    expect(await done()).toBe(11e8);
  });

  it('does not let a copy end well before its counters say so, nor two runs lie at one berth', async () => {
    const refused = await work.post('/runs/end', { outcome: 'ended well', note: '' });
    expect(refused.body.code).toBe('not-all-written');
    const other = new Work(shop.as.technician, await bookJob(shop.as.counter, stock));
    await other.put('old drive', { ...work.job.snapshot.facts['old drive'], serial: 'KD7-OTHER' });
    for (const key of ['partition table', 'health', 'before'] as const) await other.put(key);
    await other.reserve(stock);
    await other.plan();
    await other.prepareDevice();
    await other.put('source identified', { serial: 'KD7-OTHER' });
    await other.put('target identified', { serial: other.job.snapshot.facts['drive choice']?.serial });
    expect((await other.post('/runs', { berth: 1 })).body.detail).toContain('taken by');
  });

  it('refuses who has no token', async () => {
    expect((await shop.nobody.get('/agent/work')).status).toBe(401);
    expect((await shop.as.owner.get('/agent/work')).status).toBe(401);
  });
});
