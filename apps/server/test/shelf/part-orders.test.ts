import { randomUUID } from 'node:crypto';
import { beforeAll, describe, expect, it } from 'vitest';
import type { JobView, PartPage } from '@udrel/contract/types';
import { Part } from '../../src/app/services';
import { bookJob, stockUp, Work, type Stock } from '../fixtures';
import { useShop } from '../harness';

const shop = useShop();
let stock: Stock;
let partId: string;
beforeAll(async () => {
  stock = await stockUp(shop);
  const known = await shop.database.manager.findOneByOrFail(Part, { id: stock.driveId });
  partId = randomUUID();
  await shop.database.manager.insert(Part, { ...known, id: partId, partNumber: 'PW-481', name: 'C9' });
});

async function assessed(): Promise<Work> {
  const work = new Work(shop.as.technician, await bookJob(shop.as.counter, stock));
  await work.assess();
  return work;
}

const wanted = (over: object = {}) => ({
  choice: { kind: 'drive', partId, siteId: 'a', on: 'new' },
  supplier: 'Harbour Parts',
  expected: '2026-06-04',
  ...over,
});
const ordered = (job: JobView) => job.snapshot.ordered;

describe('a part ordered for a job', () => {
  it('moves the promise, is late, is wrong, comes, and is reserved by its serial', async () => {
    const work = await assessed();
    expect((await work.post('/drive', { partId, siteId: 'a', on: 'new' })).body.code).toBe('none-on-the-shelf');
    await work.post('/part-orders', wanted({ promisedAt: '2026-06-05T15:00:00.000Z' }));
    expect(work.job.promisedAt).toBe('2026-06-05T15:00:00.000Z');
    expect([work.step('receive part'), work.step('reserve new drive')]).toEqual(['ready', 'waiting']);
    const quoted = work.job.snapshot.ordered[0]?.quoted;
    expect(quoted).toEqual([{ what: 'Palewood C1 480 GB', count: 1, each: 3900 }]);
    expect(work.job.readyIn).toBeGreaterThan(24 * 60);
    const settle = (outcome: object) => work.post(`/part-orders/${ordered(work.job)[0]?.id ?? ''}`, { outcome });
    await settle({ what: 'late', expected: '2026-06-06' });
    expect(ordered(work.job)[0]?.expected).toBe('2026-06-06');
    await settle({ what: 'wrong', note: '2.5 inch of 15 mm', expected: '2026-06-08' });
    await settle({ what: 'dead on arrival', note: '', expected: '2026-06-09' });
    expect(ordered(work.job)[0]?.expected).toBe('2026-06-09');
    const unread = await settle({ what: 'arrived', serials: [], place: '' });
    expect(unread.status).toBe(422);
    await shop.as.counter.send('POST', '/stock', { partId, serials: ['PW-8000'], count: 0, place: '' });
    await settle({ what: 'arrived', serials: ['PW-9001'], place: 'drawer 1' });
    await shop.database.query("update stock set quantity = 0 where serial = 'PW-8000'");
    expect(ordered(work.job)).toEqual([]);
    expect(work.job.snapshot.facts['new drive choice']).toMatchObject({ serial: 'PW-9001', siteId: 'a' });
    expect(work.job.history.map((event) => event.sentence).join('\n')).toContain('was dead on arrival');
  });

  it('is refused while the shelf has it, and twice', async () => {
    const work = await assessed();
    const there = await work.post(
      '/part-orders',
      wanted({ choice: { kind: 'drive', partId: stock.driveId, siteId: 'a', on: 'new' } }),
    );
    expect(there.body.code).toBe('on-the-shelf');
    await work.post('/part-orders', wanted());
    expect((await work.post('/part-orders', wanted())).body.code).toBe('ordered-already');
    await work.post(`/part-orders/${ordered(work.job)[0]?.id ?? ''}`, { outcome: { what: 'cancelled', note: '' } });
    expect([work.step('receive part'), work.step('reserve new drive')]).toEqual([undefined, 'ready']);
  });

  it('waits until what is reserved for the job is taken back, and gives back what was kept when nothing comes', async () => {
    const work = await assessed();
    await work.reserve(stock);
    expect((await work.post('/part-orders', wanted())).body.code).toBe('reserved-already');
    expect(work.job.snapshot.facts['new drive choice']).toBeDefined();
    const other = await assessed();
    await other.post('/part-orders', wanted());
    const outcome = { what: 'wrong', note: '', expected: null };
    await other.post(`/part-orders/${ordered(other.job)[0]?.id ?? ''}`, { outcome });
    expect([ordered(other.job).length, other.step('reserve new drive')]).toEqual([0, 'ready']);
  });

  it('keeps the modules that are there and orders only those that are missing', async () => {
    const work = new Work(
      shop.as.technician,
      await bookJob(shop.as.counter, stock, { wishes: [{ kind: 'memory', least: 12 * 1024 ** 3 }] }),
    );
    await work.put('memory');
    const choice = { kind: 'memory', partId: stock.moduleId, count: 1 };
    expect((await work.post('/part-orders', wanted({ choice }))).body.code).toBe('on-the-shelf');
    const { rows: parts } = (await shop.as.counter.get<PartPage>('/parts?find=BW-8')).body;
    expect(parts[0]?.reserved).toBe(0);
  });

  it('is cancelled with the job that ends without work', async () => {
    const work = await assessed();
    await work.post('/part-orders', wanted());
    const correction = { what: 'end', kind: 'withdrawn' };
    const { body } = await shop.as.technician.send<{ consequences: { sentence: string }[] }>(
      'POST',
      `/jobs/${work.job.tag}/consequences/end`,
      { version: work.job.version, correction },
    );
    expect(body.consequences.map((one) => one.sentence)).toContain(
      'Palewood C9, PW-481 is on order at Harbour Parts: that order is cancelled.',
    );
    await work.post('/corrections/end', { correction, reason: 'moves away' });
    expect(ordered(work.job)).toEqual([]);
  });
});
