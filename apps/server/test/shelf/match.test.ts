import { ALTERATION_CONSENT } from '@udrel/core/facts';
import { beforeAll, describe, expect, it } from 'vitest';
import type { MatchView, ModelView, PartPage } from '@udrel/contract/types';
import { bytesOfNominal } from '@udrel/core/capacity';
import type { Adapter, MsataDrive } from '@udrel/core/fit';
import { Part } from '../../src/app/services';
import { bookJob, FACTS, stockUp, Work, type Stock } from '../fixtures';
import { useShop } from '../harness';

const shop = useShop();
let stock: Stock;
let modelId: string;
const ids = new Map<string, string>();

/** A drive of 9.5 mm, an mSATA one, and what lets them sit in other places; the number of pieces of each. */
beforeAll(async () => {
  stock = await stockUp(shop);
  const [box] = (await shop.as.owner.get<PartPage>('/parts?find=PW-480')).body.rows;
  const tall = { ...(box?.spec as object), height: 9.5 };
  const { form: _form, ...rest } = tall as unknown as MsataDrive;
  await part('TALL', 'drive', tall, 1);
  await part('MINI', 'drive', { ...rest, form: 'msata', size: 'full' }, 1);
  await part('SHELL', 'adapter', { kind: 'msata shell', height: 7 } satisfies Adapter, 1);
  await part('CADDY', 'adapter', { kind: 'caddy', height: 9.5, takes: 7 } satisfies Adapter, 1);
  const [model] = (await shop.as.owner.get<ModelView[]>('/models?find=T15')).body;
  if (!model) throw new Error('no model');
  const { id: _id, stub: _stub, ...spec } = model;
  const bay = { name: 'Site A', needs: '', disables: '', form: '2.5', height: 7, sata: 3, power12V: false };
  const { body } = await shop.as.owner.send<ModelView>('POST', '/models', {
    ...spec,
    code: 'T17',
    sites: [
      { ...bay, id: 'a', alteration: { what: 'cut the rib', height: 9.5 } },
      { id: 'c', name: 'Site C', needs: '', disables: '', form: 'optical', height: 9.5, sata: 1 },
    ],
  });
  modelId = body.id;
});

async function part(number: string, kind: 'drive' | 'adapter', spec: object, pieces: number): Promise<void> {
  const id = crypto.randomUUID();
  ids.set(number, id);
  const serialised = kind === 'drive';
  const row = { id, kind, maker: 'Thimble', name: number, price: 1000, partNumber: number, serialised, spec };
  await shop.database.manager.insert(Part, row);
  const serials = serialised ? Array.from({ length: pieces }, (_none, n) => `${number}-${n}`) : [];
  await shop.as.owner.send('POST', '/stock', { partId: id, serials, count: serialised ? 0 : pieces, place: '' });
}

const idOf = (number: string) => ids.get(number) ?? '';

let disks = 0;

async function assessed(): Promise<Work> {
  const work = new Work(shop.as.technician, await bookJob(shop.as.counter, { ...stock, modelId }));
  await work.put('old drive', { ...FACTS['old drive'], serial: `KD7-MATCH-${++disks}` });
  for (const key of ['partition table', 'health', 'before'] as const) await work.put(key);
  return work;
}

describe('a chain of two adapters', () => {
  it('is found, priced and reserved whole; the next one is told that a part of it is gone', async () => {
    const work = await assessed();
    const { body } = await shop.as.technician.get<MatchView>(`/jobs/${work.job.tag}/match`);
    const found = body.drives.new
      .find(({ siteId }) => siteId === 'c')
      ?.candidates.find(({ partNumber }) => partNumber === 'MINI');
    expect(found).toMatchObject({ verdict: 'fits with parts', partsNeeded: ['SHELL', 'CADDY'], missing: [] });
    expect((await work.post('/drive', { partId: idOf('MINI'), siteId: 'c', on: 'new' })).status).toBe(200);
    expect(work.job.snapshot.facts['new drive choice']).toMatchObject({ serial: 'MINI-0', price: 3000 });
    const [caddy] = (await shop.as.technician.get<PartPage>('/parts?find=CADDY')).body.rows;
    expect(caddy).toMatchObject({ onShelf: 1, reserved: 1 });
    const other = await assessed();
    const { body: then } = await shop.as.technician.get<MatchView>(`/jobs/${other.job.tag}/match`);
    const box = then.drives.new
      .find(({ siteId }) => siteId === 'c')
      ?.candidates.find(({ partNumber }) => partNumber === 'PW-480');
    expect(box).toMatchObject({ missing: ['CADDY'], because: 'fits but for CADDY: not on the shelf' });
    const refused = await other.post('/drive', { partId: stock.driveId, siteId: 'c', on: 'new' });
    expect(refused).toMatchObject({ status: 409, body: { code: 'none-on-the-shelf' } });
    expect(other.job.snapshot.facts['new drive choice']).toBeUndefined();
  });
});

