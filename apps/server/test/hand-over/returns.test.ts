import { beforeAll, describe, expect, it } from 'vitest';
import type { ClaimPage, ClaimView, JobView, Problem, QuoteView, ReturnView } from '@udrel/contract/types';
import { booking, stockUp, Work, type Stock } from '../fixtures';
import { useShop } from '../harness';

const shop = useShop();
let stock: Stock;
beforeAll(async () => {
  stock = await stockUp(shop);
  await shop.as.owner.send('PUT', '/shop/rates', { hourly: 6000, taxPercent: 20, assessment: 1500 });
});

const device = (serial: string) => ({ modelId: stock.modelId, stub: null, serial, place: '' });
const book = (serial: string, facts: object = {}) =>
  shop.as.counter.send<{ jobs: JobView[] } & Problem>(
    'POST',
    '/orders',
    booking(stock, { device: device(serial), facts, price: null }),
  );

describe('a return under guarantee', () => {
  let first: Work;
  let fitted: string;
  beforeAll(async () => {
    const { body } = await book('RET-1');
    first = new Work(shop.as.technician, body.jobs[0] as JobView);
    await first.assess('OLD-R1');
    await first.reserve(stock);
    const { now } = (await shop.as.counter.get<QuoteView>(`/orders/${first.job.order}/quote`)).body;
    await shop.as.counter.send('POST', `/orders/${first.job.order}/acceptance`, {
      ...{ total: now.total, how: 'by phone', note: '' },
    });
    first.job = (await shop.as.counter.get<JobView>(`/jobs/${first.job.tag}`)).body;
    await first.plan();
    await first.prepareDevice();
    fitted = first.job.snapshot.facts['new drive choice']?.serial ?? '';
    await first.put('source identified', { serial: 'OLD-R1' });
    await first.put('new drive identified', { serial: fitted });
    await first.post('/runs', { berth: null });
    await first.post('/runs/end', { outcome: 'ended well', note: '' });
    await first.readBack();
    await first.post('/disassembly', { way: 'out' });
    await first.put('new drive fitted', { serial: fitted });
    await first.put('trial start');
    await first.post('/disassembly', { way: 'back' });
    for (const key of ['after', 'functions', 'old drive stays'] as const) await first.put(key);
    expect((await first.handOver()).status).toBe(200);
  });

  it('is of a job that was done on this device, and costs nothing unless the cause is none of ours', async () => {
    const { tag: of } = first.job;
    const wrong = await book('RET-2', { 'guarantee return': { of } });
    expect(wrong.body.problems).toMatchObject([{ field: 'jobs.0.facts.guarantee return.of' }]);
    const { body } = await book('RET-1', { 'guarantee return': { of } });
    const work = new Work(shop.as.technician, body.jobs[0] as JobView);
    expect(work.job.snapshot.facts['guarantee return']).toEqual({ of });
    await work.assess(fitted);
    await work.reserve(stock);
    const total = async () => (await shop.as.counter.get<QuoteView>(`/orders/${work.job.order}/quote`)).body.now.total;
    expect(await total()).toBe(0);
    expect(work.step('agree price')).toBe('done');
    await work.put('return cause', { cause: 'something else', serial: '', note: 'tea in the keyboard' });
    expect(await total()).toBeGreaterThan(0);
    expect(work.step('agree price')).not.toBe('done');
    await work.put('return cause', { cause: 'a part of ours failed', serial: fitted, note: 'not listed any more' });
    expect(await total()).toBe(0);
    const returns = async (query: string) => (await shop.as.counter.get<ReturnView[]>(`/returns?${query}`)).body;
    const told = [{ tag: work.job.tag, of, cause: 'a part of ours failed', serial: fitted }];
    expect(await returns(`part=${stock.driveId}`)).toMatchObject(told);
    expect(await returns(`model=${stock.modelId}`)).toMatchObject(told);
    expect(await returns(`part=${stock.smallDriveId}`)).toEqual([]);

    const claim = { supplier: 'Brightwell Parts', what: 'Palewood C1', serial: fitted, note: 'dead' };
    const open = (tag: string) => shop.as.counter.send<ClaimView & Problem>('POST', `/jobs/${tag}/claims`, claim);
    expect((await open(of)).body.code).toBe('no-return');
    const opened = (await open(work.job.tag)).body;
    expect(opened).toMatchObject({ state: 'to be sent', serial: fitted });
    expect(opened.fittedAt).not.toBeNull();
    expect((await open(work.job.tag)).body.code).toBe('claimed');
    const { body: settled } = await shop.as.counter.send<ClaimView>('POST', `/claims/${opened.id}`, {
      ...{ state: 'replaced', note: 'a new one came' },
    });
    expect(settled).toMatchObject({ state: 'replaced', settledAt: expect.any(String) });
    expect((await shop.as.counter.get<ClaimPage>('/claims?open=yes')).body.rows).toEqual([]);
    expect((await shop.as.counter.get<ClaimPage>(`/claims?find=${fitted}`)).body.rows).toHaveLength(1);
  });
});
