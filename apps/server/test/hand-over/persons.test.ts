import { beforeAll, describe, expect, it } from 'vitest';
import type {
  BroughtIn,
  CustomerCard,
  CustomerPage,
  ErasureView,
  Found,
  JobView,
  LinkView,
  Problem,
  QuoteView,
} from '@udrel/contract/types';
import { sumsOf } from '@udrel/core/bill';
import { readVCards } from '@udrel/core/vcard';
import { booking, stockUp, Work, type Stock } from '../fixtures';
import { useShop } from '../harness';

const shop = useShop();
let stock: Stock;
beforeAll(async () => {
  stock = await stockUp(shop);
});

async function booked(customer: object): Promise<JobView> {
  const { body } = await shop.as.counter.send<{ jobs: JobView[] }>('POST', '/orders', booking(stock, {}, customer));
  const [job] = body.jobs;
  if (!job) throw new Error('nothing was booked');
  return job;
}
const card = async (id: string) => shop.as.counter.get<CustomerCard & Problem>(`/customers/${id}`);
const change = (id: string, over: object) =>
  shop.as.counter.send('PUT', `/customers/${id}`, {
    ...{ name: 'N', phone: '', otherPhones: [], email: '', street: '', postcode: '', town: '', country: '' },
    ...{ taxId: '', tellBy: '', ...over },
  });
const erasure = async (id: string) => (await shop.as.owner.get<ErasureView>(`/customers/${id}/erasure`)).body;
const erase = (id: string, name: string) =>
  shop.as.owner.send<ErasureView & Problem>('POST', `/customers/${id}/erasure`, { name });

/** A job that is handed over as it came. */
async function over(job: JobView): Promise<Work> {
  const work = new Work(shop.as.technician, job);
  await work.post('/corrections/end', { correction: { what: 'end', kind: 'declined' }, reason: 'too dear' });
  await work.put('signature', { name: 'Maud Ingram', path: 'typed' });
  expect((await work.post('/close')).status).toBe(200);
  return work;
}

describe('two customers that are the same', () => {
  it('become one, with the jobs, numbers and words of both', async () => {
    const one = await booked({ name: 'Maud Ingram', phone: '01555 020 301' });
    const two = await booked({ name: 'M. Ingram', phone: '07700 020 302', email: 'maud@ingram.example' });
    const [kept, gone] = [one.customer.id, two.customer.id];
    await shop.as.counter.send('POST', `/customers/${gone}/said`, { text: 'wants it on Friday', tag: null });
    const merge = (id: string, from: string) =>
      shop.as.owner.send<CustomerCard & Problem>('POST', `/customers/${id}/merge`, { from });
    expect((await merge(kept, kept)).body.problems?.[0]?.field).toBe('from');
    const { body } = await merge(kept, gone);
    expect(body).toMatchObject({ name: 'Maud Ingram', phone: '01555 020 301', otherPhones: ['07700 020 302'] });
    expect(body.orders.map(({ number }) => number).sort()).toEqual([one.order, two.order].sort());
    expect(body.said).toMatchObject([{ text: 'wants it on Friday' }]);
    expect(body.email).toBe('maud@ingram.example');
    expect((await card(gone)).status).toBe(404);
    expect((await merge(kept, gone)).status).toBe(404);
    const [found] = (await shop.as.counter.get<Found[]>('/find?q=07700020302')).body;
    expect(found).toMatchObject({ kind: 'customer', id: kept });
  });
});

describe('vCards', () => {
  it('go out of a customer, and come in as customers of whom no number is known', async () => {
    const { customer } = await booked({ name: 'Gull & Sons, Merrow', phone: '01555 020 401' });
    const text = await shop.as.counter.text(`/customers/${customer.id}/vcard`);
    const { people } = readVCards(text);
    expect(people).toMatchObject([{ name: 'Gull & Sons, Merrow', phones: ['01555 020 401'] }]);
    const details = {
      otherPhones: [],
      email: '',
      street: '',
      postcode: '',
      town: '',
      country: '',
      taxId: '',
      tellBy: '',
    };
    const { body } = await shop.as.counter.send<BroughtIn>('POST', '/customers', {
      customers: [
        { ...details, name: 'Gulls', phone: '+44 (0)1555-020-499', otherPhones: ['01555/020401'] },
        { ...details, name: 'New Person', phone: '01555 020 402' },
      ],
    });
    expect(body).toEqual({ added: 1, known: [{ given: 'Gulls', id: customer.id, name: 'Gull & Sons, Merrow' }] });
    expect((await shop.as.counter.get<CustomerPage>('/customers/list?find=01555020402')).body.rows).toHaveLength(1);
  });
});

