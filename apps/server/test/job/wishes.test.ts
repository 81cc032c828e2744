import { beforeAll, describe, expect, it } from 'vitest';
import type { Found, JobView, LessonsView, MatchView, OrderView, TakesView } from '@udrel/contract/types';
import { defaultIntent, filesFrom } from '@udrel/core/layout';
import { driveOf } from '@udrel/core/plan-file';
import { booking, bookJob, deviceBooking, FACTS, stockUp, Work, type Stock } from '../fixtures';
import { useShop } from '../harness';

const shop = useShop();
let stock: Stock;
beforeAll(async () => {
  stock = await stockUp(shop);
});

const GB = 1e9;
const wish = (kind: 'new drive' | 'new drive beside' | 'added drive' | 'fresh installation', least = 120 * GB) => ({
  kind,
  least,
});
const note = { drives: [{ serial: 'STAY-01', name: 'Kestrin D7', bytes: 500 * GB, siteId: 'a' }] };

async function opened(wishes: ReturnType<typeof wish>[]): Promise<Work> {
  return new Work(shop.as.technician, await bookJob(shop.as.counter, stock, { wishes }));
}

/** From the fitted drive to the closed job. */
async function finish(work: Work): Promise<void> {
  await work.put('trial start');
  await work.post('/disassembly', { way: 'back' });
  await work.put('after');
  await work.put('functions');
  if (work.step('place old drive')) await work.put('old drive stays');
  await work.put('document given');
  await work.put('signature');
  await work.post('/close');
}

describe('a drive added beside the one there', () => {
  it('is matched for data, fitted by its serial, and closed without any copy', async () => {
    const work = await opened([wish('added drive')]);
    await work.put('other drives' as keyof typeof FACTS, note);
    await work.put('before');
    const { body: match } = await shop.as.technician.get<MatchView>(`/jobs/${work.job.tag}/match`);
    expect([match.drives.new.length, match.drives.added.length]).toEqual([0, 2]);
    const taken = await work.post('/drive', { partId: stock.driveId, siteId: 'a', on: 'added' });
    expect(taken.body.detail).toContain('which stays');
    await work.post('/drive', { partId: stock.driveId, siteId: 'b', on: 'added' });
    const serial = work.job.snapshot.facts['added drive choice']?.serial;
    await work.post('/disassembly', { way: 'out' });
    expect(work.step('accept plan')).toBeUndefined();
    expect((await work.put('added drive fitted' as never, { serial: 'KD7-0000' })).status).toBe(422);
    await work.put('added drive fitted' as never, { serial });
    await finish(work);
    expect(work.job.closedAt).not.toBeNull();
    const [drive] = (await shop.database.query('select owner from drive where serial = $1', [serial])) as unknown[];
    expect(drive).toEqual({ owner: 'customer' });
    const { body: found } = await shop.as.technician.get<Found[]>(`/find?q=${serial}`);
    expect(found.find(({ kind }) => kind === 'drive')?.tag).toBe(work.job.tag);
  });

  it('cannot be wished for where there is one site, nor beside a fresh installation and a copy at once', async () => {
    const both = booking(stock, { wishes: [wish('new drive'), wish('fresh installation')] });
    const { body } = await shop.as.counter.send<{ problems: { field: string }[] }>('POST', '/orders', both);
    expect(body.problems[0]?.field).toBe('jobs.0.wishes.1.kind');
  });
});

describe('two drives in one device', () => {
  it('each have their site, their serial and their line on the quote', async () => {
    const work = await opened([wish('new drive', 480 * GB), wish('added drive')]);
    await work.assess();
    await work.reserve(stock);
    const same = await work.post('/drive', { partId: stock.smallDriveId, siteId: 'a', on: 'added' });
    expect(same.body.detail).toContain('the new drive');
    await work.post('/drive', { partId: stock.smallDriveId, siteId: 'b', on: 'added' });
    expect(work.job.snapshot.facts['added drive choice']?.serial).toBe('PW-0120');
    await work.post('/corrections/work', {
      correction: { what: 'stamp', step: 'reserve added drive' },
      reason: 'other site',
    });
    expect(work.job.snapshot.facts['added drive choice']).toBeUndefined();
    expect(work.job.snapshot.facts['new drive choice']).toBeDefined();
  });
});

