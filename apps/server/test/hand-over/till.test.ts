import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { BillPage, CountView, IssueBill, Problem, QuoteView, TillView } from '@udrel/contract/types';
import { sumsOf } from '@udrel/core/bill';
import { writeAmountsAs } from '@udrel/core/money';
import { bookJob, stockUp, type Stock } from '../fixtures';
import { useShop } from '../harness';

const shop = useShop();
let stock: Stock;
beforeAll(async () => {
  stock = await stockUp(shop);
  await shop.as.owner.send('PUT', '/shop/rates', { hourly: 0, taxPercent: 20, assessment: 1500 });
  const formats = { locale: 'en-GB', currency: 'EUR', timeZone: 'Pacific/Auckland', paper: 'A4' };
  await shop.as.owner.send('PUT', '/shop/formats', formats);
});
// Amounts are written by all of a server: the tests beside these have no currency.
afterAll(() => writeAmountsAs());

const till = async () => (await shop.as.counter.get<TillView>('/till')).body;
const count = (body: object) => shop.as.counter.send<TillView & Problem>('POST', '/till/counts', body);
const pay = (order: number, amount: number, how = 'cash') =>
  shop.as.counter.send<QuoteView & Problem>('POST', `/orders/${order}/payments`, { amount, how });

/** An order that owes a sum and is billed over it: what was looked at, and not done. */
async function billed(each: number, due?: string): Promise<number> {
  const job = await bookJob(shop.as.counter, stock);
  const correction = { what: 'end', kind: 'declined' };
  await shop.as.counter.send('POST', `/jobs/${job.tag}/corrections/end`, {
    ...{ version: job.version, correction, reason: 'too dear' },
  });
  const reduction = { kind: 'none' as const, value: 0, reason: '' };
  const lines = [{ tag: job.tag, what: 'Assessment', count: 1, unit: 'piece' as const, each, taxPercent: 20 }];
  const buyer = { name: 'Ferry office', street: '', postcode: '', town: '', country: '', taxId: '' };
  const bill: IssueBill = { lines, reduction, buyer, note: '', agreed: '', total: sumsOf(lines, reduction).total };
  const { status } = await shop.as.counter.send('POST', `/orders/${job.order}/bills`, {
    ...bill,
    ...(due ? { due } : {}),
  });
  expect(status).toBe(201);
  return job.order;
}

describe('the till', () => {
  it('is counted against the cash since, and says what differs', async () => {
    const order = await billed(10_000);
    await pay(order, 4000);
    expect(await till()).toMatchObject({ expected: null, countedAt: null });
    // What was in it before it was counted nobody knows.
    expect((await count({ expected: null, counted: 9000, takenOut: 4000, note: '' })).status).toBe(201);
    expect(await till()).toMatchObject({ expected: 5000, stayed: 5000 });
    await pay(order, 3000);
    await pay(order, 1000, 'card');
    const { body } = await shop.as.counter.get<QuoteView>(`/orders/${order}/quote`);
    const cash = body.payments.find(({ amount }) => amount === 3000)?.id;
    const refund = { what: 'refunded', amount: 500, how: 'cash', reason: 'too much' };
    await shop.as.owner.send('POST', `/orders/${order}/payments/${cash}`, refund);
    const open = await till();
    expect(open.expected).toBe(7500);
    expect(open.since).toEqual([
      { how: 'cash', taken: 3000, back: 500, payments: 2 },
      { how: 'card', taken: 1000, back: 0, payments: 1 },
      { how: 'transfer', taken: 0, back: 0, payments: 0 },
    ]);
    const counted = { expected: 7500, counted: 7400, takenOut: 0, note: '' };
    expect((await count({ ...counted, expected: 7000 })).body.code).toBe('changed-meanwhile');
    expect((await count({ ...counted, takenOut: 7401 })).body.problems?.[0]?.field).toBe('takenOut');
    expect((await count(counted)).body.problems?.[0]?.field).toBe('note');
    const { body: done } = await count({ ...counted, note: 'a euro for the parking meter' });
    expect(done).toMatchObject({ expected: 7400, counts: [{ expected: 7500, counted: 7400 }, { expected: null }] });
  });

  it('has each payment in one count, however many are taken while it is counted', async () => {
    const order = await billed(50_000);
    const { expected } = await till();
    const body = { expected, counted: expected, takenOut: 0, note: '' };
    const took = await Promise.all([...Array.from({ length: 6 }, () => pay(order, 100)), count(body), count(body)]);
    const paid = took.slice(0, 6).filter(({ status }) => status === 201).length;
    expect(paid).toBe(6);
    const { expected: then, counts } = await till();
    const last = counts[0];
    expect((then ?? 0) + (last?.takenOut ?? 0)).toBe((expected ?? 0) + 600);
  });

  it('takes the last payment once, at whichever of two counters', async () => {
    const order = await billed(1000);
    const answers = await Promise.all([pay(order, 1200), pay(order, 1200, 'card')]);
    expect(answers.map(({ status }) => status).sort()).toEqual([201, 409]);
    expect(answers.find(({ status }) => status === 409)?.body.code).toBe('more-than-due');
  });
});

describe('the bills of the shop', () => {
  it('say what is open and what is overdue on the shop’s calendar, and are found', async () => {
    shop.clock.now = new Date('2026-06-10T13:00:00Z');
    const late = await billed(2000, '2026-06-11');
    const later = await billed(3000);
    await pay(later, 600, 'transfer');
    const list = async (query: string) => {
      const { body } = await shop.as.counter.get<BillPage>(`/bills?find=${query}`);
      return body.rows.map(({ order, open, issued, due }) => ({ order, open, issued, due }));
    };
    // One in the afternoon of the tenth in Greenwich is the morning of the eleventh there.
    expect(await list(`${late}&state=open`)).toEqual([
      { order: late, open: 2400, issued: '2026-06-11', due: '2026-06-11' },
    ]);
    expect(await list(`${late}&state=overdue`)).toEqual([]);
    shop.clock.now = new Date('2026-06-11T13:00:00Z');
    expect(await list(`${late}&state=overdue`)).toHaveLength(1);
    expect(await list(`${later}&state=open`)).toMatchObject([{ open: 3000 }]);
    await pay(later, 3000);
    expect(await list(`${later}&state=open`)).toEqual([]);
    const { body } = await shop.as.counter.get<CountView>('/counts/bills?state=overdue');
    expect(body.count).toBe(1);
  });

  it('stand in the book of their day with its payments, rate by rate', async () => {
    shop.clock.now = new Date('2026-07-01T02:00:00Z');
    const order = await billed(10_000);
    await pay(order, 12_000, 'card');
    const lines = (await shop.as.counter.text('/exports/day-book?day=2026-07-01')).trim().split('\n');
    const told = lines.filter((line) => line.includes(`,${order},`)).map((line) => line.split(',').slice(1));
    expect(told).toMatchObject([
      [
        'bill',
        expect.stringMatching(/^2026-/) as string,
        String(order),
        'Ferry office',
        '',
        '20',
        '100',
        '20',
        '120',
        'The counter',
      ],
      ['payment', '', String(order), 'Ferry office', 'card', '', '', '', '120', 'The counter'],
    ]);
    expect(await shop.as.counter.text('/exports/day-book?day=2026-06-30')).not.toContain(`,${order},`);
  });
});
