import Papa from 'papaparse';
import { beforeAll, describe, expect, it } from 'vitest';
import type { CountView, Found, JobPage, JobRow } from '@udrel/contract/types';
import { JOB_SORTS, type JobSort } from '@udrel/contract/shapes';
import { booking, stockUp, Work } from '../fixtures';
import { useShop } from '../harness';

const shop = useShop();
const JOBS = 70;

const page = async (query: string) => (await shop.as.counter.get<JobPage>(`/jobs?${query}`)).body;

/** Every page of a list, one after the other. */
async function whole(query: string): Promise<JobRow[]> {
  const found: JobRow[] = [];
  let after: string | null = '';
  while (after !== null) {
    const next: JobPage = await page(`${query}${after ? `&after=${encodeURIComponent(after)}` : ''}`);
    found.push(...next.rows);
    ({ after } = next);
  }
  return found;
}

beforeAll(async () => {
  const stock = await stockUp(shop);
  for (let n = 0; n < JOBS; n++) {
    const name = `${['ferry', 'Öland', 'Quill', 'zephyr'][n % 4]} ${n % 7}`;
    await shop.as.counter.send('POST', '/orders', booking(stock, {}, { name }));
  }
  // Some are promised at the same moment, some never; some are closed.
  await shop.database.query(
    `update job set promised_at = case when number % 5 = 0 then null else now() + (number % 11) * interval '1 hour' end,
                    closed_at = case when number % 3 = 0 then now() - (number % 4) * interval '1 day' end`,
  );
  const work = new Work(shop.as.technician, (await page('')).rows[0] as never);
  await shop.as.technician.send('POST', `/jobs/${work.job.tag}/claim`, { version: await versionOf(work.job.tag) });
});

async function versionOf(tag: string): Promise<number> {
  return (await shop.as.technician.get<{ version: number }>(`/jobs/${tag}`)).body.version;
}

/** What a row stands there by; null comes last going up. */
const keyOf: Record<JobSort, (row: JobRow) => string | number> = {
  tag: ({ number }) => number,
  customer: ({ customer }) => customer.toLowerCase(),
  device: ({ device }) => device.toLowerCase(),
  station: ({ station }) => station,
  technician: ({ technician }) => technician.toLowerCase(),
  booked: ({ bookedAt }) => Date.parse(bookedAt),
  promised: ({ promisedAt }) => (promisedAt ? Date.parse(promisedAt) : Infinity),
  closed: ({ closedAt }) => (closedAt ? Date.parse(closedAt) : Infinity),
};

describe('the job list', () => {
  it.each(JOB_SORTS.flatMap((sort) => (['up', 'down'] as const).map((way) => [sort, way] as const)))(
    'by %s going %s comes in pages that neither repeat nor leave out, and in order',
    async (sort, way) => {
      const rows = await whole(`all=yes&sort=${sort}&way=${way}`);
      expect(new Set(rows.map(({ tag }) => tag)).size).toBe(rows.length);
      const [{ n }] = (await shop.database.query('select count(*)::int as n from job')) as [{ n: number }];
      expect(rows).toHaveLength(n);
      if (sort === 'customer') return;
      const keys = rows.map(keyOf[sort]);
      const turned = way === 'up' ? keys : [...keys].reverse();
      for (const [index, key] of turned.slice(1).entries()) expect((turned[index] ?? key) <= key).toBe(true);
    },
  );

  it('is asked for by what stands in it, and counted', async () => {
    for (const [query, holds] of [
      ['', (row: JobRow) => row.closedAt === null],
      ['promise=none', (row: JobRow) => row.promisedAt === null && row.closedAt === null],
      ['all=yes&wish=new drive', (row: JobRow) => row.wish.includes('new drive')],
      ['all=yes&technician=nobody', (row: JobRow) => row.technician === ''],
      ['all=yes&text=quill', (row: JobRow) => row.customer.startsWith('Quill')],
    ] as const) {
      const all = await whole('all=yes');
      const found = await whole(query);
      expect(found.length).toBeGreaterThan(0);
      const wanted = all.filter(holds);
      expect(new Set(found.map(({ tag }) => tag)), query).toEqual(new Set(wanted.map(({ tag }) => tag)));
      const { body } = await shop.as.counter.get<CountView>(`/counts/jobs?${query}`);
      expect(body).toEqual({ count: wanted.length, more: false });
    }
    const mine = await whole('technician=technician');
    expect(mine).toHaveLength(1);
    const [{ order } = { order: 0 }] = mine;
    expect((await whole(`all=yes&order=${order}`)).map((row) => row.order)).toEqual([order]);
    const { body: found } = await shop.as.counter.get<Found[]>(`/find?q=${order}`);
    expect(found).toContainEqual(expect.objectContaining({ kind: 'order', tag: mine[0]?.tag }));
  });

  it('is sent whole as a file, in the order asked for', async () => {
    const text = await shop.as.counter.text('/exports/jobs?all=yes&sort=promised');
    const { data } = Papa.parse<Record<string, string>>(text.replace(/^\ufeff/, ''), {
      header: true,
      skipEmptyLines: true,
    });
    expect(data.map(({ tag }) => tag)).toEqual((await whole('all=yes&sort=promised')).map(({ tag }) => tag));
    expect(data[0]).toMatchObject({ wish: expect.any(String) as string, closedAt: expect.any(String) as string });
  });

  it('refuses a place in it that was never answered', async () => {
    expect((await shop.as.counter.get('/jobs?after=yesterday')).status).toBe(422);
    expect((await shop.as.counter.get('/jobs?sort=promised&after=12~nonsense')).status).toBe(422);
  });
});