describe('a fresh installation', () => {
  it('copies nothing: the system is put on after fitting', async () => {
    const work = await opened([wish('fresh installation')]);
    await work.put('old drive');
    await work.put('before');
    await work.reserve(stock);
    await work.post('/disassembly', { way: 'out' });
    const serial = work.job.snapshot.facts['new drive choice']?.serial;
    expect((await work.post('/preparations', { id: 'files agreed', done: true, note: '' })).status).toBe(422);
    const early = await work.put('installed' as keyof typeof FACTS, {
      system: 'a desktop system',
      files: 'not wanted',
      note: '',
    });
    expect(early.status).toBe(409);
    await work.put('new drive fitted', { serial });
    expect(work.step('trial start')).toBe('waiting');
    expect(work.step('install')).toBe('waiting');
    for (const { id, asks } of work.job.procedure.preparations)
      await work.post('/preparations', { id, done: true, note: asks ? 'their pictures' : '', switched: false });
    await work.put('installed' as keyof typeof FACTS, { system: 'a desktop system', files: 'not wanted', note: '' });
    await finish(work);
    expect(work.job.closedAt).not.toBeNull();
  });
});

describe('the old drive', () => {
  it('moves to another site where its measures allow it, and comes out again when it does not', async () => {
    const work = await opened([wish('new drive')]);
    await work.assess();
    await work.reserve(stock);
    const move = (siteId: string, height: number | null) => work.post('/old-drive', { siteId, length: null, height });
    expect((await move('a', 7)).status).toBe(422);
    expect((await move('b', null)).body.problems?.[0]?.field).toBe('height');
    expect((await move('b', 9.5)).body.detail).toContain('cannot move to Site B');
    await move('b', 7);
    expect(work.job.snapshot.facts['old drive moves']).toMatchObject({ siteId: 'b', link: { kind: 'sata' } });
    await move('', null);
    expect(work.job.snapshot.facts['old drive moves']).toBeUndefined();
  });
});

describe('a new drive to start from, the old one staying', () => {
  it('is fitted at another site, with identifiers of its own, nothing said to be left behind; the old one goes on last', async () => {
    const work = await opened([wish('new drive beside')]);
    await work.assess();
    expect((await work.post('/drive', { partId: stock.driveId, siteId: 'a', on: 'new' })).body.detail).toContain(
      'which stays',
    );
    await work.post('/drive', { partId: stock.driveId, siteId: 'b', on: 'new' });
    await work.plan();
    const { plan } = work.job.snapshot.facts;
    if (!plan) throw new Error('nothing was planned');
    expect(driveOf(plan, 'new')?.identifiersKept).toBe(false);
    await work.prepareDevice();
    const serial = work.job.snapshot.facts['new drive choice']?.serial;
    await work.put('source identified');
    await work.put('new drive identified', { serial });
    await work.post('/runs', { berth: null });
    await work.post('/runs/end', { outcome: 'ended well', note: '' });
    await work.post('/disassembly', { way: 'out' });
    await work.put('new drive fitted', { serial });
    const refit = (startsFromNew: boolean, note = '', old = FACTS['old drive'].serial) =>
      work.put('old drive refitted' as keyof typeof FACTS, { serial: old, startsFromNew, note });
    expect((await refit(true)).status).toBe(409);
    await work.put('trial start');
    expect((await refit(true, '', serial)).status).toBe(422);
    expect((await refit(false)).body.problems?.[0]?.field).toBe('value.note');
    await refit(false, 'The old system comes up.');
    expect([work.step('refit old'), work.step('close up')]).toEqual(['ready', 'waiting']);
    await refit(true, '', `${work.job.tag}/OLD`);
    expect(work.job.snapshot.facts['old drive refitted']?.serial).toBe(FACTS['old drive'].serial);
    expect([work.step('refit old'), work.step('close up')]).toEqual(['done', 'ready']);
  });
});

