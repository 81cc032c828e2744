import { beforeAll, describe, expect, it } from 'vitest';
import type { Correction, JobPage, JobView } from '@udrel/contract/types';
import { bookJob, stockUp, Work, type Stock } from '../fixtures';
import { useShop } from '../harness';

const shop = useShop();
let stock: Stock;
beforeAll(async () => {
  stock = await stockUp(shop);
});

const end = (work: Work, correction: Correction) =>
  work.post('/corrections/end', { correction, reason: 'asked by phone' });
const free = async () => {
  const [{ n }] = (await shop.database.query(
    `select (select sum(quantity) from stock where part_id = $1)::int
          - (select coalesce(sum(r.quantity), 0) from reservation r join stock s on s.id = r.stock_id
              where s.part_id = $1)::int as n`,
    [stock.driveId],
  )) as [{ n: number }];
  return n;
};

/** A job whose new drive is in the device, which lies open. */
async function opened(): Promise<Work> {
  const work = new Work(shop.as.technician, await bookJob(shop.as.counter, stock));
  await work.prepare(stock);
  await work.post('/runs', { berth: null });
  await work.post('/runs/end', { outcome: 'ended well', note: '' });
  await work.readBack();
  await work.post('/disassembly', { way: 'out' });
  await work.put('new drive fitted', { serial: work.job.snapshot.facts['new drive choice']?.serial });
  return work;
}

describe('an end without work', () => {
  it('of a device that was never opened gives everything back at once', async () => {
    const before = await free();
    const work = new Work(
      shop.as.counter,
      await bookJob(shop.as.counter, stock, { leftWithUs: [{ name: 'charger', place: '' }] }),
    );
    const bench = new Work(shop.as.technician, work.job);
    await bench.assess();
    await bench.reserve(stock);
    work.job = bench.job;
    expect(await free()).toBe(before - 1);
    expect((await end(work, { what: 'end', kind: 'declined' })).status).toBe(200);
    expect(await free()).toBe(before);
    expect(work.job.procedure.steps.map((step) => step.id)).toEqual(['book in', 'give back', 'close job']);
    expect((await work.post('/close')).body.code).toBe('gate-closed');
    const signature = { version: work.job.version, value: { name: 'A. Customer', path: 'M0 0L5 5' } };
    work.job = (await shop.as.counter.send<JobView>('PUT', `/jobs/${work.job.tag}/counter/signature`, signature)).body;
    expect((await work.post('/close')).status).toBe(200);
    expect(work.job.belongings.map((belonging) => belonging.back)).toEqual([true, true]);
    expect(work.job).toMatchObject({ guaranteedUntil: null, snapshot: { end: { kind: 'declined' } } });
    const { body } = await shop.as.counter.get<JobPage>(`/jobs?all=yes&text=${work.job.tag}`);
    expect(body.rows[0]).toMatchObject({ station: 'closed' });
  });

  it('of an opened one leads back to an assembled device, and keeps the drive that was written to', async () => {
    const work = await opened();
    const serial = work.job.snapshot.facts['new drive choice']?.serial;
    await end(work, { what: 'end', kind: 'withdrawn' });
    expect(work.step('close up')).toBe('waiting');
    expect((await work.put('put back' as never, { serial })).body.detail).toBeTruthy();
    expect((await work.put('put back' as never, { serial: 'KD7-55Q0-2218' })).status).toBe(200);
    await work.post('/disassembly', { way: 'back' });
    expect((await work.put('as it came' as never, { starts: false, note: '' })).status).toBe(422);
    await work.put('as it came' as never, { starts: true, note: '' });
    await work.put('signature');
    expect((await work.post('/close')).status).toBe(200);
    const [drive] = await shop.database.query('select owner, custody from drive where serial = $1', [serial]);
    expect(drive).toMatchObject({ owner: 'shop', custody: expect.stringContaining('wipe before use') });
  });

  it('gone on with after the drive came out proves nothing of what was proven with it inside', async () => {
    const work = await opened();
    await work.put('trial start');
    await end(work, { what: 'end', kind: 'withdrawn' });
    await work.put('put back' as never, { serial: 'KD7-55Q0-2218' });
    await end(work, { what: 'go on' });
    const { facts } = work.job.snapshot;
    expect([facts['new drive fitted'], facts['trial start'], facts['put back']]).toEqual([
      undefined,
      undefined,
      undefined,
    ]);
    expect(work.job.procedure.gates.find((gate) => gate.id === 'started')?.holds).toBe(false);
  });

  it('waits for a running copy, and goes on after all when the customer changes their mind', async () => {
    const work = new Work(shop.as.technician, await bookJob(shop.as.counter, stock));
    await work.prepare(stock);
    await work.post('/runs', { berth: null });
    await end(work, { what: 'end', kind: 'not worth it' });
    expect(work.step('end copy')).toBe('running');
    expect(work.step('close job')).toBe('waiting');
    await work.post('/runs/end', { outcome: 'failed', note: 'stopped' });
    expect((await end(work, { what: 'end', kind: 'not worth it' })).body.code).toBe('ended-so');
    await end(work, { what: 'go on' });
    expect(work.step('reserve new drive')).toBe('ready');
    expect(work.job.snapshot.end).toBeNull();
    expect((await end(work, { what: 'go on' })).body.code).toBe('not-ended');
  });

  it('of a device that nobody fetches keeps it and its belongings, with what was fitted', async () => {
    const work = await opened();
    await work.put('trial start');
    await work.post('/disassembly', { way: 'back' });
    await end(work, { what: 'end', kind: 'not collected' });
    await work.put('as it came' as never, { starts: true, note: '' });
    expect(work.step('keep')).toBe('ready');
    await work.put('kept until' as never, { place: 'rack B2', until: '2026-12-01' });
    expect((await work.post('/close')).status).toBe(200);
    expect(work.job.belongings[0]?.back).toBe(false);
    const serial = work.job.snapshot.facts['new drive choice']?.serial;
    const [drive] = await shop.database.query('select owner from drive where serial = $1', [serial]);
    expect(drive).toMatchObject({ owner: 'customer' });
  });
});

