import { DOMParser, type Document, type Element } from '@xmldom/xmldom';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { BillBegun, BillPage, IssueBill, JobView, Problem, QuoteView, SellerSetting } from '@udrel/contract/types';
import { linesOf, sumsOf } from '@udrel/core/bill';
import { writeAmountsAs } from '@udrel/core/money';
import { bookJob, stockUp, Work, type Stock } from '../fixtures';
import { useShop } from '../harness';

const shop = useShop();
let stock: Stock;
const SELLER: SellerSetting = {
  ...{ name: 'Quayside Bench', street: 'Quay 3', postcode: '10001', town: 'Merrow Sound', country: 'EE' },
  ...{
    taxId: 'EE100000001',
    registration: '',
    iban: 'EE382200221020145685',
    exemption: '',
    dueDays: 14,
    keepYears: 10,
  },
};
const BUYER = { name: 'Ferry office', street: 'Pier 1', postcode: '', town: 'Merrow Sound', country: 'EE', taxId: '' };
const NONE: IssueBill['reduction'] = { kind: 'none', value: 0, reason: '' };

beforeAll(async () => {
  stock = await stockUp(shop);
  await shop.as.owner.send('PUT', '/shop/rates', { hourly: 3600, taxPercent: 20 });
  const formats = { locale: 'en-GB', currency: 'EUR', timeZone: 'Europe/Tallinn', paper: 'A4' };
  await shop.as.owner.send('PUT', '/shop/formats', formats);
  await shop.as.owner.send('PUT', '/shop/seller', SELLER);
  const serials = Array.from({ length: 20 }, (_none, n) => `PW-B${n}`);
  await shop.as.owner.send('POST', '/stock', { partId: stock.driveId, serials, count: 0, place: '' });
});
// Amounts are written by all of a server: the tests beside these have no currency.
afterAll(() => writeAmountsAs());

type Answer = QuoteView & Problem;

async function quoted(): Promise<{ job: JobView; quote: QuoteView }> {
  const work = new Work(shop.as.technician, await bookJob(shop.as.counter, stock, { price: null }));
  await work.assess();
  await work.reserve(stock);
  const { body } = await shop.as.counter.get<QuoteView>(`/orders/${work.job.order}/quote`);
  const { total } = body.now;
  const accepted = { total, how: 'by phone', note: '' };
  const { body: quote } = await shop.as.counter.send<QuoteView>('POST', `/orders/${body.order}/acceptance`, accepted);
  return { job: work.job, quote };
}

function billOf(quote: QuoteView, over: Partial<IssueBill> = {}): IssueBill {
  const lines = linesOf(quote.now);
  const bill = { lines, reduction: NONE, buyer: BUYER, note: '', agreed: '', ...over };
  return { ...bill, total: over.total ?? sumsOf(bill.lines, bill.reduction, quote.accepted?.total ?? null).total };
}

const issue = (quote: QuoteView, bill: IssueBill) =>
  shop.as.counter.send<Answer>('POST', `/orders/${quote.order}/bills`, bill);
const pay = (order: number, amount: number, how = 'card') =>
  shop.as.counter.send<Answer>('POST', `/orders/${order}/payments`, { amount, how });
const text = async (path: string) => {
  const response = await shop.as.counter.raw(path);
  return { status: response.status, type: response.headers.get('content-type') ?? '', text: await response.text() };
};

