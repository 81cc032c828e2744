import { beforeAll, describe, expect, it } from 'vitest';
import type { JobView, MatchView, OrderView, PartPage } from '@udrel/contract/types';
import { bytesOfNominal, GIB } from '@udrel/core/capacity';
import { defaultIntent } from '@udrel/core/layout';
import { bookJob, booking, FACTS, stockUp, Work, type Stock } from '../fixtures';
import { useShop } from '../harness';

const shop = useShop();
let stock: Stock;
beforeAll(async () => {
  stock = await stockUp(shop);
});
const begin = async (over: object = {}) => new Work(shop.as.technician, await bookJob(shop.as.counter, stock, over));

describe('a job with a new drive, from the counter to the signature', () => {
  it('goes through every station, with a failed attempt and a second one', async () => {
    const work = await begin();
    await work.prepare(stock);
    expect((await work.post('/runs', { berth: null })).status).toBe(201);
    expect((await work.post('/runs/end', { outcome: 'failed', note: '' })).body.detail).toContain(
      'Note what went wrong',
    );
    await work.post('/runs/end', { outcome: 'failed', note: 'enclosure lost' });
    expect(work.step('begin copy')).toBe('ready');
    expect((await work.post('/runs', { berth: null })).body.problems?.[0]?.field).toBe('changed');
    await work.post('/runs', { berth: null, changed: 'another enclosure' });
    await work.post('/runs/end', { outcome: 'ended well', note: '' });
    await work.readBack();
    expect(work.job.runs.map((run) => run.outcome)).toEqual(['failed', 'ended well']);
    await work.post('/disassembly', { way: 'out' });
    const serial = work.job.snapshot.facts['new drive choice']?.serial ?? '';
    expect((await work.put('new drive fitted', { serial: 'KD7-55Q0-2218' })).body.detail).toContain('other drive');
    await work.put('new drive fitted', { serial });
    expect((await work.post('/disassembly', { way: 'back' })).body.detail).toContain('trial start');
    await work.put('trial start', { started: false, oldDriveDetached: true, note: 'no system found' });
    await work.put('trial start');
    await work.post('/disassembly', { way: 'back' });
    for (const key of ['after', 'functions', 'old drive stays', 'document given', 'signature'] as const)
      await work.put(key);
    expect((await work.post('/close')).status).toBe(200);
    expect(work.job.closedAt).not.toBeNull();
    expect((await work.put('health')).body.code).toBe('job-closed');
    const drive = await shop.database.query(
      'select owner, custody from drive where serial = any ($1) order by owner, custody',
      [[serial, 'KD7-55Q0-2218']],
    );
    expect(drive).toEqual([
      { owner: 'customer', custody: "fitted in the customer's device" },
      { owner: 'customer', custody: 'returned' },
    ]);
    const parts = await shop.as.counter.get<PartPage>('/parts?find=PW-480');
    expect(parts.body.rows[0]).toMatchObject({ onShelf: 5, reserved: 0 });
  });

  it('keeps one event for each change, numbered without gaps', async () => {
    const work = await begin();
    await work.assess();
    const events = await shop.database.query('select seq from event where job_id = $1 order by seq', [work.job.id]);
    expect(events.map((event: { seq: number }) => event.seq)).toEqual([1, 2, 3, 4, 5]);
    expect(work.job.version).toBe(5);
  });
});

