import { beforeAll, describe, expect, it } from 'vitest';
import type { JobView, OrderView, Problem } from '@udrel/contract/types';
import { retryable } from '../../src/platform/database/transaction';
import { bookJob, booking, deviceBooking, stockUp, Work, type Stock } from '../fixtures';
import { useShop } from '../harness';

const shop = useShop();
let stock: Stock;
beforeAll(async () => void (stock = await stockUp(shop)));

const another = (n: number) => ({
  id: null,
  name: `Customer ${n}`,
  phone: '',
  email: '',
});

describe('two people at two jobs of one order', () => {
  it('correct the customer at the same moment, and both come out', async () => {
    for (let round = 0; round < 12; round++) {
      const order = booking(stock);
      order.jobs.push(deviceBooking(stock));
      const { body } = await shop.as.counter.send<OrderView>('POST', '/orders', order);
      const answers = await Promise.all(
        body.jobs.map(({ tag, version }, n) =>
          shop.as[n === 0 ? 'counter' : 'technician'].send<JobView & Problem>(
            'POST',
            `/jobs/${tag}/corrections/booking`,
            {
              version,
              correction: { what: 'customer', customer: another(round * 2 + n) },
              reason: 'typed wrong',
            },
          ),
        ),
      );
      const statuses = answers.map(({ status }) => status).sort();
      // One is first; the other looks at what stands there now.
      expect(statuses).toEqual([200, 409]);
    }
  });
});

describe('the same thing made twice at the same moment', () => {
  it('ends in a sentence that names it, never in a fault', async () => {
    const place = 'shelf 9';
    const made = await Promise.all(
      ['one', 'two', 'three', 'four'].map((name) =>
        shop.as.counter.send<Problem>('POST', '/orders', booking(stock, { leftWithUs: [{ name, place }] })),
      ),
    );
    expect(made.every(({ status }) => status === 201 || status === 409)).toBe(true);
    const refused = made.filter(({ status }) => status === 409);
    expect(refused.every(({ body }) => body.problems?.[0]?.field === 'place')).toBe(true);
    const account = { name: 'T', login: 'tamsin', role: 'counter', password: 'long enough password' };
    const accounts = await Promise.all([1, 2, 3].map(() => shop.as.owner.send<Problem>('POST', '/staff', account)));
    expect(accounts.filter(({ status }) => status === 201)).toHaveLength(1);
    expect(accounts.every(({ status }) => status < 500)).toBe(true);
  });
});

describe('what the database takes back for another’s sake', () => {
  it('is tried again', () => {
    expect([retryable({ code: '40P01' }), retryable({ driverError: { code: '40001' } })]).toEqual([true, true]);
    expect([retryable({ code: '23505' }), retryable(new Error('other'))]).toEqual([false, false]);
  });
});

describe('gates that a technician may pass', () => {
  it('are all passed with a reason, whichever they are', async () => {
    const work = new Work(shop.as.technician, await bookJob(shop.as.counter, stock));
    await work.assess(`ED-${work.job.tag}`);
    await work.reserve(stock);
    await work.plan();
    const open = work.job.procedure.gates.filter(
      ({ overridableBy, holds }) => overridableBy === 'technician' && !holds,
    );
    expect(open.map(({ id }) => id)).toEqual(expect.arrayContaining(['prepared', 'read back']));
    for (const { id } of open) {
      const { status } = await work.post('/overrides', { gate: id, reason: 'agreed with the customer' });
      expect([id, status]).toEqual([id, 200]);
    }
  });
});
