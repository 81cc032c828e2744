import { beforeAll, describe, expect, it } from 'vitest';
import type { ModelView } from '@udrel/contract/types';
import { bookJob, stockUp, Work, type Stock } from '../fixtures';
import { useShop } from '../harness';

const shop = useShop();
let stock: Stock;
beforeAll(async () => {
  stock = await stockUp(shop);
});

async function spec() {
  const { body } = await shop.as.counter.get<ModelView>(`/models/${stock.modelId}`);
  const { id: _id, stub: _stub, ...rest } = body;
  return rest;
}
const describeIt = (body: object) =>
  shop.as.technician.send<ModelView & { detail: string }>('PUT', `/models/${stock.modelId}`, body);

describe('a model described anew', () => {
  it('keeps what was measured, and what it takes to open it counts in the work', async () => {
    const before = new Work(shop.as.technician, await bookJob(shop.as.counter, stock));
    const known = await spec();
    const done = await describeIt({ ...known, opening: 45, note: 'clips at the rear' });
    expect(done.body).toMatchObject({ opening: 45, note: 'clips at the rear' });
    const { body } = await shop.as.technician.get<Work['job']>(`/jobs/${before.job.tag}`);
    expect(body.procedure.steps.find((step) => step.id === 'strip down')?.minutes).toBe(45);
  });

  it('does not lose a site at which a drive of an open job sits', async () => {
    const work = new Work(shop.as.technician, await bookJob(shop.as.counter, stock));
    await work.put('old drive');
    const known = await spec();
    const refused = await describeIt({ ...known, sites: known.sites.filter((site) => site.id !== 'a') });
    expect([refused.status, refused.body.detail]).toEqual([
      409,
      expect.stringContaining(`Site A is in use in ${work.job.tag}`),
    ]);
    expect((await describeIt({ ...known, sites: known.sites.filter((site) => site.id !== 'b') })).status).toBe(200);
  });

  it('has a number of its own', async () => {
    const known = await spec();
    await shop.as.technician.send('POST', '/models', { ...known, code: 'T16' });
    expect((await describeIt({ ...known, code: 't16' })).status).toBe(422);
  });
});

describe('models that are near', () => {
  it('are found by parts of words and by what is nearly their name', async () => {
    const names = async (path: string) =>
      (await shop.as.counter.get<ModelView[]>(path)).body.map((model) => model.code);
    expect(await names('/models?find=tern%20ost')).toEqual(['T15', 'T16']);
    expect(await names('/models?find=100%25')).toEqual([]);
    expect(await names('/models/nearest?find=Ostrell%20Tern')).toContain('T15');
    expect(await names('/models/nearest?find=zzzz%20qqqq')).toEqual([]);
  });
});
