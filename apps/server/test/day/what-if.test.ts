import { beforeAll, describe, expect, it } from 'vitest';
import type { OpeningHours, Problem, WhatIfView } from '@udrel/contract/types';
import { momentOf, openingsFrom } from '../../src/shop/hours';
import { booking, stockUp, type Stock } from '../fixtures';
import { useShop } from '../harness';

const shop = useShop();
let stock: Stock;
beforeAll(async () => {
  stock = await stockUp(shop);
  const formats = { locale: 'en-GB', currency: '', timeZone: 'Europe/Dublin', paper: 'A4' };
  await shop.as.owner.send('PUT', '/shop/formats', formats);
});

const DAY = { from: '09:00', until: '18:00' };
const hours = (over: Partial<OpeningHours> = {}): OpeningHours => ({
  ...{ week: [DAY, DAY, DAY, DAY, DAY, null, null], closed: [] },
  ...over,
});
const set = (given: OpeningHours) => shop.as.owner.send<OpeningHours & Problem>('PUT', '/shop/hours', given);
const ask = async (query = 'wishes=new drive') =>
  (await shop.as.counter.get<WhatIfView & Problem>(`/schedule/what-if?${query}`)).body;

describe('opening hours', () => {
  it('are set by the owner, close after they open, and are open at least once', async () => {
    const wrong = await set(hours({ week: [{ from: '18:00', until: '09:00' }, null, null, null, null, null, null] }));
    expect(wrong.body.problems?.[0]?.field).toBe('week.0.until');
    const never = await set(hours({ week: [null, null, null, null, null, null, null] }));
    expect(never.body.problems?.[0]?.field).toBe('week.0.from');
    expect((await set(hours())).status).toBe(200);
    expect((await shop.as.counter.get<OpeningHours>('/shop/hours')).body).toEqual(hours());
    expect((await shop.as.technician.send('PUT', '/shop/hours', hours())).status).toBe(403);
  });

  it('are those of the shop’s clock, before and after it changes, without closed days', () => {
    const zone = { timeZone: 'Europe/Dublin' };
    expect(new Date(momentOf('2031-03-28', '09:00', zone)).toISOString()).toBe('2031-03-28T09:00:00.000Z');
    expect(new Date(momentOf('2031-03-31', '09:00', zone)).toISOString()).toBe('2031-03-31T08:00:00.000Z');
    const spans = openingsFrom(
      hours({ closed: [{ day: '2031-03-31', name: '' }] }),
      new Date('2031-03-28T12:00:00Z'),
      zone,
    );
    expect(spans.slice(0, 2).map(({ from }) => new Date(from).toISOString())).toEqual([
      '2031-03-28T09:00:00.000Z',
      '2031-04-01T08:00:00.000Z',
    ]);
  });
});

describe('what can be promised', () => {
  it('lies within opening hours, later the more is open, and names what would be late for it', async () => {
    const first = await ask();
    expect(first).toMatchObject({ open: 0, hands: 1, slips: [] });
    expect(first.early <= first.usually && first.usually <= first.late && first.late <= first.promise).toBe(true);
    const at = new Date(first.promise);
    expect([at.getUTCDay() > 0 && at.getUTCDay() < 6, at.getUTCMinutes() % 15]).toEqual([true, 0]);
    // What is promised for the very afternoon, and takes all of it.
    const soon = new Date(shop.clock.now.getTime() + 5 * 3_600_000).toISOString();
    for (let n = 0; n < 5; n += 1) await shop.as.counter.send('POST', '/orders', booking(stock, { promisedAt: soon }));
    const more = await ask();
    expect(more.open).toBe(5);
    expect(more.promise > first.promise).toBe(true);
    const pressed = await ask(
      `wishes=memory&promisedAt=${new Date(shop.clock.now.getTime() + 3_600_000).toISOString()}`,
    );
    // All five are due then: one more of the shortest kind goes first, and three of them come late by it, or later.
    expect(pressed.slips).toHaveLength(3);
    expect(pressed.slips[0]).toMatchObject({ customer: 'Ferry office' });
  });

  it('is asked for wishes that there are', async () => {
    expect((await ask('wishes=everything')).problems?.[0]?.field).toBe('wishes');
    expect((await ask('wishes=new drive,memory')).open).toBe(5);
  });
});
