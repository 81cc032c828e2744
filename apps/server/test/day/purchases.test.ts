import { randomUUID } from 'node:crypto';
import { beforeAll, describe, expect, it } from 'vitest';
import type { JobView, LatePromise, PartPage, Problem, ToOrderView } from '@udrel/contract/types';
import { Part } from '../../src/app/services';
import { bookJob, stockUp, Work, type Stock } from '../fixtures';
import { useShop } from '../harness';

const shop = useShop();
let stock: Stock;
/** A drive that the shelf has none of, and a small part of which it keeps ten. */
let [driveId, smallId] = ['', ''];
const works: Work[] = [];

beforeAll(async () => {
  stock = await stockUp(shop);
  const formats = { locale: 'en-GB', currency: '', timeZone: 'Europe/Dublin', paper: 'A4' };
  await shop.as.owner.send('PUT', '/shop/formats', formats);
  const { manager } = shop.database;
  const drive = await manager.findOneByOrFail(Part, { id: stock.driveId });
  [driveId, smallId] = [randomUUID(), randomUUID()];
  await manager.insert(Part, { ...drive, id: driveId, partNumber: 'PW-481', name: 'C9' });
  await manager.insert(Part, {
    ...{ id: smallId, kind: 'small part', maker: 'Palewood', name: 'Pad 1 mm', partNumber: 'PW-PAD' },
    ...{ serialised: false, reorderLevel: 10, price: 40, spec: null },
  } as never);
  for (let n = 0; n < 2; n += 1) {
    const work = new Work(shop.as.technician, await bookJob(shop.as.counter, stock));
    await work.assess();
    await work.post('/part-orders', {
      ...{ choice: { kind: 'drive', partId: driveId, siteId: 'a', on: 'new' }, supplier: 'Harbour Parts' },
      ...{ expected: '2026-06-04', promisedAt: `2026-06-0${5 + n}T15:00:00.000Z` },
    });
    works.push(work);
  }
});

const view = async () => (await shop.as.counter.get<ToOrderView>('/purchases')).body;
const jobOf = async (work: Work) => (await shop.as.counter.get<JobView>(`/jobs/${work.job.tag}`)).body;
const send = (path: string, body: object) => shop.as.counter.send<ToOrderView & Problem>('POST', path, body);

