import { beforeAll, describe, expect, it } from 'vitest';
import { bytesOfNominal, GIB } from '@udrel/core/capacity';
import type { JobView, KnownDevice, MatchView, ModelView, OrderView } from '@udrel/contract/types';
import { bookJob, booking, deviceBooking, FACTS, stockUp, Work, type Stock } from '../fixtures';
import { useShop } from '../harness';

const shop = useShop();
let stock: Stock;
beforeAll(async () => {
  stock = await stockUp(shop);
});
type Refused = { detail: string; code: string; problems?: { field: string }[] };

const own = (over: object = {}) => ({
  serial: 'OWN-0001',
  mayBeOverwritten: true,
  drive: {
    maker: 'Palewood',
    name: 'C1',
    bytes: bytesOfNominal(480),
    sectorSize: 512 as const,
    class: 'SATA SSD' as const,
    link: { kind: 'sata' as const, generation: 3 as const },
    read: 560,
    write: 510,
    form: '2.5' as const,
    height: 7,
    needs12V: false,
  },
  ...over,
});

describe('an order', () => {
  it('holds several devices with several wishes each, all or none', async () => {
    const wishes = [
      { kind: 'new drive' as const, least: bytesOfNominal(480) },
      { kind: 'memory' as const, least: 12 * GIB },
    ];
    const order = { ...booking(stock), jobs: [deviceBooking(stock, { wishes }), deviceBooking(stock)] };
    const { body } = await shop.as.counter.send<OrderView>('POST', '/orders', order);
    expect(body.jobs.map((job) => job.order)).toEqual([body.number, body.number]);
    expect(body.jobs[0]?.procedure.steps.map((step) => step.id)).toEqual(
      expect.arrayContaining(['read drive', 'read memory']),
    );
    const [{ before }] = await shop.database.query('select count(*)::int as before from job');
    const wrong = {
      ...booking(stock),
      jobs: [deviceBooking(stock), deviceBooking(stock, { wishes: [...wishes, ...wishes] })],
    };
    const refused = await shop.as.counter.send<Refused>('POST', '/orders', wrong);
    expect(refused.body.problems?.[0]?.field).toBe('jobs.1.wishes.2.kind');
    const same = deviceBooking(stock);
    const twice = await shop.as.counter.send<Refused>('POST', '/orders', { ...booking(stock), jobs: [same, same] });
    expect(twice.body.problems?.[0]?.field).toBe('jobs.1.device.serial');
    expect((await shop.database.query('select count(*)::int as before from job'))[0]).toEqual({ before });
  });

  it('keeps what was noted at the counter as facts with their origin', async () => {
    const facts = {
      backup: { state: 'has no backup' as const, irreplaceable: 'field notes' },
      'go-ahead limit': { amount: 12_000 },
      consents: { given: ['the device may be opened' as const] },
      'condition marks': { marks: [{ kind: 'dent' as const, view: 'top' as const, x: 0.5, y: 0.1, note: '' }] },
    };
    const job = await bookJob(shop.as.counter, stock, { facts });
    expect(job.snapshot.facts).toMatchObject(facts);
    expect(job.origins.map((one) => one.origin)).toEqual(['typed', 'typed', 'typed', 'typed']);
    const value = { state: 'has a backup', irreplaceable: '' };
    const path = `/jobs/${job.tag}/counter/backup`;
    const corrected = await shop.as.counter.send<JobView>('PUT', path, { version: job.version, value });
    expect(corrected.body.history[0]?.sentence).toBe('Corrected: backup');
  });
});

describe('a model that the library does not have', () => {
  it('is booked as a stub, and the job goes on once it is described', async () => {
    const device = {
      modelId: null,
      stub: { maker: 'Ostrel', name: 'Fulmar 9', kind: 'laptop' as const },
      serial: 'F9-1',
      place: '',
    };
    const work = new Work(shop.as.technician, await bookJob(shop.as.counter, stock, { device }));
    expect(work.job.device.model).toMatchObject({ stub: true, name: 'Fulmar 9' });
    expect((await work.put('old drive')).body.code).toBe('gate-closed');
    const known = (await shop.as.counter.get<ModelView[]>('/models?find=T15')).body[0] as ModelView;
    const { id: _id, stub: _stub, ...spec } = known;
    const put = (body: object) =>
      shop.as.technician.send<ModelView & Refused>('PUT', `/models/${work.job.device.model.id}`, body);
    expect((await put(spec)).body.problems?.[0]?.field).toBe('code');
    expect((await put({ ...spec, code: 'F9', name: 'Fulmar 9' })).body).toMatchObject({ stub: false, code: 'F9' });
    work.job = (await shop.as.technician.get<JobView>(`/jobs/${work.job.tag}`)).body;
    expect(work.job.snapshot.disassembly).toHaveLength(2);
    expect((await work.put('old drive', { ...FACTS['old drive'], serial: 'F9-OLD' })).status).toBe(200);
    const nothing = await shop.as.counter.send<Refused>(
      'POST',
      '/orders',
      booking(stock, { device: { ...device, stub: null } }),
    );
    expect(nothing.body.problems?.[0]?.field).toBe('jobs.0.device.modelId');
  });
});

