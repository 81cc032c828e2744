import { beforeAll, describe, expect, it } from 'vitest';
import type {
  BookIn,
  CountView,
  CustomerView,
  JobView,
  ModelView,
  OrderView,
  PartPage,
  PartView,
} from '@udrel/contract/types';
import { bookJob, booking, stockUp, Work, type Stock } from '../fixtures';
import { useShop, type Answer } from '../harness';

interface Refused {
  code: string;
  detail: string;
  problems?: { field: string; sentence: string }[];
}

const shop = useShop();
let stock: Stock;
beforeAll(async () => {
  stock = await stockUp(shop);
});
const receive = (body: object): Promise<Answer<PartView & Refused>> => shop.as.counter.send('POST', '/stock', body);
const part = async (number: string) => (await shop.as.counter.get<PartPage>(`/parts?find=${number}`)).body.rows[0];

describe('receiving', () => {
  it('takes pieces by serial, in capitals, to a place that is made when it is new', async () => {
    const { body } = await receive({ partId: stock.driveId, serials: ['pw-0100'], count: 0, place: 'drawer 44' });
    const piece = body.stock.find((one) => one.serial === 'PW-0100');
    expect(piece).toMatchObject({ place: 'drawer 44', quantity: 1, reservedFor: null });
  });

  it('takes counted pieces', async () => {
    const before = (await part('BW-8'))?.onShelf ?? 0;
    await receive({ partId: stock.moduleId, serials: [], count: 7, place: '' });
    expect((await part('BW-8'))?.onShelf).toBe(before + 7);
  });

  it.each([
    ['no serial', () => ({ partId: stock.driveId, serials: [], count: 3, place: '' }), 'serials', 'Scan or type'],
    [
      'a serial twice',
      () => ({ partId: stock.driveId, serials: ['PW-0200', 'pw-0200'], count: 0, place: '' }),
      'serials',
      'twice',
    ],
    [
      'a known serial',
      () => ({ partId: stock.driveId, serials: ['PW-0001'], count: 0, place: '' }),
      'serials',
      'on record already',
    ],
    ['no count', () => ({ partId: stock.moduleId, serials: [], count: 0, place: '' }), 'count', 'how many'],
  ])('refuses %s and keeps nothing of it', async (_name, body, field, words) => {
    const before = await shop.database.query('select count(*)::int as n from stock');
    const answer = await receive(body());
    expect(answer.status).toBe(422);
    expect(answer.body.problems?.[0]).toMatchObject({ field, sentence: expect.stringContaining(words) as string });
    expect(await shop.database.query('select count(*)::int as n from stock')).toEqual(before);
  });

  it('does not know other parts', async () => {
    const other = { partId: '7b0c6a5e-51d1-4a53-9d43-0d2a4b1a8c11', serials: ['X-1'], count: 0, place: '' };
    expect((await receive(other)).status).toBe(404);
  });
});

describe('finding on the shelf', () => {
  it('finds by every word, and by the serial of a piece', async () => {
    expect((await part('palewood%20480'))?.partNumber).toBe('PW-480');
    expect((await part('PW-0002'))?.partNumber).toBe('PW-480');
    expect(await part('nothing')).toBeUndefined();
  });

  it('says for which job a piece is kept', async () => {
    const work = new Work(shop.as.technician, await bookJob(shop.as.counter, stock));
    await work.assess();
    await work.reserve(stock);
    const serial = work.job.snapshot.facts['new drive choice']?.serial;
    const piece = (await part('PW-480'))?.stock.find((one) => one.serial === serial);
    expect(piece?.reservedFor).toBe(work.job.tag);
    const small = await shop.database.query("select count(*)::int as n from event where kind = 'reservation released'");
    await work.reserve(stock);
    const after = await shop.database.query("select count(*)::int as n from event where kind = 'reservation released'");
    expect(after[0].n).toBe(small[0].n + 1);
    expect((await part('PW-480'))?.reserved).toBe(1);
  });
});

