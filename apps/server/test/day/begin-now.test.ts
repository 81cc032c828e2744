import { beforeAll, describe, expect, it } from 'vitest';
import type { NightView, ScheduleView } from '@udrel/contract/types';
import { bookJob, stockUp, Work, type Stock } from '../fixtures';
import { useShop } from '../harness';

const shop = useShop();
let stock: Stock;
beforeAll(async () => void (stock = await stockUp(shop)));

const planned = async ({ job }: Work) =>
  (await shop.as.technician.get<ScheduleView>('/schedule')).body.hands.find(({ tag }) => tag === job.tag);

describe('a copy that one press begins', () => {
  it('is one that goes as planned, with everything before it done; not one after an attempt that failed', async () => {
    const work = new Work(shop.as.technician, await bookJob(shop.as.counter, stock));
    expect(await planned(work)).toMatchObject({ begin: null });
    await work.prepare(stock, 'ED-PRESS');
    const next = await planned(work);
    expect(next).toMatchObject({ version: work.job.version, begin: { onto: 'new', berth: null, through: [] } });
    const night = (await shop.as.technician.get<NightView>('/schedule/before-closing')).body;
    expect(night.begin.find(({ tag }) => tag === work.job.tag)).toMatchObject({
      version: work.job.version,
      now: next?.begin,
    });
    expect((await work.post('/runs', { ...next?.begin })).status).toBe(201);
    expect((await planned(work))?.begin).toBeNull();
    await work.post('/runs/end', { outcome: 'failed', note: 'pulled out' });
    expect((await planned(work))?.begin).toBeNull();
  });
});