describe('a drive that the customer brings', () => {
  const booked = (over: object = {}) => bookJob(shop.as.counter, stock, { facts: { 'own drive': own(over) } });

  it('is matched and fitted like one of ours, costs nothing and stays theirs', async () => {
    const work = new Work(shop.as.technician, await booked());
    expect(work.job.belongings.map((belonging) => belonging.name)).toContain('own drive OWN-0001');
    await work.assess();
    const { body } = await shop.as.technician.get<MatchView>(`/jobs/${work.job.tag}/match`);
    const candidate = body.drives.new[0]?.candidates.find((one) => one.own);
    expect(candidate).toMatchObject({ verdict: 'fits', offer: { price: 0 } });
    expect((await work.post('/drive', { partId: null, siteId: 'a', on: 'new' })).status).toBe(200);
    expect(work.job.snapshot.facts['new drive choice']).toMatchObject({ serial: 'OWN-0001', partId: null, price: 0 });
    await work.plan();
    await work.prepareDevice();
    await work.put('source identified');
    await work.put('new drive identified', { serial: 'OWN-0001' });
    expect(work.job.snapshot.facts['new drive holds']?.what).toEqual(['what the customer had on it']);
    expect((await work.post('/runs', { berth: null })).body.detail).toContain('typing its serial again');
    expect((await work.put('new drive confirmed' as never, { serial: 'OWN-0002' })).status).toBe(422);
    await work.put('new drive confirmed' as never, { serial: 'own-0001' });
    await work.post('/runs', { berth: null });
    await work.post('/runs/end', { outcome: 'ended well', note: '' });
    await work.readBack();
    await work.post('/disassembly', { way: 'out' });
    await work.put('new drive fitted', { serial: 'OWN-0001' });
    await work.put('trial start');
    await work.post('/disassembly', { way: 'back' });
    for (const key of ['after', 'functions', 'old drive stays', 'document given', 'signature'] as const)
      await work.put(key);
    expect((await work.post('/close')).status).toBe(200);
    const [drive] = await shop.database.query("select owner, custody from drive where serial = 'OWN-0001'");
    expect(drive).toEqual({ owner: 'customer', custody: "fitted in the customer's device" });
  });

  it('is no target without the word that what is on it may be lost', async () => {
    const work = new Work(shop.as.technician, await booked({ serial: 'OWN-0002', mayBeOverwritten: false }));
    await work.assess();
    const refused = await work.post('/drive', { partId: null, siteId: 'a', on: 'new' });
    expect(refused.body.detail).toContain('has not agreed');
  });

  it('cannot be one of ours, nor the drive that is in the device', async () => {
    const ours = await shop.as.counter.send<Refused>(
      'POST',
      '/orders',
      booking(stock, { facts: { 'own drive': own({ serial: 'PW-0006' }) } }),
    );
    expect(ours.body.problems?.[0]?.field).toBe('jobs.0.facts.own drive.serial');
    const work = new Work(shop.as.technician, await booked({ serial: 'OWN-0003' }));
    const same = await work.put('old drive', { ...FACTS['old drive'], serial: 'OWN-0003' });
    expect(same.body.detail).toContain('the customer brought');
  });
});

describe('a limit up to which we go ahead', () => {
  it('holds plan and strip-down back until the customer is asked', async () => {
    const work = new Work(
      shop.as.technician,
      await bookJob(shop.as.counter, stock, { facts: { 'go-ahead limit': { amount: 1000 } }, price: null }),
    );
    await work.assess();
    await work.reserve(stock);
    const refused = await work.plan();
    expect(refused.body.detail).toContain('Have the customer agree to 39.00');
    const gate = work.job.procedure.gates.find((one) => one.id === 'price agreed');
    expect(gate?.missing).toEqual([
      'It costs 39.00, tax included; agreed is 10.00 (the go-ahead limit): ask the customer.',
    ]);
    await work.post('/overrides', { gate: 'price agreed', reason: 'agreed by phone' });
    expect((await work.plan()).status).toBe(200);
  });
});

describe('a device that was here before', () => {
  it('says what we fitted and until when it is guaranteed', async () => {
    const first = new Work(
      shop.as.technician,
      await bookJob(shop.as.counter, stock, { wishes: [{ kind: 'memory', least: 12 * GIB }] }),
    );
    await first.put('memory');
    await first.put('before');
    await first.post('/memory', { partId: stock.moduleId, count: 1 });
    await first.post('/disassembly', { way: 'out' });
    await first.put('memory fitted');
    await first.put('trial start');
    await first.post('/disassembly', { way: 'back' });
    for (const key of ['after', 'functions', 'document given', 'signature'] as const) await first.put(key);
    expect((await first.post('/close')).status).toBe(200);
    expect(first.job.guaranteedUntil).toBe('2028-06-01T09:00:00.000Z');
    const { serial } = first.job.device;
    const known = (await shop.as.counter.get<KnownDevice[]>(`/devices?serial=${serial.toLowerCase()}`)).body[0];
    expect(known).toMatchObject({ openTag: null, earlier: [{ tag: first.job.tag, fitted: ['1 × Brinewick S4'] }] });
    const again = await bookJob(shop.as.counter, stock, {
      device: { modelId: stock.modelId, stub: null, serial, place: '' },
    });
    expect(again.earlier).toMatchObject([
      { tag: first.job.tag, guaranteedUntil: '2028-06-01T09:00:00+00:00', end: null },
    ]);
  });
});
