import { randomUUID } from 'node:crypto';
import { beforeAll, describe, expect, it } from 'vitest';
import type { JobView, ModelView, OrderView, PartPage, Problem, QuoteView } from '@udrel/contract/types';
import { agreedPrice } from '@udrel/core/steps';
import { spendStock } from '../../src/shelf/reservations';
import { Part } from '../../src/shelf/entities';
import { booking, bookJob, deviceBooking, stockUp, Work, type Stock } from '../fixtures';
import { useShop, type Caller } from '../harness';

const shop = useShop();
let stock: Stock;
beforeAll(async () => {
  stock = await stockUp(shop);
  await shop.as.owner.send('PUT', '/shop/rates', { hourly: 3600, taxPercent: 20 });
});

const quoteOf = async (order: number) => (await shop.as.counter.get<QuoteView>(`/orders/${order}/quote`)).body;

describe('the quote of an order', () => {
  it('is frozen, accepted, and held against what changes later', async () => {
    const work = new Work(shop.as.technician, await bookJob(shop.as.counter, stock, { price: null }));
    await work.assess();
    await work.reserve(stock);
    expect(work.step('agree price')).toBe('ready');
    expect((await work.plan()).body.detail).toContain('Have the customer agree to');
    const before = await quoteOf(work.job.order);
    expect(before.now.jobs[0]?.lines.map((line) => line.kind)).toEqual(['part', 'work']);
    expect(before.now.tax).toBe(Math.round(before.now.net * 0.2));
    const path = `/orders/${work.job.order}`;
    const { total } = before.now;
    expect((await shop.as.counter.send('POST', `${path}/quotes`, { total: total - 1 })).status).toBe(409);
    expect((await shop.as.counter.send('POST', `${path}/quotes`, { total })).status).toBe(201);
    const accepted = await shop.as.counter.send<QuoteView>('POST', `${path}/acceptance`, {
      total,
      how: 'by phone',
      note: 'spoke with the son',
    });
    expect(accepted.body.versions).toHaveLength(1);
    expect(accepted.body.versions[0]).toMatchObject({
      version: 1,
      acceptedHow: 'by phone',
      note: 'spoke with the son',
    });
    await shop.as.owner.send('PUT', '/shop/rates', { hourly: 7200, taxPercent: 20 });
    const dearer = await quoteOf(work.job.order);
    expect(dearer.versions[0]?.quote.total).toBe(total);
    expect(dearer.changed).toEqual([expect.stringMatching(/^Work: .* instead of /)]);
    const { body } = await shop.as.technician.get<Work['job']>(`/jobs/${work.job.tag}`);
    work.job = body;
    expect((await work.plan()).body.detail).toContain('Have the customer agree to');
    await shop.as.owner.send('PUT', '/shop/rates', { hourly: 3600, taxPercent: 20 });
    expect((await work.plan()).status).toBe(200);
  });

  it('covers every device of the order, each job with its share, and counts what was paid', async () => {
    const given = booking(stock, { price: null });
    given.jobs.push(deviceBooking(stock, { price: null, wishes: [{ kind: 'memory', least: 12 * 1024 ** 3 }] }));
    const { body: order } = await shop.as.counter.send<OrderView>('POST', '/orders', given);
    const { now } = await quoteOf(order.number);
    expect(now.jobs).toHaveLength(2);
    await shop.as.counter.send('POST', `/orders/${order.number}/acceptance`, {
      total: now.total,
      how: 'at the counter',
      note: '',
    });
    const shares = await Promise.all(
      order.jobs.map(async ({ tag }) => {
        const { body } = await shop.as.counter.get<Work['job']>(`/jobs/${tag}`);
        return body.snapshot.facts['quote accepted']?.total ?? 0;
      }),
    );
    expect(shares[0]).toBeGreaterThan(0);
    expect((shares[0] ?? 0) + (shares[1] ?? 0)).toBe(now.total);
    const paid = await shop.as.counter.send<QuoteView>('POST', `/orders/${order.number}/payments`, {
      amount: 5000,
      how: 'card',
    });
    expect([paid.body.paid, paid.body.due]).toEqual([5000, now.total - 5000]);
  });
});

