import { beforeAll, describe, expect, it } from 'vitest';
import type { HistoryPage, JobView } from '@udrel/contract/types';
import { bookJob, stockUp, Work, type Stock } from '../fixtures';
import { useShop } from '../harness';

const shop = useShop();
let stock: Stock;
beforeAll(async () => {
  stock = await stockUp(shop);
});
const begin = async (over: object = {}) => new Work(shop.as.technician, await bookJob(shop.as.counter, stock, over));

describe('a long history', () => {
  it('can be read to its beginning', async () => {
    const job = await bookJob(shop.as.counter, stock);
    await shop.database.query(
      `insert into event (job_id, seq, kind, data, by, at)
       select j.id, j.version + n, 'note', jsonb_build_object('text', 'call ' || n), s.id, now()
         from job j, (select id from staff limit 1) s, generate_series(1, 450) n where j.tag = $1`,
      [job.tag],
    );
    const { body } = await shop.as.counter.get<JobView>(`/jobs/${job.tag}`);
    const seen = body.history.map(({ seq }) => seq);
    for (let before = seen.at(-1) ?? null; before !== null && before > 1;) {
      const page: { body: HistoryPage } = await shop.as.counter.get(`/jobs/${job.tag}/history?before=${before}`);
      seen.push(...page.body.events.map(({ seq }) => seq));
      before = page.body.before;
    }
    expect(seen).toEqual(Array.from({ length: 450 + job.version }, (_none, n) => 450 + job.version - n));
  });
});

describe('trial starts', () => {
  it('are kept one by one, with what was done about each', async () => {
    const work = await begin();
    const start = (value: object) => work.put('trial start', { oldDriveDetached: true, note: '', ...value });
    await work.prepare(stock);
    await work.post('/runs', { berth: null });
    await work.post('/runs/end', { outcome: 'ended well', note: '' });
    await work.readBack();
    await work.post('/disassembly', { way: 'out' });
    await work.put('new drive fitted', { serial: work.job.snapshot.facts['new drive choice']?.serial });
    await start({ started: false, note: 'black screen' });
    shop.clock.now = new Date(shop.clock.now.getTime() + 60_000);
    await start({ started: false, note: 'no drive found', done: 'seated the card again' });
    shop.clock.now = new Date(shop.clock.now.getTime() + 60_000);
    expect((await start({ started: true, done: 'put it first in the boot order' })).status).toBe(200);
    expect(work.job.trials.map(({ started, note, done }) => [started, note, done])).toEqual([
      [false, 'black screen', undefined],
      [false, 'no drive found', 'seated the card again'],
      [true, '', 'put it first in the boot order'],
    ]);
  });
});