describe('a bill', () => {
  it('is issued from what was accepted, frozen, and paid', async () => {
    const { job, quote } = await quoted();
    const { body: begun } = await shop.as.counter.get<BillBegun>(`/orders/${quote.order}/bill`);
    expect(begun).toMatchObject({ buyer: { name: 'Ferry office', country: 'EE' }, currency: 'EUR', taxPercent: 20 });
    await pay(quote.order, 1000);
    const { body, status } = await issue(quote, billOf(quote));
    expect(status).toBe(201);
    const [bill] = body.bills;
    expect(bill).toMatchObject({
      kind: 'bill',
      number: '2026-0001',
      total: quote.now.total,
      broken: [],
      left: body.billed,
    });
    expect(body.due).toBe(quote.now.total - 1000);
    const { body: after } = await shop.as.technician.get<JobView>(`/jobs/${job.tag}`);
    expect(after.history[0]?.sentence).toMatch(/^Bill 2026-0001 issued: €/);
    // What changes later is of no concern to what was billed.
    await shop.as.owner.send('PUT', '/shop/rates', { hourly: 9900, taxPercent: 20 });
    const { body: later } = await shop.as.counter.get<QuoteView>(`/orders/${quote.order}/quote`);
    expect([later.billed, later.due]).toEqual([quote.now.total, quote.now.total - 1000]);
    expect(later.now.total).not.toBe(quote.now.total);
    await shop.as.owner.send('PUT', '/shop/rates', { hourly: 3600, taxPercent: 20 });
    await expect(shop.database.query(`update bill set total = 1`)).rejects.toThrow('permission denied');
    await expect(shop.asOwner(`update bill set total = 1`)).rejects.toThrow('a bill is frozen');
    expect((await issue(quote, billOf(quote))).body.detail).toBe(
      'This order is billed: 2026-0001. A credit note takes it back.',
    );
    // The next order of this customer begins with the address.
    const next = await quoted();
    const again = await shop.as.counter.get<BillBegun>(`/orders/${next.quote.order}/bill`);
    expect([again.body.buyer.name, again.body.seller.iban]).toEqual(['Ferry office', SELLER.iban]);
  });

  it('says more than was accepted only with how that was agreed, and less with what for', async () => {
    const { quote } = await quoted();
    const begun = billOf(quote);
    const screws = { tag: null, what: 'screws', count: 4, unit: 'piece' as const, each: 25, taxPercent: 20 };
    const more = billOf(quote, { lines: [...begun.lines, screws] });
    expect((await issue(quote, more)).body.problems?.[0]?.field).toBe('agreed');
    expect((await issue(quote, { ...more, total: more.total + 1 })).status).toBe(409);
    const free = { kind: 'per cent' as const, value: 10, reason: '' };
    const less = billOf(quote, { lines: more.lines, reduction: free });
    expect((await issue(quote, less)).body.problems?.[0]?.field).toBe('reduction.reason');
    const wrong = { ...less, reduction: { ...free, value: 101, reason: 'regular' } };
    expect((await issue(quote, wrong)).body.problems?.[0]?.field).toBe('reduction.value');
    const other = { ...more, lines: more.lines.map((line) => ({ ...line, tag: 'U-1' })) };
    expect((await issue(quote, other)).body.problems?.[0]?.field).toBe('lines.0.tag');
    const fixed = billOf(quote, {
      lines: more.lines,
      reduction: { kind: 'fixed price', value: quote.now.total, reason: 'as agreed' },
    });
    const { body, status } = await issue(quote, fixed);
    expect([status, body.billed]).toEqual([201, quote.now.total]);
  });

  it('is taken back by credit notes only: a part, then the rest, and a corrected one in its place', async () => {
    const { quote } = await quoted();
    const first = (await issue(quote, billOf(quote))).body;
    const id = first.bills[0]?.id ?? '';
    const credit = (by: keyof typeof shop.as, body: object) =>
      shop.as[by].send<Answer>('POST', `/orders/${quote.order}/bills/${id}`, body);
    const part = { amount: 1200, reason: 'scratch on the lid', follows: false };
    expect((await credit('counter', part)).status).toBe(403);
    expect((await credit('owner', { ...part, follows: true })).body.problems?.[0]?.field).toBe('follows');
    const { body: less } = await credit('owner', part);
    expect(less.billed).toBe(quote.now.total - 1200);
    expect(less.bills[1]).toMatchObject({
      kind: 'credit note',
      total: 1200,
      corrects: id,
      reason: 'scratch on the lid',
    });
    expect((await credit('owner', { ...part, amount: quote.now.total })).body.problems?.[0]?.field).toBe('amount');
    const rest = quote.now.total - 1200;
    const { body: none } = await credit('owner', { amount: rest, reason: 'wrong name', follows: true });
    expect([none.billed, none.due, none.bills[0]?.left]).toEqual([null, quote.now.total, 0]);
    const { body: anew } = await issue(quote, billOf(quote, { buyer: { ...BUYER, name: 'Ferry company' } }));
    expect(anew.billed).toBe(quote.now.total);
    const numbers = anew.bills.map(({ number }) => Number(number.slice(5)));
    expect(numbers).toEqual(numbers.map((_n, at) => (numbers[0] ?? 0) + at));
  });

  it('takes small parts that were used off the shelf, once, and no more than are there', async () => {
    const { quote } = await quoted();
    const [part] = (await shop.database.query(
      `insert into part (id, kind, maker, name, part_number, spec, price, serialised)
       values (gen_random_uuid(), 'small part', 'Thimble', 'screw', 'TH-1', null, 20, false) returning id`,
    )) as { id: string }[];
    const partId = part?.id ?? '';
    await shop.as.owner.send('POST', '/stock', { partId, serials: [], count: 5, place: '' });
    const left = async () =>
      (await shop.as.counter.get<{ rows: { onShelf: number }[] }>('/parts?find=TH-1')).body.rows[0]?.onShelf;
    const [work] = linesOf(quote.now);
    if (!work) throw new Error('nothing on the quote');
    const with_ = (count: number, of = partId) =>
      billOf(quote, {
        lines: [work, { ...work, tag: null, what: 'screw', unit: 'piece', each: 20, count, partId: of }],
        agreed: 'at the counter',
      });
    const refused = await issue(quote, with_(6));
    expect(refused.body.problems).toEqual([{ field: 'lines.1.count', sentence: expect.stringContaining('Only 5') }]);
    const drive = await issue(quote, with_(1, stock.driveId));
    expect(drive.body.problems?.[0]).toMatchObject({ field: 'lines.1.what' });
    expect(await left()).toBe(5);
    const { body: billed } = await issue(quote, with_(3));
    expect(await left()).toBe(2);
    const bill = billed.bills.at(-1);
    await shop.as.owner.send('POST', `/orders/${quote.order}/bills/${bill?.id}`, {
      ...{ amount: bill?.total, reason: 'wrong name', follows: true },
    });
    // They were used once, however often it is billed.
    expect((await issue(quote, with_(4))).status).toBe(201);
    expect(await left()).toBe(1);
  });

  it('has a number without gaps, whoever issues one at the same time, and whatever fails between', async () => {
    const orders = [await quoted(), await quoted(), await quoted()];
    const bills = orders.map(({ quote }) => billOf(quote));
    const refused = orders.map(({ quote }, at) =>
      issue(quote, { ...billOf(quote), total: (bills[at]?.total ?? 0) + 7 }),
    );
    await Promise.all(refused);
    // Pressed twice at two counters: one of them is refused.
    const answers = await Promise.all(
      orders.flatMap(({ quote }, at) => [1, 2].map(() => issue(quote, bills[at] as IssueBill))),
    );
    expect(answers.map(({ status }) => status).sort()).toEqual([201, 201, 201, 409, 409, 409]);
    const { body } = await shop.as.counter.get<BillPage>('/bills');
    const numbers = body.rows.map(({ number }) => number).sort();
    expect(numbers).toEqual(numbers.map((_n, at) => `2026-${String(at + 1).padStart(4, '0')}`));
  });

  it('is an invoice that another reader adds up, with what was paid before and its credit note', async () => {
    const { quote } = await quoted();
    await pay(quote.order, 500);
    const reduction = { kind: 'per cent' as const, value: 5, reason: 'regular customer' };
    const { body } = await issue(quote, billOf(quote, { reduction, note: 'Thank you <&> goodbye' }));
    const [bill] = body.bills;
    const { type, text: xml, status } = await text(`/bills/${bill?.id}/invoice`);
    expect([status, type]).toEqual([200, 'application/xml; charset=utf-8']);
    const invoice = read(xml);
    expect(invoice.of('cbc:CustomizationID')).toEqual(['urn:cen.eu:en16931:2017']);
    expect([invoice.root, invoice.of('cbc:InvoiceTypeCode')[0]]).toEqual(['Invoice', '380']);
    expect(invoice.of('cbc:Note')[0]).toContain('Thank you <&> goodbye');
    const cents = (name: string) => invoice.of(name).map((value) => Math.round(Number(value) * 100));
    const [sum = 0] = cents('cac:LegalMonetaryTotal/cbc:LineExtensionAmount');
    expect(cents('cac:InvoiceLine/cbc:LineExtensionAmount').reduce((a, b) => a + b, 0)).toBe(sum);
    const [off = 0] = cents('cac:LegalMonetaryTotal/cbc:AllowanceTotalAmount');
    expect(cents('cac:AllowanceCharge/cbc:Amount')).toEqual([off]);
    const [net = 0] = cents('cac:LegalMonetaryTotal/cbc:TaxExclusiveAmount');
    expect(net).toBe(sum - off);
    const [tax = 0] = cents('cac:TaxTotal/cbc:TaxAmount');
    expect(tax).toBe(Math.round(net * 0.2));
    expect(cents('cac:LegalMonetaryTotal/cbc:TaxInclusiveAmount')).toEqual([net + tax]);
    expect(cents('cac:LegalMonetaryTotal/cbc:PayableAmount')).toEqual([net + tax - 500]);
    expect(invoice.currencies()).toEqual(['EUR']);
    expect(invoice.of('cac:PayeeFinancialAccount/cbc:ID')).toEqual([SELLER.iban]);

    const credit = { amount: bill?.total, reason: 'withdrawn', follows: false };
    const { body: back } = await shop.as.owner.send<Answer>('POST', `/orders/${quote.order}/bills/${bill?.id}`, credit);
    const note = read((await text(`/bills/${back.bills[1]?.id}/invoice`)).text);
    expect([note.root, note.of('cbc:CreditNoteTypeCode')[0]]).toEqual(['CreditNote', '381']);
    expect(note.of('cac:InvoiceDocumentReference/cbc:ID')).toEqual([bill?.number]);
    expect(note.of('cac:LegalMonetaryTotal/cbc:TaxInclusiveAmount')).toEqual(
      invoice.of('cac:LegalMonetaryTotal/cbc:TaxInclusiveAmount'),
    );
  });

  it('is no invoice while something is missing, and says what', async () => {
    await shop.as.owner.send('PUT', '/shop/seller', { ...SELLER, taxId: '' });
    const { quote } = await quoted();
    const { body } = await issue(quote, billOf(quote, { buyer: { ...BUYER, country: '' } }));
    await shop.as.owner.send('PUT', '/shop/seller', SELLER);
    const [bill] = body.bills;
    expect(bill?.broken).toContain('Give the country of the customer.');
    const refused = await text(`/bills/${bill?.id}/invoice`);
    expect([refused.status, refused.text]).toEqual([409, expect.stringContaining('Give the country of the customer.')]);
    expect((await text('/bills/00000000-0000-4000-8000-000000000000/invoice')).status).toBe(404);
  });

  it('is a paper, and each payment has its receipt', async () => {
    const { quote } = await quoted();
    const { body } = await issue(quote, billOf(quote, { buyer: { ...BUYER, name: 'Žofie Šťastná' } }));
    const { body: paid } = await pay(quote.order, 700, 'cash');
    for (const path of [`/bills/${body.bills[0]?.id}/paper`, `/payments/${paid.payments[0]?.id}/receipt`]) {
      const paper = await text(path);
      expect([paper.status, paper.type]).toEqual([200, 'application/pdf']);
      expect(paper.text.slice(0, 5)).toBe('%PDF-');
      // Both files of the face are in the one that has such letters.
      if (path.startsWith('/bills')) expect(paper.text.match(/\/FontDescriptor/g)?.length).toBeGreaterThan(2);
    }
  });
});

/** What an independent reader finds in an invoice. */
function read(xml: string) {
  const document: Document = new DOMParser().parseFromString(xml, 'text/xml');
  const root = document.documentElement as Element;
  const children = (of: Element, name: string) =>
    Array.from(of.childNodes).filter((one): one is Element => one.nodeName === name);
  return {
    root: root.localName,
    /** Texts at a path, from the first element of that name anywhere down. */
    of(path: string): string[] {
      const [first = '', ...rest] = path.split('/');
      const begun = Array.from(root.getElementsByTagName(first)) as Element[];
      return rest
        .reduce((found, name) => found.flatMap((one) => children(one, name)), begun)
        .map((one) => one.textContent ?? '');
    },
    currencies: () => [
      ...new Set(
        (Array.from(root.getElementsByTagName('*')) as Element[])
          .map((one) => one.getAttribute('currencyID'))
          .filter((one) => one !== null && one !== ''),
      ),
    ],
  };
}
