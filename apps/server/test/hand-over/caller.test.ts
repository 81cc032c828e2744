import { beforeAll, describe, expect, it } from 'vitest';
import type {
  CustomerCard,
  CustomerDetails,
  CustomerPage,
  Found,
  OrderView,
  Problem,
  QuoteView,
} from '@udrel/contract/types';
import { booking, deviceBooking, stockUp, Work, type Stock } from '../fixtures';
import { useShop } from '../harness';

const shop = useShop();
let stock: Stock;
let order: OrderView;
beforeAll(async () => {
  stock = await stockUp(shop);
  await shop.as.owner.send('PUT', '/shop/rates', { hourly: 3600, taxPercent: 20, assessment: 1500 });
  const given = booking(stock, { price: null }, { name: 'Pottery', phone: '+49 (0) 1555 / 010-777' });
  given.jobs.push(deviceBooking(stock, { leftWithUs: [{ name: 'charger', place: 'rack B1' }] }));
  order = (await shop.as.counter.send<OrderView>('POST', '/orders', given)).body;
});

const find = async (text: string) => (await shop.as.counter.get<Found[]>(`/find?q=${encodeURIComponent(text)}`)).body;
const cardOf = async (id: string) => (await shop.as.counter.get<CustomerCard>(`/customers/${id}`)).body;
const idOf = () => order.jobs[0]?.customer.id ?? '';

describe('who calls', () => {
  it('is found first by their number, in whatever form, with their jobs behind', async () => {
    for (const typed of ['0 1555 010777', '01555/010777', '+49 01555 010 777']) {
      const [first, ...rest] = await find(typed);
      expect([first?.kind, first?.id], typed).toEqual(['customer', idOf()]);
      if (typed.startsWith('01')) expect(rest.map(({ kind }) => kind)).toContain('job');
    }
    // A few digits may be of anybody.
    expect((await find('01555'))[0]?.kind).toBe('job');
  });

  it('hears how each order stands, what it costs, and what we ask', async () => {
    const card = await cardOf(idOf());
    expect(card.orders).toHaveLength(1);
    const [of] = card.orders;
    expect(of?.jobs.map(({ sentence, question }) => [sentence, question])).toEqual([
      ['It waits to be looked at.', null],
      ['It waits to be looked at.', null],
    ]);
    expect(of).toMatchObject({ billed: false, open: true });
    const [first, second] = order.jobs.map(({ tag }) => tag);
    expect(card.here).toEqual([
      { what: 'the device', tag: first, place: '' },
      { what: 'the device', tag: second, place: '' },
      { what: 'charger', tag: second, place: 'rack B1' },
    ]);
    expect(card.devices).toHaveLength(2);
    const work = new Work(shop.as.technician, order.jobs[0] as never);
    await work.assess();
    await work.reserve(stock);
    const { sentence, question } = (await cardOf(idOf())).orders[0]?.jobs[0] ?? {};
    expect(sentence).toBe('We cannot go on without your word.');
    expect(question).toMatch(/^It comes to .*: shall we do it\?$/);
  });

  it('has what was said kept in a line, of a job or not', async () => {
    const say = (body: object) =>
      shop.as.counter.send<CustomerCard & Problem>('POST', `/customers/${idOf()}/said`, body);
    const tag = order.jobs[0]?.tag ?? '';
    expect((await say({ text: 'will fetch it on Friday', tag })).body.said[0]).toMatchObject({
      tag,
      by: 'The counter',
    });
    const other = { ...booking(stock), customer: { id: null, name: 'Choir', phone: '', email: '' } };
    const { body: theirs } = await shop.as.counter.send<OrderView>('POST', '/orders', other);
    const wrong = await say({ text: 'mixed up', tag: theirs.jobs[0]?.tag });
    expect(wrong.body.problems?.[0]?.field).toBe('tag');
    expect((await say({ text: '', tag: null })).status).toBe(422);
  });

  it('is found by each of several numbers, and by none of two run together', async () => {
    const {
      id: _id,
      since: _since,
      orders: _o,
      closed: _c,
      earlier: _e,
      owed: _w,
      devices: _d,
      here: _h,
      said: _s,
      ...details
    } = await cardOf(idOf());
    const changed: CustomerDetails = { ...details, otherPhones: ['0170 555 01 12'], street: 'Kiln 4', country: 'EE' };
    const { body } = await shop.as.counter.send<CustomerCard>('PUT', `/customers/${idOf()}`, changed);
    expect(body).toMatchObject({ street: 'Kiln 4', otherPhones: ['0170 555 01 12'] });
    expect((await find('01705550112'))[0]?.id).toBe(idOf());
    expect((await find('+49 170 555 0112'))[0]?.id).toBe(idOf());
    expect((await find('77701705'))[0]?.id).not.toBe(idOf());
    const nobody = await shop.as.counter.send('PUT', '/customers/00000000-0000-4000-8000-000000000000', changed);
    expect(nobody.status).toBe(404);
  });

  it('is told what is owed from before, and of which orders no bill says it', async () => {
    const given = booking(stock, {}, { name: 'Tide-gauge' });
    const { body: before } = await shop.as.counter.send<OrderView>('POST', '/orders', given);
    const [job] = before.jobs;
    await shop.database.query('update job set closed_at = $2 where tag = $1', [job?.tag, shop.clock.now]);
    const owed = async () => (await cardOf(job?.customer.id ?? '')).owed.map(({ by, due }) => [by, due]);
    expect(await owed()).toEqual([['not billed', null]]);
    const lines = [{ tag: null, what: 'Work', count: 1, unit: 'piece', each: 1000, taxPercent: 20 }];
    const buyer = { name: 'Tide-gauge', street: '', postcode: '', town: '', country: '', taxId: '' };
    const reduction = { kind: 'none', value: 0, reason: '' };
    const path = `/orders/${before.number}/bills`;
    await shop.database.query("update job set ended_as = 'declined' where tag = $1", [job?.tag]);
    const bill = { lines, reduction, buyer, note: '', agreed: '', total: 1200 };
    const { body: billed } = await shop.as.counter.send<QuoteView>('POST', path, bill);
    expect(await owed()).toEqual([['billed', 1200]]);
    const credit = { amount: 1200, reason: 'wrong name', follows: true };
    await shop.as.owner.send('POST', `${path}/${billed.bills[0]?.id}`, credit);
    expect(await owed()).toEqual([['a corrected bill follows', null]]);
  });

  it('stands in the list of customers, with an open job or without', async () => {
    const list = async (query: string) =>
      (await shop.as.counter.get<CustomerPage>(`/customers/list?${query}`)).body.rows.map(({ name }) => name);
    expect(await list('find=pot')).toEqual(['Pottery']);
    expect(await list('find=0170%20555')).toEqual(['Pottery']);
    expect(await list('open=yes&sort=name')).toEqual(['Choir', 'Pottery']);
  });
});
