import { readFileSync } from 'node:fs';
import { beforeAll, describe, expect, it } from 'vitest';
import type { Checklists, LogoView, PlaceView, Problem, SessionView, SetUpView } from '@udrel/contract/types';
import { DEVICE_KINDS } from '@udrel/core/device';
import { bookJob, stockUp } from '../fixtures';
import { useShop } from '../harness';

const shop = useShop();
let stock: Awaited<ReturnType<typeof stockUp>>;
beforeAll(async () => {
  stock = await stockUp(shop);
});
const SVG =
  '<svg xmlns="http://www.w3.org/2000/svg" width="60" height="20"><rect width="60" height="20" fill="teal"/></svg>';
const stateOf = async (step: string) => {
  const { body } = await shop.as.owner.get<SetUpView>('/shop/set-up');
  return body.steps.find((one) => one.step === step)?.state;
};

describe('the set-up', () => {
  it('tells what is set by what is there, and keeps what is left for later', async () => {
    expect(await stateOf('suppliers')).toBe('open');
    await shop.as.owner.send('PUT', '/shop/set-up', { left: ['suppliers', 'logo'], over: false });
    expect(await stateOf('suppliers')).toBe('left for later');
    await shop.as.owner.send('PUT', '/shop/suppliers', { suppliers: [{ name: 'Fell', days: 2, note: '' }] });
    expect(await stateOf('suppliers')).toBe('set');
    expect((await shop.as.technician.get('/shop/set-up')).status).toBe(403);
  });

  it('refuses what stands twice, at its field', async () => {
    const given = { suppliers: ['Fell', 'fell '].map((name) => ({ name, days: 2, note: '' })) };
    const { status, body } = await shop.as.owner.send<Problem>('PUT', '/shop/suppliers', given);
    expect([status, body.problems?.[0]?.field]).toEqual([422, 'suppliers.1.name']);
    const printer = { name: 'bench', width: 50, height: 25, kinds: ['drives'] };
    const twice = await shop.as.owner.send<Problem>('PUT', '/shop/label-printers', { printers: [printer, printer] });
    expect(twice.body.problems?.[0]?.field).toBe('printers.1.kinds');
  });
});

describe('the picture on papers', () => {
  it('is drawn anew as PNG, told by the session, and taken off again', async () => {
    const refused = await shop.as.owner.form<Problem>('/shop/logo', { photo: new Blob(['no picture']) });
    expect(refused.body.code).toBe('no-picture');
    const set = await shop.as.owner.form<LogoView>('/shop/logo', { photo: new Blob([SVG]) });
    expect(set.body.logo).toMatchObject({ width: 600, height: 200 });
    const told = await shop.nobody.get<SessionView>('/session');
    expect(told.body.logo).toBe(set.body.logo?.digest);
    const png = Buffer.from(await (await shop.nobody.raw('/shop/logo')).arrayBuffer());
    expect(png.subarray(1, 4).toString()).toBe('PNG');
    expect(await stateOf('logo')).toBe('set');
    await shop.as.owner.send('DELETE', '/shop/logo');
    expect((await shop.nobody.get('/shop/logo')).status).toBe(404);
    expect(await stateOf('logo')).not.toBe('set');
  });

  it('and the labels of a small printer make papers that can be printed', async () => {
    await shop.as.owner.form('/shop/logo', { photo: new Blob([readFileSync('demo/files/logo.svg')]) });
    const small = { name: 'bench', width: 36, height: 18, kinds: ['tags of devices', 'what lies here'] };
    await shop.as.owner.send('PUT', '/shop/label-printers', { printers: [small] });
    const { tag } = await bookJob(shop.as.counter, stock);
    const pdf = async (paper: string) =>
      Buffer.from(await (await shop.as.counter.raw(`/jobs/${tag}/${paper}`)).arrayBuffer()).toString('latin1');
    const label = await pdf('tag');
    expect(label).toMatch(/MediaBox \[0 0 102\.0\d* 51\.0\d*\]/);
    expect(label.match(/\/Type \/Page\b/g)).toHaveLength(1);
    expect(await pdf('receipt')).toContain('/Subtype /Image');
  });
});

describe('places', () => {
  const placesOf = async () => (await shop.as.owner.get<PlaceView[]>('/shop/places')).body;
  it('are added once, renamed, and taken away where nothing lies', async () => {
    await shop.as.owner.send('POST', '/shop/places', { kind: 'storage', codes: ['rack 1', 'RACK 1 ', 'rack 2'] });
    const again = await shop.as.owner.send<Problem>('POST', '/shop/places', { kind: 'shelf', codes: ['rack 2'] });
    expect(again.body.problems?.[0]?.field).toBe('codes');
    const of = async (code: string) => (await placesOf()).find((one) => one.code === code)?.id ?? '';
    const twin = await shop.as.owner.send<Problem>('PUT', `/shop/places/${await of('rack 1')}`, { code: 'Rack 2' });
    expect(twin.status).toBe(422);
    await shop.as.owner.send('PUT', `/shop/places/${await of('rack 1')}`, { code: 'window' });
    const codes = (await placesOf()).map(({ code }) => code);
    expect(codes).toEqual(expect.arrayContaining(['rack 2', 'window']));
    await shop.as.owner.send('DELETE', `/shop/places/${await of('window')}`);
    expect(await of('window')).toBe('');
  });

  it('stay while something lies there', async () => {
    const held = (await placesOf()).find(({ holds }) => holds > 0);
    const { status, body } = await shop.as.owner.send<Problem>('DELETE', `/shop/places/${held?.id}`);
    expect([status, body.code]).toEqual([409, 'place-in-use']);
  });
});

it('begins a device that nobody described with what the shop looks at', async () => {
  const lists = DEVICE_KINDS.map((kind) => ({ kind, functions: kind === 'desktop' ? ['Fans', 'Sound'] : [] }));
  await shop.as.owner.send<Checklists>('PUT', '/shop/checklists', { lists });
  const job = await bookJob(shop.as.counter, stock, {
    device: { modelId: null, stub: { maker: 'Ostrel', name: 'Block', kind: 'desktop' }, serial: 'B-1', place: '' },
  } as never);
  expect(job.device.model.functions).toEqual(['Fans', 'Sound']);
});

it('keeps what a customer agreed to in the words of that day', async () => {
  await shop.as.owner.send('PUT', '/shop/consents', { agreed: ['it may be photographed'] });
  const job = await bookJob(shop.as.counter, stock, {
    facts: { consents: { given: ['the device may be opened'], own: ['it may be photographed'] } },
  } as never);
  await shop.as.owner.send('PUT', '/shop/consents', { agreed: [] });
  expect(job.snapshot.facts.consents).toEqual({
    given: ['the device may be opened'],
    own: ['it may be photographed'],
  });
});