describe('customers and models', () => {
  it('finds a customer by part of the name or by digits, with what is open', async () => {
    for (const find of ['ferry', '010114', '01555 010']) {
      const { body } = await shop.as.counter.get<CustomerView[]>(`/customers?find=${encodeURIComponent(find)}`);
      expect(body[0], find).toMatchObject({ name: 'Ferry office' });
      expect(body[0]?.openJobs).toBeGreaterThan(0);
    }
    expect((await shop.as.counter.get<CustomerView[]>('/customers?find=%25')).body).toEqual([]);
  });

  it('books for a known customer without making another', async () => {
    const known = (await shop.as.counter.get<CustomerView[]>('/customers?find=ferry')).body[0];
    const customer = { id: known?.id ?? null, name: '-', phone: '', email: '' };
    const { body } = await shop.as.counter.send<OrderView>('POST', '/orders', booking(stock, {}, customer));
    expect(body.jobs[0]?.customer).toMatchObject({ id: known?.id, name: 'Ferry office' });
    const gone = { ...customer, id: '7b0c6a5e-51d1-4a53-9d43-0d2a4b1a8c11' };
    const refused = await shop.as.counter.send<Refused>('POST', '/orders', booking(stock, {}, gone));
    expect(refused.body.problems?.[0]?.field).toBe('customer.id');
  });

  it('takes a model file once, and names what is wrong in another', async () => {
    const { body } = await shop.as.counter.get<ModelView[]>('/models?find=tern');
    const { id: _id, stub: _stub, ...spec } = body[0] as ModelView;
    const again = await shop.as.technician.send<Refused>('POST', '/models', spec);
    expect(again.body.problems?.[0]).toMatchObject({ field: 'code' });
    const added = await shop.as.technician.send<ModelView>('POST', '/models', {
      ...spec,
      code: 'T15-B',
      name: 'Tern 15 B',
    });
    expect(added.status).toBe(201);
    const wrong = await shop.as.technician.send<Refused>('POST', '/models', {
      ...spec,
      code: 'X',
      kind: 'toaster',
      colour: 'red',
    });
    expect(wrong.body.problems?.map((one) => one.field)).toEqual(expect.arrayContaining(['kind', 'colour']));
  });

  it('knows a device again by its serial, whoever brings it', async () => {
    const given = booking(stock, { wishes: [{ kind: 'memory', least: 1 }] });
    const book = async (order: BookIn) =>
      (await shop.as.counter.send<OrderView>('POST', '/orders', order)).body.jobs[0];
    const first = new Work(shop.as.technician, (await book(given)) as JobView);
    await shop.database.query('update job set closed_at = now() where id = $1', [first.job.id]);
    const customer = { id: null, name: 'New keeper', phone: '', email: '' };
    const second = await book({ ...given, customer });
    expect(second?.device.id).toBe(first.job.device.id);
  });
});

describe('the counter', () => {
  it('notes and hands over, and does not work on devices', async () => {
    const counter = new Work(shop.as.counter, await bookJob(shop.as.counter, stock));
    expect((await counter.post('/notes', { text: 'called, no answer' })).status).toBe(422);
    const note = await shop.as.counter.send<JobView>('POST', `/jobs/${counter.job.tag}/notes`, {
      text: 'called, no answer',
    });
    expect(note.body.history[0]).toMatchObject({ sentence: 'Note: called, no answer', by: 'The counter' });
    expect((await counter.put('health')).status).toBe(403);
    const path = `/jobs/${counter.job.tag}/counter/signature`;
    const value = { name: 'A', path: 'typed' };
    const refused = await shop.as.counter.send<Refused>('PUT', path, { version: note.body.version, value });
    expect(refused).toMatchObject({ status: 409, body: { code: 'gate-closed' } });
  });

  it('gets a clear answer for a tag, a fact and an item that are not known', async () => {
    const tag = (await bookJob(shop.as.counter, stock)).tag;
    expect((await shop.as.counter.get<Refused>('/jobs/U-0')).body.detail).toContain('U-0');
    const body = { version: 1, value: {} };
    expect((await shop.as.owner.send<Refused>('PUT', `/jobs/${tag}/facts/mood`, body)).status).toBe(404);
    expect(
      (await shop.as.owner.send('PUT', `/jobs/${tag}/disassembly/none`, { version: 1, out: 1, back: 0 })).status,
    ).toBe(404);
    expect((await shop.as.owner.get('/nowhere')).status).toBe(404);
  });
});

describe('a shelf of many parts', () => {
  it('is told page by page, with how many there are, and what is to be ordered again by itself', async () => {
    await shop.database.query(
      `insert into part (id, kind, maker, name, part_number, price, serialised, reorder_level, spec)
       select gen_random_uuid(), 'small part', 'Thimble', 'washer ' || (n % 7), 'TH-W-' || n, 10, false,
              case when n % 50 = 0 then 2 end, 'null' from generate_series(1, 250) n`,
    );
    const numbers: string[] = [];
    let pages = 0;
    for (let after: string | null = ''; after !== null; pages++) {
      const page: { body: PartPage } = await shop.as.counter.get(`/parts?find=TH-W${after ? `&after=${after}` : ''}`);
      numbers.push(...page.body.rows.map((row) => row.partNumber));
      after = page.body.after;
    }
    expect([pages, new Set(numbers).size]).toEqual([2, 250]);
    const counted = async (query: string) =>
      (await shop.as.counter.get<CountView>(`/counts/parts?${query}`)).body.count;
    expect(await counted('find=TH-W')).toBe(250);
    const { body: low } = await shop.as.counter.get<PartPage>('/parts?find=TH-W&low=yes');
    expect([await counted('find=TH-W&low=yes'), low.rows.length]).toEqual([5, 5]);
  });
});