describe('like devices of one order', () => {
  it('are matched once, each with a serial of its own; all of them or none', async () => {
    const serials = ['PW-0101', 'PW-0102'];
    await shop.as.counter.send('POST', '/stock', { partId: stock.driveId, serials, count: 0, place: '' });
    const given = booking(stock);
    given.jobs.push(deviceBooking(stock), deviceBooking(stock));
    const { body: order } = await shop.as.counter.send<OrderView>('POST', '/orders', given);
    const [first, ...others] = order.jobs;
    if (!first) throw new Error('nothing was booked');
    const work = new Work(shop.as.technician, first);
    await work.assess();
    await work.reserve(stock);
    expect(work.job.alike.map((one) => one.chosen)).toEqual([false, false]);
    const tags = others.map((job) => job.tag);
    const done = await shop.as.technician.send('POST', `/jobs/${first.tag}/same`, { tags });
    expect(done.status).toBe(200);
    const chosen = await Promise.all(
      [first.tag, ...tags].map(async (tag) => {
        const { body } = await shop.as.counter.get<JobView>(`/jobs/${tag}`);
        return body.snapshot.facts['new drive choice']?.serial;
      }),
    );
    expect(new Set(chosen).size).toBe(3);
    const stranger = await opened([wish('new drive')]);
    const refused = await shop.as.technician.send<{ detail: string }>('POST', `/jobs/${first.tag}/same`, {
      tags: [stranger.job.tag],
    });
    expect(refused.body.detail).toContain(stranger.job.tag);
  });
});

describe('what a job taught about its model', () => {
  it('is told for the model, with how long its devices lay open', async () => {
    const work = await opened([wish('new drive')]);
    const lessons = async () => (await shop.as.counter.get<LessonsView>(`/models/${stock.modelId}/lessons`)).body;
    await shop.as.technician.send('POST', `/jobs/${work.job.tag}/lessons`, { text: 'One screw sits under the label.' });
    const told = await lessons();
    expect(told.lessons[0]).toMatchObject({ text: 'One screw sits under the label.', tag: work.job.tag });
    expect(told.opened.jobs).toBeGreaterThan(0);
    await shop.as.technician.send('DELETE', `/models/${stock.modelId}/lessons/${told.lessons[0]?.id ?? ''}`, {});
    expect((await lessons()).lessons).toEqual([]);
  });
});

