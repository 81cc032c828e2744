import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { JobView, LinkView, MessagesToSee, QuoteView } from '@udrel/contract/types';
import { sumsOf } from '@udrel/core/bill';
import { writeAmountsAs } from '@udrel/core/money';
import { bookJob, stockUp, Work, type Stock } from '../fixtures';
import { useShop } from '../harness';

const shop = useShop();
let stock: Stock;
beforeAll(async () => {
  stock = await stockUp(shop);
  const formats = { locale: 'en-GB', currency: 'EUR', timeZone: 'Europe/Dublin', paper: 'A4' };
  await shop.as.owner.send('PUT', '/shop/formats', formats);
});
// Amounts are written by all of a server: the tests beside these have no currency.
afterAll(() => writeAmountsAs());

const page = (path: string, init: RequestInit = {}) =>
  fetch(shop.base.replace('/api/v1', path), { redirect: 'manual', ...init });
const linkOf = async (order: number) => (await shop.as.counter.send<LinkView>('POST', `/orders/${order}/page`)).body;
const answer = (path: string, fields: Record<string, string>) =>
  page(`${path}/answer`, { method: 'POST', body: new URLSearchParams(fields) });

/** A job whose quote was put to its customer, with their page. */
async function quoted(): Promise<{ work: Work; path: string; total: number }> {
  const work = new Work(shop.as.technician, await bookJob(shop.as.counter, stock));
  await work.assess(`OLD-${work.job.tag}`);
  await work.reserve(stock);
  const { order } = work.job;
  const { now } = (await shop.as.counter.get<QuoteView>(`/orders/${order}/quote`)).body;
  await shop.as.counter.send('POST', `/orders/${order}/quotes`, { total: now.total });
  const { path } = await linkOf(order);
  return { work, path: path ?? '', total: now.total };
}
const fresh = async ({ job }: Work) => (await shop.as.counter.get<JobView>(`/jobs/${job.tag}`)).body;
const quoteOf = async ({ job }: Work) => (await shop.as.counter.get<QuoteView>(`/orders/${job.order}/quote`)).body;