describe('a person’s data', () => {
  it('is handed out whole, and erased but for what bills have to name', async () => {
    const job = await booked({ name: 'Maud Ingram-Poole', phone: '01555 020 501', email: 'maud@poole.example' });
    const { id } = job.customer;
    await change(id, {
      name: 'Maud Ingram-Poole',
      phone: '01555 020 501',
      email: 'maud@poole.example',
      street: 'Quay 9',
    });
    await shop.as.counter.send('POST', `/customers/${id}/said`, { text: 'is Maud’s mother', tag: null });
    const page = (await shop.as.counter.send<LinkView>('POST', `/orders/${job.order}/page`)).body.path ?? '';
    expect((await erasure(id)).refused).toEqual(['A job is open.', 'A thing of theirs lies here.']);
    expect((await erase(id, 'Maud Ingram-Poole')).body.code).toBe('tied');
    await over(job);
    const reduction = { kind: 'none' as const, value: 0, reason: '' };
    const lines = [{ tag: job.tag, what: 'Assessment', count: 1, unit: 'piece' as const, each: 1500, taxPercent: 0 }];
    const buyer = { name: 'Maud Ingram-Poole', street: 'Quay 9', postcode: '', town: '', country: '', taxId: '' };
    const { body: quote } = await shop.as.counter.send<QuoteView>('POST', `/orders/${job.order}/bills`, {
      ...{ lines, reduction, buyer, note: '', agreed: '', total: sumsOf(lines, reduction).total },
    });
    expect(quote.bills).toHaveLength(1);
    expect((await erasure(id)).refused).toEqual(['Money is open between them and the shop.']);
    await shop.as.counter.send('POST', `/orders/${job.order}/payments`, { amount: quote.due, how: 'cash' });

    const data = JSON.parse(await shop.as.counter.text(`/customers/${id}/data`)) as Record<string, unknown[]>;
    expect(data['jobs']).toMatchObject([{ tag: job.tag }]);
    expect(data['said']).toMatchObject([{ text: 'is Maud’s mother' }]);
    expect(data['bills']).toHaveLength(1);
    expect(data['recorded']?.some((one) => (one as { what: string }).what === 'signature')).toBe(true);

    expect((await erase(id, 'Maud')).body.problems?.[0]?.field).toBe('name');
    expect((await erase(id, 'Maud Ingram-Poole')).body.namedUntil).toBe('2036-06-01');
    const everything = async () =>
      JSON.stringify([(await card(id)).body, await shop.as.counter.text(`/customers/${id}/data`)]);
    const left = await everything();
    for (const word of ['020 501', 'poole.example', 'mother']) expect(left).not.toContain(word);
    // The bill names whom it was issued to until its time is over.
    expect(left).toContain('Quay 9');
    expect((await fetch(shop.base.replace('/api/v1', page))).status).toBe(404);
    const before = shop.clock.now;
    shop.clock.now = new Date('2036-06-02T09:00:00Z');
    expect((await erase(id, 'Maud Ingram-Poole')).body).toMatchObject({ name: 'erased', namedUntil: null });
    for (const word of ['Maud', 'Quay 9']) expect(await everything()).not.toContain(word);
    shop.clock.now = before;
    // Nothing else of a bill can be changed.
    await expect(shop.asOwner(`update bill set total = 0`)).rejects.toThrow('frozen');
  });

  it('is nobody’s but the owner’s to erase or merge', async () => {
    const { customer } = await booked({ name: 'A. Tern' });
    const { status } = await shop.as.counter.send('POST', `/customers/${customer.id}/erasure`, { name: 'A. Tern' });
    expect(status).toBe(403);
  });
});