describe('modules that the customer brings', () => {
  it('are matched like those of the shelf, cost nothing, and leave the shelf alone', async () => {
    const work = new Work(
      shop.as.technician,
      await bookJob(shop.as.counter, stock, { wishes: [{ kind: 'memory', least: 12 * 1024 ** 3 }] }),
    );
    await work.put('memory');
    await work.put('before');
    const module = {
      maker: 'Other',
      name: 'S4',
      generation: 'DDR4',
      form: 'SO-DIMM',
      bytes: 8 * 1024 ** 3,
      speed: 3200,
    };
    await work.put('own memory' as keyof typeof FACTS, { count: 1, module });
    await work.post('/memory', { partId: null, count: 1 });
    expect(work.job.snapshot.facts['memory choice']).toMatchObject({ partId: null, price: 0, count: 1 });
    const [{ n }] = (await shop.database.query('select count(*)::int as n from reservation where job_id = $1', [
      work.job.id,
    ])) as [{ n: number }];
    expect(n).toBe(0);
    const later = await work.put('own memory' as keyof typeof FACTS, { count: 2, module });
    expect(later.body.code).toBe('memory-chosen');
    // And a memory job goes to its end: no plan, no copy, no old drive to account for.
    const steps = work.job.procedure.steps.map(({ id }) => id as string);
    expect(['accept plan', 'begin copy', 'place old drive'].filter((id) => steps.includes(id))).toEqual([]);
    await work.post('/disassembly', { way: 'out' });
    expect((await work.post('/runs', { kind: 'memory test', berth: null })).status).toBe(409);
    await work.put('memory fitted');
    await work.post('/runs', { kind: 'memory test', berth: null, passes: 1 });
    expect(work.job.runs.at(-1)).toMatchObject({
      kind: 'memory test',
      passes: 1,
      sourceSerial: null,
      outcome: 'running',
    });
    const takes = async (passes: number) =>
      (await shop.as.technician.get<TakesView>(`/jobs/${work.job.tag}/takes?passes=${passes}`)).body;
    const [once, thrice] = [await takes(1), await takes(3)];
    expect(once.wipe).toBeNull();
    expect(once.memoryTest?.middle).toBe(work.job.runs.at(-1)?.estimate.middle);
    expect(thrice.memoryTest?.bytes).toBe(3 * (once.memoryTest?.bytes ?? 0));
    await work.post('/runs/end', { outcome: 'failed', note: '2 errors in slot A1' });
    expect((await work.post('/runs', { kind: 'memory test', berth: null })).body.problems?.[0]?.field).toBe('changed');
    await work.post('/runs', { kind: 'memory test', berth: null, changed: 'pressed in anew' });
    await work.post('/runs/end', { outcome: 'ended well', note: '', minutes: null });
    expect(work.job.procedure.steps.find(({ id }) => id === 'test memory')?.state).toBe('done');
    await finish(work);
    expect(work.job.closedAt).not.toBeNull();
  });
});

describe('a second old drive whose files come along', () => {
  const second = { serial: 'KD2-0250', name: 'Kestrin D2', bytes: 250 * GB, siteId: 'b' };

  it('counts in the plan, and what became of its files is told before the functions are checked', async () => {
    const work = await opened([wish('new drive', 480 * GB)]);
    await work.assess();
    const note = (used: number) => work.put('other drives' as never, { drives: [{ ...second, used }] });
    expect((await note(300 * GB)).body.detail).toContain('more than it has');
    await note(40 * GB);
    await shop.as.counter.send('POST', '/stock', { partId: stock.driveId, serials: ['PW-0201'], count: 0, place: '' });
    await work.reserve(stock);
    const intent = defaultIntent(FACTS['partition table']);
    const made = filesFrom(FACTS['partition table'], intent, { ...second, used: 40 * GB }).made;
    const draft = (over: object) =>
      work.put('plan draft' as never, {
        intent: { ...intent, made: made.map((one) => ({ ...one, ...over })) },
        route: 'new drive in an enclosure',
        startedFrom: 'its own system',
      });
    await draft({ from: 'KD2-9999' });
    expect((await work.post('/plan')).body.detail).toContain('not noted as being in the device');
    await draft({});
    expect((await work.post('/plan')).status).toBe(200);
    expect(work.job.snapshot.facts.plan?.work.at(-1)).toMatchObject({ about: made[0]?.id, onto: 'new' });
    const told = (serial: string) =>
      work.put('files brought' as never, {
        drives: [{ serial, brought: true, note: '3 folders, 37 GiB, 20 opened', where: 'stays in the device' }],
      });
    expect((await told(second.serial)).body.detail).toContain('No trial start');
    await work.prepareDevice();
    const serial = work.job.snapshot.facts['new drive choice']?.serial;
    await work.put('source identified');
    await work.put('new drive identified', { serial });
    await work.post('/runs', { berth: null });
    await work.post('/runs/end', { outcome: 'ended well', note: '' });
    await work.readBack();
    await work.post('/disassembly', { way: 'out' });
    await work.put('new drive fitted', { serial });
    await work.put('trial start');
    expect(work.step('bring files')).toBe('ready');
    expect((await told('KD2-9999')).body.detail).toContain('brings nothing from this drive');
    expect((await told(second.serial)).status).toBe(200);
    expect(work.step('bring files')).toBe('done');
  });
});