describe('a memory job', () => {
  it('has no Plan and no Copy, and takes the module off the shelf', async () => {
    const work = await begin({ wishes: [{ kind: 'memory', least: 12 * GIB }] });
    expect(work.job.procedure.stations.filter((one) => one.state === 'absent').map((one) => one.station)).toEqual([
      'Plan',
      'Copy',
    ]);
    await work.put('memory');
    await work.put('before');
    await work.post('/memory', { partId: stock.moduleId, count: 1 });
    expect(work.job.snapshot.facts['memory choice']).toMatchObject({ total: 12 * GIB, speed: 2400 });
    await work.post('/disassembly', { way: 'out' });
    await work.put('memory fitted');
    await work.put('trial start');
    await work.post('/disassembly', { way: 'back' });
    for (const key of ['after', 'functions', 'document given', 'signature'] as const) await work.put(key);
    expect((await work.post('/close')).status).toBe(200);
  });

  it('is refused at booking where the wish passes what the model takes', async () => {
    const answer = await shop.as.counter.send<{ problems: { field: string }[] }>(
      'POST',
      '/orders',
      booking(stock, { wishes: [{ kind: 'memory', least: 64 * GIB }] }),
    );
    expect(answer).toMatchObject({ status: 422, body: { problems: [{ field: 'jobs.0.wishes.0.least' }] } });
  });
});