describe('putting down and taking up', () => {
  it('carries the state to whoever goes on', async () => {
    const work = new Work(shop.as.technician, await bookJob(shop.as.counter, stock));
    await work.post('/claim');
    expect(work.job.holding.claimed?.name).toBe('The technician');
    expect((await work.post('/claim')).body.code).toBe('in-hand');
    const state = { batteryOff: true, tried: 'another cable', next: 'measure again' };
    await work.post('/hand-off', state);
    expect(work.job.holding).toMatchObject({ claimed: null, handOff: { ...state, by: 'The technician' } });
    expect(work.job.history[0]?.sentence).toBe('Put down; battery off; tried: another cable; next: measure again');
    const owner = new Work(shop.as.owner, work.job);
    await owner.post('/claim');
    expect(owner.job.holding).toMatchObject({ claimed: { name: 'The owner' }, handOff: null });
    const back = new Work(shop.as.technician, owner.job);
    await back.post('/claim');
    expect(back.job.history[0]?.sentence).toBe('Taken over');
  });
});

describe('belongings', () => {
  it('have a label number and a place, and can be found by either', async () => {
    const job = await bookJob(shop.as.counter, stock, { leftWithUs: [{ name: 'dock', place: 'rack Q9' }] });
    const add = await shop.as.technician.send<JobView>('POST', `/jobs/${job.tag}/belongings`, {
      name: 'old drive in its bag',
      place: 'rack Q9',
    });
    expect(add.body.belongings.map((belonging) => [belonging.number, belonging.name])).toEqual([
      [0, 'the device'],
      [1, 'dock'],
      [2, 'old drive in its bag'],
    ]);
    const find = async (text: string) =>
      (
        await shop.as.counter.get<{ kind: string; title: string; tag: string | null }[]>(
          `/find?q=${encodeURIComponent(text)}`,
        )
      ).body;
    expect((await find(`${job.tag}-2`))[0]).toMatchObject({ kind: 'belonging', tag: job.tag });
    expect((await find('RACK Q9')).map((one) => one.kind)).toEqual(['belonging', 'belonging']);
    await shop.as.counter.send('PUT', `/jobs/${job.tag}/belongings/2`, { place: 'shelf 1', back: false });
    expect(await find('rack q9')).toHaveLength(1);
    expect((await shop.as.counter.send('PUT', `/jobs/${job.tag}/belongings/9`, { place: '', back: true })).status).toBe(
      404,
    );
  });

  it('are put to one place together; what went back, and what lies there, is left alone', async () => {
    const leftWithUs = ['dock', 'charger'].map((name) => ({ name, place: 'rack Q7' }));
    const { tag, version } = await bookJob(shop.as.counter, stock, { leftWithUs });
    await shop.as.counter.send('PUT', `/jobs/${tag}/belongings/2`, { place: 'rack Q7', back: true });
    const { body } = await shop.as.counter.send<JobView>('PUT', `/jobs/${tag}/belongings`, { place: 'RACK q7' });
    expect(body.belongings.map(({ name, place, back }) => [name, place.toUpperCase(), back])).toEqual([
      ['the device', 'RACK Q7', false],
      ['dock', 'RACK Q7', false],
      ['charger', 'RACK Q7', true],
    ]);
    // One entry for what was given back before, one for the device.
    expect(body.version).toBe(version + 2);
    const again = await shop.as.counter.send<JobView>('PUT', `/jobs/${tag}/belongings`, { place: 'rack Q7' });
    expect(again.body.version).toBe(version + 2);
    expect((await shop.as.counter.send('PUT', `/jobs/${tag}/belongings`, { place: ' ' })).status).toBe(422);
  });
});