describe('what is to be ordered', () => {
  it('is gathered over jobs and levels, by supplier, with what waits and since when', async () => {
    const { suppliers, purchases } = await view();
    expect(purchases).toEqual([]);
    expect(suppliers.map(({ supplier }) => supplier)).toEqual(['Harbour Parts', '']);
    const [drive] = suppliers[0]?.lines ?? [];
    expect(drive?.jobs.map(({ tag }) => tag)).toEqual(works.map(({ job }) => job.tag));
    expect(drive?.jobs[0]?.since).toBeTruthy();
    expect(suppliers[1]?.lines).toMatchObject([{ partId: smallId, short: 10, free: 0, level: 10, jobs: [] }]);
  });

  it('goes into one order, once', async () => {
    const orders = (await view()).suppliers[0]?.lines[0]?.jobs.map(({ order }) => order) ?? [];
    const lines = [
      { partId: driveId, count: 1, orders },
      { partId: smallId, count: 12, orders: [] },
    ];
    const given = { supplier: 'Harbour Parts', expected: '2026-06-04', lines };
    const nothing = await send('/purchases', { ...given, lines: [{ partId: smallId, count: 0, orders: [] }] });
    expect(nothing.body.problems?.[0]?.field).toBe('lines.0.count');
    const strange = await send('/purchases', { ...given, lines: [{ partId: smallId, count: 1, orders }] });
    expect(strange.body.problems?.[0]?.field).toBe('lines.0.orders');
    const placed = await send('/purchases', given);
    expect(placed.status).toBe(201);
    expect(placed.body.suppliers).toEqual([]);
    expect(placed.body.purchases).toMatchObject([{ number: 1, lateDays: 0 }]);
    expect(placed.body.purchases[0]?.lines.find(({ partId }) => partId === driveId)).toMatchObject({
      count: 1,
      came: 0,
    });
    // A second person had it on the screen.
    expect((await send('/purchases', given)).status).toBe(409);
  });

  it('comes later: promises are counted anew, moved where that is said, and their customers told', async () => {
    const id = (await view()).purchases[0]?.id ?? '';
    const asked = await shop.as.counter.get<LatePromise[]>(`/purchases/${id}/late?expected=2026-06-10`);
    expect(asked.body.map(({ tag }) => tag)).toEqual(works.map(({ job }) => job.tag));
    const [first] = asked.body;
    expect((first?.honest ?? '') > '2026-06-10').toBe(true);
    const early = await send(`/purchases/${id}/late`, { expected: '2026-06-03', promises: [] });
    expect(early.body.problems?.[0]?.field).toBe('expected');
    const promises = [{ tag: first?.tag, promisedAt: first?.honest }];
    await send(`/purchases/${id}/late`, { expected: '2026-06-10', promises });
    const [moved, stands] = [await jobOf(works[0] as Work), await jobOf(works[1] as Work)];
    expect([moved.promisedAt, stands.promisedAt]).toEqual([first?.honest, '2026-06-06T15:00:00.000Z']);
    expect([moved, stands].map(({ snapshot }) => snapshot.ordered[0]?.expected)).toEqual(['2026-06-10', '2026-06-10']);
    expect((await view()).purchases[0]?.expected).toBe('2026-06-10');
    // What a message to the customer follows from.
    expect(stands.history.map(({ kind }) => kind)).toContain('part late');
  });

  it('comes by scanning: jobs have theirs first, what is over lies on the shelf, what is missing stays on order', async () => {
    const id = (await view()).purchases[0]?.id ?? '';
    const place = 'drawer 4';
    const unread = await send(`/purchases/${id}/arrived`, {
      lines: [{ partId: driveId, count: 1, serials: [] }],
      place,
    });
    expect(unread.body.problems?.[0]?.field).toBe('lines.0.serials');
    const strange = await send(`/purchases/${id}/arrived`, {
      lines: [{ partId: stock.driveId, count: 0, serials: ['X-1'] }],
      place,
    });
    expect(strange.body.problems?.[0]?.field).toBe('lines.0.partId');
    const some = await send(`/purchases/${id}/arrived`, {
      lines: [
        { partId: driveId, count: 0, serials: ['PW-9001'] },
        { partId: smallId, count: 5, serials: [], each: 7 },
      ],
      place,
    });
    const [{ cost }] = (await shop.database.query('select cost from part where id = $1', [smallId])) as [
      { cost: number | null },
    ];
    expect(cost).toBe(7);
    const left = some.body.purchases[0]?.lines ?? [];
    expect(left.find(({ partId }) => partId === driveId)?.jobs.map(({ tag }) => tag)).toEqual([works[0]?.job.tag]);
    expect(left.find(({ partId }) => partId === smallId)).toMatchObject({ count: 12, came: 5 });
    // The other is promised later now.
    expect((await jobOf(works[1] as Work)).snapshot.facts['new drive choice']).toMatchObject({ serial: 'PW-9001' });
    // What is on its way for the shelf counts against its level.
    expect(some.body.suppliers).toEqual([]);
    await send(`/purchases/${id}/arrived`, {
      lines: [
        { partId: driveId, count: 0, serials: ['PW-9002', 'PW-9003'] },
        { partId: smallId, count: 7, serials: [] },
      ],
      place,
    });
    expect((await view()).purchases).toEqual([]);
    const parts = (await shop.as.counter.get<PartPage>('/parts?find=PW-481')).body.rows[0];
    expect(parts).toMatchObject({ onShelf: 3, reserved: 2 });
  });
});