describe('an alteration that cannot be undone', () => {
  it('is reserved only with the customer’s consent', async () => {
    const work = await assessed();
    const wanted = { partId: idOf('TALL'), siteId: 'a', on: 'new' };
    const refused = await work.post('/drive', wanted);
    expect(refused.status).toBe(409);
    expect(refused.body.detail).toContain('cut the rib cannot be undone');
    const consented = await shop.as.counter.send('PUT', `/jobs/${work.job.tag}/counter/consents`, {
      version: work.job.version,
      value: { given: [ALTERATION_CONSENT] },
    });
    work.job = consented.body as typeof work.job;
    expect((await work.post('/drive', wanted)).status).toBe(200);
    expect(work.job.snapshot.facts['new drive choice']).toMatchObject({
      verdict: 'fits with alteration',
      alteration: 'cut the rib',
      bytes: bytesOfNominal(480),
    });
  });
});

describe('what the old drive leaves behind', () => {
  it('is used again: nothing is taken from the shelf for it, and nothing charged', async () => {
    const work = await assessed();
    await work.put('old drive', { ...FACTS['old drive'], serial: 'KD7-MATCH-CADDY', siteId: 'c' });
    const free = async () =>
      (await shop.as.owner.get<PartPage>('/parts?find=CADDY')).body.rows.find(({ name }) => name === 'CADDY')?.onShelf;
    const before = await free();
    expect(before).toBeGreaterThanOrEqual(0);
    const [box] = (await shop.as.owner.get<PartPage>('/parts?find=PW-480')).body.rows;
    expect((await work.post('/drive', { partId: box?.id, siteId: 'c', on: 'new' })).status).toBe(200);
    const choice = work.job.snapshot.facts['new drive choice'];
    expect(choice?.partsNeeded).toEqual(['the old drive’s caddy']);
    expect(choice?.price).toBe(box?.price);
    expect(await free()).toBe(before);
  });
});

describe('storage on the board', () => {
  it('stays: it is known to the steps, holds its site, and is not moved', async () => {
    const [model] = (await shop.as.owner.get<ModelView[]>('/models?find=T17')).body;
    const { id: _id, stub: _stub, ...spec } = model ?? {};
    const sites = [{ id: 'n', name: 'Site N', needs: '', disables: '', form: 'soldered' }, ...(model?.sites ?? [])];
    const made = await shop.as.owner.send<ModelView>('POST', '/models', { ...spec, code: 'T17-N', sites });
    const booked = await bookJob(shop.as.counter, { ...stock, modelId: made.body.id });
    const work = new Work(shop.as.technician, booked);
    await work.put('old drive', { ...FACTS['old drive'], serial: 'BD64-MATCH-1', siteId: 'n', class: 'eMMC' });
    for (const key of ['partition table', 'health', 'before'] as const) await work.put(key);
    expect(work.job.snapshot.device.soldered).toEqual(['n']);
    const moved = await work.post('/old-drive', { siteId: 'a', length: null, height: 7 });
    expect(moved.status).toBeGreaterThanOrEqual(400);
    expect(JSON.stringify(moved.body)).toContain('soldered');
    const [box] = (await shop.as.owner.get<PartPage>('/parts?find=PW-480')).body.rows;
    const there = await work.post('/drive', { partId: box?.id, siteId: 'n', on: 'new' });
    expect(there.body).toMatchObject({ code: 'does-not-fit' });
  });
});

it('a fact from a file keeps where it came from', async () => {
  const work = new Work(shop.as.technician, await bookJob(shop.as.counter, stock));
  const { tag, version } = work.job;
  const value = { ...FACTS['old drive'], serial: 'KD7-FROM-FILE' };
  const path = `/jobs/${tag}/facts/old%20drive`;
  const { body } = await shop.as.technician.send<typeof work.job>('PUT', path, {
    version,
    value,
    origin: 'probe file',
  });
  expect(body.origins.find(({ key }) => key === 'old drive')?.origin).toBe('probe file');
  const odd = await shop.as.technician.send('PUT', path, { version: body.version, value, origin: 'a guess' });
  expect(odd.status).toBe(422);
});

describe('what was measured at a site', () => {
  const at = (site: object) => shop.as.technician.send<ModelView>('PUT', `/models/${modelId}/sites`, site);
  const optical = { id: 'c', name: 'Site C', needs: '', disables: '', form: 'optical', height: null, sata: 1 };

  it('holds for every device of the model, and turns what could not be told', async () => {
    const work = await assessed();
    const verdict = async () => {
      const { body } = await shop.as.technician.get<MatchView>(`/jobs/${work.job.tag}/match`);
      const candidates = body.drives.new.find(({ siteId }) => siteId === 'c')?.candidates;
      return candidates?.find(({ partNumber }) => partNumber === 'PW-480')?.verdict;
    };
    await at(optical);
    expect(await verdict()).toBe('cannot tell');
    await at({ ...optical, height: 12.7 });
    expect(await verdict()).toBe('no');
    expect((await at({ ...optical, height: 9.5 })).body.sites).toHaveLength(2);
    expect(await verdict()).toBe('fits with parts');
  });

  it('is no other site, and not the counter’s to say', async () => {
    expect((await at({ ...optical, id: 'z' })).status).toBe(404);
    expect((await at({ ...optical, form: 'msata', size: 'full', screw: true, height: undefined })).status).toBe(422);
    expect((await shop.as.counter.send('PUT', `/models/${modelId}/sites`, optical)).status).toBe(403);
  });
});