describe('the page of a customer', () => {
  it('shows in plain words how it stands, without a session or a script, below 60 kB', async () => {
    const { work, path } = await quoted();
    const other = await bookJob(shop.as.counter, stock);
    const response = await page(path);
    const html = await response.text();
    expect(response.status).toBe(200);
    expect(Buffer.byteLength(html)).toBeLessThan(60_000);
    expect(html).not.toMatch(/<script|The technician|The counter/);
    expect(html).toContain(work.job.tag);
    expect(html).not.toContain(other.tag);
    expect(html).not.toContain(work.job.device.serial);
    expect(Object.fromEntries(response.headers)).toMatchObject({
      'referrer-policy': 'no-referrer',
      'cache-control': 'no-store',
      'x-robots-tag': 'noindex, nofollow',
    });
    expect(response.headers.get('content-security-policy')).toContain("default-src 'none'");
  });

  it('says when what is ready can be fetched, once the shop has said when it is open', async () => {
    const work = new Work(shop.as.technician, await bookJob(shop.as.counter, stock));
    const { path } = await linkOf(work.job.order);
    const day = { from: '09:00', until: '18:00' };
    const hours = { week: [day, day, day, day, day, null, null], closed: [] };
    const told = async () => (await page(path ?? '')).text();
    await work.post('/corrections/end', { correction: { what: 'end', kind: 'declined' }, reason: 'too dear' });
    expect(work.job.readySince).not.toBeNull();
    expect(await told()).not.toContain('We are open');
    await shop.as.owner.send('PUT', '/shop/hours', hours);
    expect(await told()).toContain('We are open Monday to Friday 09:00 to 18:00.');
    const { path: waiting } = await quoted();
    expect(await (await page(waiting)).text()).not.toContain('We are open');
    const tomorrow = new Date(shop.clock.now.getTime() + 86_400_000).toISOString().slice(0, 10);
    await shop.as.owner.send('PUT', '/shop/hours', { ...hours, closed: [{ day: tomorrow, name: 'inventory' }] });
    expect(await told()).toMatch(/Closed on \d/);
  });

  it('takes a yes with a name, once, and for what was put', async () => {
    const { work, path, total } = await quoted();
    expect((await answer(path, { answer: 'yes', version: '1', total: `${total}`, name: ' ' })).status).toBe(422);
    expect((await answer(path, { answer: 'yes', version: '1', total: `${total - 1}`, name: 'A. Ferry' })).status).toBe(
      409,
    );
    expect((await answer(path, { answer: 'yes', version: '2', total: `${total}`, name: 'A. Ferry' })).status).toBe(409);
    const taken = await answer(path, { answer: 'yes', version: '1', total: `${total}`, name: 'A. <Ferry>' });
    expect([taken.status, taken.headers.get('location')]).toEqual([303, `${path}#quote`]);
    expect((await quoteOf(work)).versions[0]).toMatchObject({
      ...{ acceptedHow: 'on their page', acceptedBy: 'The customer, on their page', note: 'by A. <Ferry>' },
    });
    const job = await fresh(work);
    expect(job.snapshot.facts['quote accepted']).toMatchObject({ total, how: 'on their page' });
    expect(job.history[0]).toMatchObject({ by: 'The customer, on their page' });
    // What is answered cannot be answered again.
    expect((await answer(path, { answer: 'no', version: '1', total: `${total}`, name: 'B. Ferry' })).status).toBe(409);
    const html = await (await page(path)).text();
    expect(html).toContain('It was accepted.');
    expect(html).not.toContain('<form');
    const paper = await page(`${path}/paper/quote/1`);
    expect([paper.status, paper.headers.get('content-type')]).toEqual([200, 'application/pdf']);
    expect((await page(`${path}/paper/quote/2`)).status).toBe(404);
  });

  it('takes a no, which becomes a thing to see to until a yes', async () => {
    const { work, path, total } = await quoted();
    const given = { version: '1', total: `${total}`, name: 'A. Ferry' };
    expect((await answer(path, { ...given, answer: 'no' })).status).toBe(303);
    const toSee = async () => (await shop.as.counter.get<MessagesToSee>('/messages/to-see')).body.declined;
    expect(await toSee()).toMatchObject([{ tag: work.job.tag }]);
    shop.clock.now = new Date(shop.clock.now.getTime() + 1000);
    expect((await quoteOf(work)).versions[0]?.declinedAt).not.toBeNull();
    expect((await answer(path, { ...given, answer: 'yes' })).status).toBe(303);
    expect(await toSee()).toEqual([]);
    const { visits } = (await shop.as.counter.get<LinkView>(`/orders/${work.job.order}/page`)).body;
    expect(visits.map(({ deed }) => deed)).toEqual(['accepted quote 1, by A. Ferry', 'declined quote 1, by A. Ferry']);
  });

  it('says that a quote is written anew instead of taking a yes to another price', async () => {
    const { work, path, total } = await quoted();
    await shop.as.owner.send('PUT', '/shop/rates', { hourly: 9900, taxPercent: 20, assessment: 0 });
    expect(await (await page(path)).text()).toContain('It is being written anew');
    const { status } = await answer(path, { answer: 'yes', version: '1', total: `${total}`, name: 'A. Ferry' });
    expect(status).toBe(409);
    await shop.as.owner.send('PUT', '/shop/rates', { hourly: 0, taxPercent: 0, assessment: 0 });
    expect((await fresh(work)).snapshot.facts['quote accepted']).toBeUndefined();
  });

  it('opens the papers of its own order alone', async () => {
    const billed = async () => {
      const job = await bookJob(shop.as.counter, stock);
      await new Work(shop.as.technician, job).post('/corrections/end', {
        ...{ correction: { what: 'end', kind: 'declined' }, reason: 'too dear' },
      });
      const reduction = { kind: 'none' as const, value: 0, reason: '' };
      const lines = [{ tag: job.tag, what: 'Assessment', count: 1, unit: 'piece' as const, each: 1000, taxPercent: 0 }];
      const buyer = { name: 'Ferry office', street: '', postcode: '', town: '', country: '', taxId: '' };
      const { body } = await shop.as.counter.send<QuoteView>('POST', `/orders/${job.order}/bills`, {
        ...{ lines, reduction, buyer, note: '', agreed: '', total: sumsOf(lines, reduction).total },
      });
      return { path: (await linkOf(job.order)).path ?? '', bill: body.bills[0]?.id ?? '' };
    };
    const [own, other] = [await billed(), await billed()];
    const paper = await page(`${own.path}/paper/bill/${own.bill}`);
    expect([paper.status, paper.headers.get('content-type')]).toEqual([200, 'application/pdf']);
    for (const path of [
      `${own.path}/paper/bill/${other.bill}`,
      `${own.path}/paper/receipt/${own.bill}`,
      `${own.path}/paper/bill/x`,
    ])
      expect((await page(path)).status).toBe(404);
  });

  it('is found by nobody who guesses, after it was ended, or when its weeks are over', async () => {
    const { work, path } = await quoted();
    const guessed = `${path.slice(0, -1)}${path.endsWith('A') ? 'B' : 'A'}`;
    const texts = new Set<string>();
    for (const one of [guessed, '/c/short', `/c/${'x'.repeat(43)}`]) {
      const response = await page(one);
      expect(response.status).toBe(404);
      texts.add(await response.text());
    }
    await shop.as.counter.send('POST', `/orders/${work.job.order}/page/end`);
    const ended = await page(path);
    expect(ended.status).toBe(404);
    texts.add(await ended.text());
    // It says the same of all of them.
    expect(texts.size).toBe(1);
    const anew = await linkOf(work.job.order);
    expect(anew.path).not.toBe(path);
    expect((await page(anew.path ?? '')).status).toBe(200);
    const over = new Work(shop.as.technician, await bookJob(shop.as.counter, stock));
    const last = (await linkOf(over.job.order)).path ?? '';
    await over.post('/corrections/end', { correction: { what: 'end', kind: 'declined' }, reason: 'too dear' });
    await over.put('signature');
    expect((await over.post('/close')).status).toBe(200);
    const before = shop.clock.now;
    shop.clock.now = new Date(before.getTime() + 41 * 86_400_000);
    expect((await page(last)).status).toBe(200);
    shop.clock.now = new Date(before.getTime() + 43 * 86_400_000);
    expect((await page(last)).status).toBe(404);
    // Whoever goes on guessing waits.
    let status = 404;
    for (let n = 0; n < 40 && status === 404; n++) status = (await page(`/c/${'y'.repeat(43)}`)).status;
    expect(status).toBe(429);
  });
});