describe('refusals', () => {
  it('gives no go-ahead before both drives are identified by serial', async () => {
    const work = await begin();
    await work.assess();
    await work.reserve(stock);
    await work.plan();
    await work.put('source identified');
    expect((await work.put('new drive identified', { serial: 'KD7-55Q0-2218' })).status).toBe(422);
    const refused = await work.post('/runs', { berth: null });
    expect(refused.status).toBe(409);
    expect(refused.body.detail).toContain('new drive is not identified');
    const override = { gate: 'identified', reason: 'we are in a hurry' };
    expect((await work.post('/overrides', override)).body.code).toBe('gate-absolute');
    await work.post('/drive', { partId: stock.driveId, siteId: 'a', on: 'new' });
  });

  it('says of a drive that is none of this job where it belongs', async () => {
    const other = await begin();
    await other.assess();
    const work = await begin();
    await work.put('old drive', { ...FACTS['old drive'], serial: 'KD7-MINE' });
    for (const key of ['partition table', 'health', 'before'] as const) await work.put(key);
    await work.reserve(stock);
    await work.plan();
    const said = async (serial: string) =>
      (await work.put('source identified', { serial })).body.problems?.[0]?.sentence ?? 'taken';
    expect(await said(FACTS['old drive'].serial)).toContain('belongs to U-');
    expect(await said('PW-480')).toContain('part number');
    expect(await said('000000000012')).toContain('USB bridge');
    expect(await said('NOBODY-1')).toContain('is no drive of this job');
    expect(await said(`${other.job.tag}/OLD`)).toContain('drive of another job');
    expect(await said(`${work.job.tag}/old`)).toBe('taken');
    await work.post('/drive', { partId: stock.driveId, siteId: 'a', on: 'new' });
  });

  it('keeps an override with its reason, by role', async () => {
    const work = await begin();
    await work.assess();
    const about = { gate: 'copied', reason: 'customer wants the bare drive' };
    expect((await work.post('/overrides', about)).status).toBe(403);
    expect((await work.post('/overrides', { gate: 'measured', reason: 'no' })).status).toBe(422);
    await work.post('/overrides', { gate: 'measured', reason: 'customer waits at the counter' });
    const gate = work.job.procedure.gates.find((one) => one.id === 'measured');
    expect(gate?.overridden).toMatchObject({ reason: 'customer waits at the counter', by: 'The technician' });
    const owner = new Work(shop.as.owner, work.job);
    expect((await owner.post('/overrides', about)).status).toBe(200);
  });

  it('takes nothing for an old drive that is ours, and no drive that is too small', async () => {
    const work = await begin();
    const ours = { ...FACTS['old drive'], serial: 'PW-0002' };
    expect((await work.put('old drive', ours)).body.detail).toContain('one of ours');
    await work.assess();
    const small = await work.post('/drive', { partId: stock.smallDriveId, siteId: 'a', on: 'new' });
    expect(small.body.detail).toContain('too small');
  });

  it('reserves a smaller drive once it is decided, before any plan, what stays behind', async () => {
    const work = await begin({ wishes: [{ kind: 'new drive', least: bytesOfNominal(120) }] });
    await work.assess();
    const [efi, system] = FACTS['partition table'].partitions;
    if (!efi || !system) throw new Error('no partitions');
    const small = { ...system, sectors: (60 * GIB) / 512 };
    const scans = { ...system, id: 'p3', name: 'Scans', kind: 'data' as const, startSector: 400_000_000 };
    const used = 150 * GIB;
    const sectors = (200 * GIB) / 512;
    const table = { ...FACTS['partition table'], partitions: [efi, small, { ...scans, sectors, used }] };
    await work.put('partition table', table);
    const reserve = () => work.post('/drive', { partId: stock.smallDriveId, siteId: 'a', on: 'new' });
    expect((await reserve()).body.detail).toContain('too small');
    const least = async () =>
      (await shop.as.technician.get<MatchView>(`/jobs/${work.job.tag}/match`)).body.need.sentence;
    expect(await least()).toContain('smallest drive that would do: 240 GB');
    const intent = { ...defaultIntent(table), leftOut: ['p3'] };
    const draft = { route: null, startedFrom: null };
    const silent = await work.put('plan draft' as never, { ...draft, intent });
    expect([silent.status, silent.body.problems?.[0]?.sentence]).toEqual([
      422,
      'Scans was taken out and stays behind. To do: bring it, or type its name to leave it.',
    ]);
    await work.put('plan draft' as never, { ...draft, intent: { ...intent, acknowledged: ['p3'] } });
    expect(await least()).toContain('smallest drive that would do: 60 GB');
    expect(work.job.snapshot.facts['new drive choice']).toBeUndefined();
    await reserve();
    expect((await work.post('/plan')).status).toBe(200);
    expect(work.job.snapshot.facts.plan?.partitions.map(({ id }) => id)).toEqual(['p1', 'p2']);
  });

  it('does not accept a plan that leaves something behind without a word', async () => {
    const work = await begin();
    await work.assess();
    await work.reserve(stock);
    const [efi, system] = FACTS['partition table'].partitions;
    if (!efi || !system) throw new Error('no partitions');
    const books = { ...efi, id: 'p3', name: 'Books', kind: 'data' as const, startSector: 850_000_000 };
    const table = { ...FACTS['partition table'], partitions: [efi, system, books] };
    await work.put('partition table', table);
    const intent = { ...defaultIntent(table), leftOut: ['p3'] };
    await work.put('plan draft' as never, { intent, route: 'both at the bench', startedFrom: null });
    expect((await work.post('/plan')).body.detail).toContain('Books was taken out');
    await work.put('plan draft' as never, {
      intent: { ...intent, acknowledged: ['p3'] },
      route: 'both at the bench',
      startedFrom: null,
    });
    expect((await work.post('/plan')).status).toBe(200);
    await work.put('partition table', { ...FACTS['partition table'], scheme: 'mbr' });
    expect(work.step('accept plan')).toBe('ready');
    await work.reserve(stock);
  });

  it('answers a stale version with the job as it stands', async () => {
    const work = await begin();
    const stale = new Work(shop.as.owner, work.job);
    await work.put('before');
    const refused = await stale.put('before');
    expect(refused.status).toBe(409);
    expect(refused.body.current?.version).toBe(work.job.version);
  });

  it('refuses a device that is here already', async () => {
    const given = booking(stock);
    await shop.as.counter.send('POST', '/orders', given);
    expect((await shop.as.counter.send('POST', '/orders', given)).body).toMatchObject({
      code: 'invalid-input',
      problems: [{ field: 'jobs.0.device.serial' }],
    });
  });
});

