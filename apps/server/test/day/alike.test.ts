import { randomUUID } from 'node:crypto';
import { beforeAll, describe, expect, it } from 'vitest';
import type { JobView, OrderView, Problem } from '@udrel/contract/types';
import { Part } from '../../src/app/services';
import { booking, deviceBooking, FACTS, stockUp, Work, type Stock } from '../fixtures';
import { useShop } from '../harness';

const shop = useShop();
let stock: Stock;
beforeAll(async () => void (stock = await stockUp(shop)));

/** So many alike of one customer, each with a drive of its own that was read. */
async function alike(count: number): Promise<Work[]> {
  const order = booking(stock);
  for (let n = 1; n < count; n += 1) order.jobs.push(deviceBooking(stock));
  const { body } = await shop.as.counter.send<OrderView>('POST', '/orders', order);
  const works = body.jobs.map((job) => new Work(shop.as.technician, job));
  for (const [n, work] of works.entries()) await work.assess(`KD7-88${n}${count}`);
  return works;
}

const jobOf = async ({ job }: Work) => (await shop.as.counter.get<JobView>(`/jobs/${job.tag}`)).body;
const same = (work: Work, path: string, tags: string[]) =>
  shop.as.technician.send<Problem>('POST', `/jobs/${work.job.tag}/${path}`, { tags });

describe('several alike of one customer', () => {
  it('have ordered for all of them what the shelf has none of', async () => {
    const works = await alike(3);
    const known = await shop.database.manager.findOneByOrFail(Part, { id: stock.driveId });
    const partId = randomUUID();
    await shop.database.manager.insert(Part, { ...known, id: partId, partNumber: 'PW-481', name: 'C9' });
    const [first, ...others] = works;
    const choice = { kind: 'drive', partId, siteId: 'a', on: 'new' };
    await first?.post('/part-orders', { choice, supplier: 'Harbour Parts', expected: '2026-06-04' });
    const tags = others.map(({ job }) => job.tag);
    expect((await same(first as Work, 'same', tags)).status).toBe(200);
    for (const other of others) {
      expect((await jobOf(other)).snapshot.ordered).toMatchObject([
        { supplier: 'Harbour Parts', expected: '2026-06-04' },
      ]);
    }
  });

  it('are planned as the first is, each for its own drives; one that is divided otherwise is not, and then none is', async () => {
    const works = await alike(3);
    for (const work of works) {
      await work.reserve(stock);
      await work.post('/quote/accept', {});
    }
    const [first, second, third] = works as [Work, Work, Work];
    const tags = [second.job.tag, third.job.tag];
    expect((await same(first, 'plan/same', tags)).body.detail).toContain('Accept the plan of this one first.');
    await first.plan();
    const table = FACTS['partition table'] as { partitions: object[] };
    await third.put('partition table', { ...table, partitions: table.partitions.slice(0, -1) });
    const refused = await same(first, 'plan/same', tags);
    expect(refused.status).toBe(409);
    expect((await jobOf(second)).snapshot.facts.plan).toBeUndefined();
    await third.put('partition table');
    expect((await same(first, 'plan/same', tags)).status).toBe(200);
    const [one, other] = [await jobOf(first), await jobOf(third)];
    expect(other.snapshot.facts.plan).toMatchObject({
      route: one.snapshot.facts.plan?.route,
      sourceSerial: 'KD7-8823',
    });
    expect(other.snapshot.facts.plan?.drives[0]?.serial).not.toBe(one.snapshot.facts.plan?.drives[0]?.serial);
  });
});