describe('money', () => {
  const open = async (over = {}) => {
    const job = await bookJob(shop.as.counter, stock, { price: 100_000, ...over });
    const work = new Work(shop.as.technician, job);
    await work.assess(`ED-${job.tag}`);
    await work.reserve(stock);
    return { job, work, pay: payInto(job.order) };
  };
  const payInto =
    (order: number) =>
    (amount: number, more: object = {}) =>
      shop.as.counter.send<QuoteView & Problem>('POST', `/orders/${order}/payments`, { amount, how: 'card', ...more });
  const correct = (by: Caller, order: number, id: string, body: object) =>
    by.send<QuoteView & Problem>('POST', `/orders/${order}/payments/${id}`, body);

  it('beyond what is due is asked about first', async () => {
    const { job, pay } = await open();
    const { now } = await quoteOf(job.order);
    expect((await pay(now.total + 1)).body).toMatchObject({ code: 'more-than-due' });
    expect((await pay(now.total + 1, { moreThanDue: true })).body).toMatchObject({ due: 0, over: 1 });
  });

  it('that was written down wrong is put right by the owner, and given back with a reason', async () => {
    const { job, pay } = await open();
    const { body } = await pay(3000);
    const id = body.payments[0]?.id ?? '';
    const right = { what: 'corrected', amount: 2000, how: 'cash', reason: 'typed a wrong figure' };
    expect((await correct(shop.as.counter, job.order, id, right)).status).toBe(403);
    expect((await correct(shop.as.owner, job.order, id, { ...right, reason: '' })).status).toBe(422);
    const put = await correct(shop.as.owner, job.order, id, right);
    expect(put.body).toMatchObject({ paid: 2000 });
    expect(put.body.payments.map(({ amount, how, left }) => [amount, how, left])).toEqual([
      [3000, 'card', 0],
      [-3000, 'card', -3000],
      [2000, 'cash', 2000],
    ]);
    expect((await correct(shop.as.owner, job.order, id, right)).body.code).toBe('given-back');
    const back = { what: 'refunded', amount: 2500, how: 'cash', reason: 'did not want the drive' };
    const cash = put.body.payments[2]?.id ?? '';
    expect((await correct(shop.as.owner, job.order, cash, back)).body.problems?.[0]?.field).toBe('amount');
    expect((await correct(shop.as.owner, job.order, cash, { ...back, amount: 500 })).body.paid).toBe(1500);
    const { body: after } = await shop.as.counter.get<JobView>(`/jobs/${job.tag}`);
    expect(after.history[0]?.sentence).toBe('Given back: 5.00, cash: did not want the drive');
  });

  it('is taken once however often it is sent under its key', async () => {
    const { job } = await open();
    const key = { 'idempotency-key': crypto.randomUUID() };
    const send = () => shop.as.counter.send('POST', `/orders/${job.order}/payments`, { amount: 900, how: 'card' }, key);
    await Promise.all([send(), send(), send()]);
    expect((await quoteOf(job.order)).paid).toBe(900);
  });

  it('is still taken once the job is closed', async () => {
    const { job, work, pay } = await open();
    await work.post('/corrections/end', { correction: { what: 'end', kind: 'declined' }, reason: 'too much' });
    await work.put('signature' as never, { name: 'Ferry office', path: 'typed' });
    expect((await work.post('/close')).status).toBe(200);
    expect((await pay(500, { moreThanDue: true })).body).toMatchObject({ paid: 500, over: 500 });
    const { body } = await shop.as.counter.get<JobView>(`/jobs/${job.tag}`);
    expect(body.history[0]?.sentence).toBe('Taken: 5.00, card');
  });

  it('agreed on is what was accepted, be it less than what was told', async () => {
    const { job, work } = await open();
    const { now } = await quoteOf(job.order);
    await shop.as.counter.send('POST', `/orders/${job.order}/acceptance`, {
      total: now.total,
      how: 'by phone',
      note: '',
    });
    const { body } = await shop.as.counter.get<JobView>(`/jobs/${job.tag}`);
    expect(agreedPrice({ ...work.job.snapshot, told: 100_000 })?.amount).toBe(100_000);
    expect(agreedPrice(body.snapshot)?.amount).toBe(now.total);
    expect(now.total).toBeLessThan(100_000);
    expect((await quoteOf(job.order)).accepted).toEqual({ version: 1, total: now.total });
  });
});

describe('small parts that a fit needs', () => {
  it('stand on the quote, are kept for the job, and leave the shelf with the drive', async () => {
    const { manager } = shop.database;
    const spacer = randomUUID();
    await manager.insert(Part, {
      id: spacer,
      kind: 'small part',
      maker: 'Thimble',
      name: 'spacer 2.5 mm',
      partNumber: 'TH-SP',
      price: 90,
      serialised: false,
      reorderLevel: null,
      spec: null,
    });
    await manager.query('insert into stock (id, part_id, quantity) values (gen_random_uuid(), $1, 3)', [spacer]);
    const { body: deep } = await shop.as.owner.send<ModelView>('POST', '/models', {
      ...(await shop.as.owner.get<Record<string, unknown>>(`/models/${stock.modelId}`)).body,
      id: undefined,
      stub: undefined,
      code: 'T15-DEEP',
      sites: [{ id: 'a', name: 'Site A', needs: '', disables: '', form: '2.5', height: 9.5, sata: 3, power12V: false }],
    });
    const job = await bookJob(shop.as.counter, { ...stock, modelId: deep.id }, { price: 100_000 });
    const work = new Work(shop.as.technician, job);
    await work.assess(`ED-${job.tag}`);
    await work.reserve(stock);
    expect(work.job.snapshot.facts['new drive choice']?.partsNeeded).toEqual(['spacer 2.5 mm']);
    const lines = (await quoteOf(job.order)).now.jobs[0]?.lines ?? [];
    expect(lines.find(({ what }) => what === 'spacer 2.5 mm')).toMatchObject({ count: 1, each: 90 });
    const left = async () => {
      const { body } = await shop.as.counter.get<PartPage>('/parts?find=TH-SP');
      return body.rows.map(({ onShelf, reserved }) => [onShelf, reserved])[0];
    };
    expect(await left()).toEqual([3, 1]);
    const context = { manager, now: shop.clock.now } as never;
    await spendStock(context, job.id);
    expect(await left()).toEqual([2, 0]);
  });
});