describe('two at once', () => {
  it('gives the last piece to one of two who reserve it, and the other a clear answer', async () => {
    const works = await Promise.all([1, 2, 3].map(() => begin({ wishes: [{ kind: 'memory', least: 12 * GIB }] })));
    await shop.database.query('update stock set quantity = 1 where part_id = $1', [stock.moduleId]);
    for (const work of works) await work.put('memory');
    const answers = await Promise.all(works.map((work) => work.post('/memory', { partId: stock.moduleId, count: 1 })));
    expect(answers.map((answer) => answer.status).sort()).toEqual([200, 409, 409]);
    expect(answers.find((answer) => answer.status === 409)?.body.code).toBe('none-on-the-shelf');
  });

  it('carries out a write once, however often it arrives', async () => {
    const given = booking(stock, { wishes: [{ kind: 'new drive', least: bytesOfNominal(480) }] });
    const headers = { 'idempotency-key': 'booking-0001' };
    const answers = await Promise.all(
      [1, 2, 3].map(() => shop.as.counter.send<OrderView>('POST', '/orders', given, headers)),
    );
    expect(new Set(answers.map((answer) => answer.body.jobs[0]?.tag)).size).toBe(1);
    expect(answers.every((answer) => answer.status === 201)).toBe(true);
    const other = await shop.as.counter.send('POST', '/jobs/U-2401/notes', { text: 'x' }, headers);
    expect(other.body).toMatchObject({ code: 'idempotency-key-reused' });
  });
});

describe('a drive that stays in the device', () => {
  const other = { serial: 'ARDEN-1', name: 'Arden Store', bytes: bytesOfNominal(1000), siteId: 'a' };

  it('needs a site and a serial of its own', async () => {
    const work = await begin();
    await work.put('old drive');
    const refusals = [
      [{ ...other, siteId: 'z' }, 'no such site'],
      [other, 'Another drive sits there'],
    ] as const;
    for (const [drive, words] of refusals) {
      const answer = await work.put('other drives' as never, { drives: [drive] });
      expect(answer).toMatchObject({ status: 422 });
      expect(answer.body.detail).toContain(words);
    }
    expect((await work.put('other drives' as never, { drives: [] })).status).toBe(200);
  });

  it('keeps its site from the new one, and from the old one', async () => {
    const work = await begin();
    await work.put('other drives' as never, { drives: [{ ...other, siteId: 'b' }] });
    const moved = { ...FACTS['old drive'], serial: 'KD7-MOVED' };
    expect((await work.put('old drive', { ...moved, siteId: 'b' })).body.detail).toContain('noted there');
    await work.put('old drive', moved);
    for (const key of ['partition table', 'health', 'before'] as const) await work.put(key);
    const refused = await work.post('/drive', { partId: stock.driveId, siteId: 'b', on: 'new' });
    expect(refused.body.detail).toContain('Site B holds Arden Store, which stays');
  });
});

describe('memory of a device that gets a drive', () => {
  it('may be noted too, and asks for no step of its own', async () => {
    const work = await begin();
    const modules = [{ slot: 'slot 1', bytes: 8 * GIB, speed: 2400 }];
    expect((await work.put('memory', { modules })).status).toBe(200);
    expect(work.job.snapshot.facts.memory?.modules).toEqual(modules);
    expect(work.step('read memory')).toBeUndefined();
  });
});

describe('a drive on record', () => {
  it('keeps its identity over jobs, and its facts name it', async () => {
    const ids = async () => shop.database.query('select id, customer_id from drive where serial = $1', ['KD7-AGAIN']);
    const first = await begin();
    await first.put('old drive', { ...FACTS['old drive'], serial: 'KD7-AGAIN' });
    await first.put('partition table');
    await first.put('health');
    const [known] = await ids();
    const keeper = booking(stock, {}, { name: 'New keeper' });
    const order = await shop.as.counter.send<OrderView>('POST', '/orders', keeper);
    const second = new Work(shop.as.technician, order.body.jobs[0] as JobView);
    await second.put('old drive', { ...FACTS['old drive'], serial: 'KD7-AGAIN' });
    const [later] = await ids();
    expect(later.id).toBe(known.id);
    expect(later.customer_id).toBe(second.job.customer.id);
    const facts = await shop.database.query('select key from fact where drive_id = $1 and job_id = $2 order by key', [
      known.id,
      first.job.id,
    ]);
    expect(facts.map((fact: { key: string }) => fact.key)).toEqual(['health', 'old drive', 'partition table']);
  });
});

