import { beforeAll, describe, expect, it } from 'vitest';
import { readJob } from '../../src/jobs/view-job';
import { bookJob, stockUp, Work, type Stock } from '../fixtures';
import { useShop } from '../harness';

const shop = useShop();
let stock: Stock;
beforeAll(async () => {
  stock = await stockUp(shop);
});
const begin = async () => new Work(shop.as.technician, await bookJob(shop.as.counter, stock));
const snapshotOf = async ({ job }: Work) => (await readJob(shop.database.manager, job.tag, shop.clock.now)).snapshot;

describe('what a job’s steps are computed from', () => {
  it('is the same as long as it says the same, whatever else happened', async () => {
    const work = await begin();
    const before = await snapshotOf(work);
    await work.post('/notes', { text: 'called' });
    expect(await snapshotOf(work)).toBe(before);
    await work.put('before');
    const after = await snapshotOf(work);
    expect(after).not.toBe(before);
    expect(after.facts.before).toEqual(work.job.snapshot.facts.before);
    expect(await snapshotOf(work)).toBe(after);
  });

  it('is another once the shop’s rates are, though the job itself is not touched', async () => {
    const work = await begin();
    const before = await snapshotOf(work);
    await shop.database.query(
      `insert into setting (key, value) values ('rates', '{"hourly": 4200, "taxPercent": 7}')
       on conflict (key) do update set value = excluded.value`,
    );
    expect((await snapshotOf(work)).rates).toEqual({ hourly: 4200, taxPercent: 7 });
    expect((await snapshotOf(work)).wishes).toEqual(before.wishes);
  });

  it('is looked at anew each moment while something runs', async () => {
    const work = await begin();
    await work.prepare(stock);
    await work.post('/runs', { berth: null });
    const [first, second] = [await snapshotOf(work), await snapshotOf(work)];
    expect(second).not.toBe(first);
    expect(second).toEqual(first);
  });
});
