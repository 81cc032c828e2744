import { beforeAll, describe, expect, it } from 'vitest';
import type { OrderView, QuoteView } from '@udrel/contract/types';
import { booking, bookJob, deviceBooking, stockUp, Work, type Stock } from './fixtures';
import { useShop } from './harness';

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