describe('a drive that a failed attempt wrote to', () => {
  it('does not go back among the free ones, and is on record as holding data', async () => {
    const work = await begin();
    await work.put('old drive', { ...FACTS['old drive'], serial: 'KD7-SPOIL' });
    for (const key of ['partition table', 'health', 'before'] as const) await work.put(key);
    const copy = async () => {
      await work.reserve(stock);
      const serial = work.job.snapshot.facts['new drive choice']?.serial ?? '';
      await work.plan();
      await work.prepareDevice();
      await work.put('source identified', { serial: 'KD7-SPOIL' });
      await work.put('new drive identified', { serial });
      await work.post('/runs', { berth: null, changed: 'another drive' });
      return serial;
    };
    await shop.database.query('delete from reservation');
    const spoiled = await copy();
    await work.post('/runs/end', { outcome: 'failed', note: 'write errors' });
    const good = await copy();
    expect(good).not.toBe(spoiled);
    await work.post('/runs/end', { outcome: 'ended well', note: '' });
    await work.readBack();
    const shelf = async () => (await shop.as.counter.get<PartPage>('/parts?find=PW-480')).body.rows[0]?.stock ?? [];
    const held = (await shelf()).filter((piece) => piece.reservedFor === work.job.tag).map((piece) => piece.serial);
    expect(held.sort()).toEqual([good, spoiled].sort());
    await work.post('/disassembly', { way: 'out' });
    await work.put('new drive fitted', { serial: good });
    await work.put('trial start');
    await work.post('/disassembly', { way: 'back' });
    for (const key of ['after', 'functions', 'old drive stays', 'document given', 'signature'] as const)
      await work.put(key);
    expect((await work.post('/close')).status).toBe(200);
    expect((await shelf()).map((piece) => piece.serial)).not.toContain(spoiled);
    const [drive] = await shop.database.query('select owner, custody from drive where serial = $1', [spoiled]);
    expect(drive).toEqual({ owner: 'shop', custody: `holds data of ${work.job.tag}: wipe before use` });
  });
});

describe('another drive after one was fitted and started', () => {
  it('has to be proven itself', async () => {
    const work = await begin();
    await shop.database.query('delete from reservation');
    await work.put('old drive', { ...FACTS['old drive'], serial: 'KD7-REFIT' });
    for (const key of ['partition table', 'health', 'before'] as const) await work.put(key);
    const copyAndFit = async () => {
      await work.reserve(stock);
      const serial = work.job.snapshot.facts['new drive choice']?.serial ?? '';
      await work.plan();
      await work.prepareDevice();
      await work.put('source identified', { serial: 'KD7-REFIT' });
      await work.put('new drive identified', { serial });
      await work.post('/runs', { berth: null });
      await work.post('/runs/end', { outcome: 'ended well', note: '' });
      await work.readBack();
      await work.post('/disassembly', { way: 'out' });
      await work.put('new drive fitted', { serial });
    };
    await copyAndFit();
    await work.put('trial start');
    await work.put('after');
    expect(work.step('close up')).toBe('ready');
    await work.reserve(stock);
    expect(work.step('fit new drive')).toBe('waiting');
    expect(work.step('close up')).toBe('waiting');
    await copyAndFit();
    expect(work.step('fit new drive')).toBe('done');
    expect(work.job.snapshot.facts['trial start']).toBeUndefined();
    expect(work.step('trial start')).toBe('ready');
    const kept = await shop.database.query(
      "select count(*)::int as n from fact where job_id = $1 and key = 'trial start'",
      [work.job.id],
    );
    expect(kept[0].n).toBe(1);
  });
});
