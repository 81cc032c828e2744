import { beforeAll, describe, expect, it } from 'vitest';
import type { ConsideredView, Correction, JobView, ModelView, OrderView } from '@udrel/contract/types';
import { defaultIntent } from '@udrel/core/layout';
import { bookJob, booking, deviceBooking, FACTS, stockUp, Work, type Stock } from '../fixtures';
import { useShop } from '../harness';

const shop = useShop();
let stock: Stock;
beforeAll(async () => {
  stock = await stockUp(shop);
});

const begin = async () => new Work(shop.as.technician, await bookJob(shop.as.counter, stock));
const said = async ({ caller, job }: Work, kind: string, correction: Correction) =>
  caller.send<ConsideredView & { detail: string }>('POST', `/jobs/${job.tag}/consequences/${kind}`, {
    version: job.version,
    correction,
  });
const make = (work: Work, kind: string, correction: Correction, reason = 'typed on the wrong job') =>
  work.post(`/corrections/${kind}`, { correction, reason });
const reserved = async (job: JobView) =>
  (await shop.database.query('select 1 from reservation where job_id = $1', [job.id])).length as number;

describe('taking back a stamp', () => {
  it('says first what it means and changes nothing by saying it', async () => {
    const work = await begin();
    await work.prepare(stock);
    const { body } = await said(work, 'work', { what: 'stamp', step: 'reserve new drive' });
    expect(body.version).toBe(work.job.version);
    expect(body.consequences.map((one) => one.about)).toEqual(
      expect.arrayContaining(['reservation', 'quote', 'plan', 'gate', 'steps']),
    );
    const now = (await shop.as.counter.get<JobView>(`/jobs/${work.job.tag}`)).body;
    expect(now.version).toBe(work.job.version);
    expect(await reserved(now)).toBe(1);
  });

  it('gives the reservation back and names the entry that it corrects', async () => {
    const work = await begin();
    await work.prepare(stock);
    const entry = work.job.history.find((one) => one.kind === 'drive reserved')?.seq;
    expect((await make(work, 'work', { what: 'stamp', step: 'reserve new drive' })).status).toBe(200);
    expect(await reserved(work.job)).toBe(0);
    expect(work.job.snapshot.facts['new drive choice']).toBeUndefined();
    expect(work.step('reserve new drive')).toBe('ready');
    expect(work.job.history.find((one) => one.kind === 'stamp taken back')?.sentence).toBe(
      `Taken back: Choose and reserve the drive: typed on the wrong job (corrects #${entry})`,
    );
  });

  it('takes a copy that was recorded as failed up again as running', async () => {
    const work = await begin();
    await work.prepare(stock);
    await work.post('/runs', { berth: null });
    await work.post('/runs/end', { outcome: 'failed', note: 'pressed by mistake' });
    expect((await make(work, 'work', { what: 'stamp', step: 'end copy' })).status).toBe(200);
    expect(work.step('end copy')).toBe('running');
    expect((await make(work, 'work', { what: 'stamp', step: 'reserve new drive' })).body.code).toBe('run-under-way');
  });

  it('refuses where there is no stamp, without a reason, and for a stale version', async () => {
    const work = await begin();
    expect((await make(work, 'work', { what: 'stamp', step: 'fit new drive' })).body.code).toBe('nothing-to-retract');
    await work.put('before');
    expect((await make(work, 'work', { what: 'stamp', step: 'measure before' }, '')).status).toBe(422);
    const stale = {
      version: work.job.version - 1,
      correction: { what: 'stamp', step: 'measure before' },
      reason: 'abc',
    };
    const answer = await shop.as.owner.send('POST', `/jobs/${work.job.tag}/corrections/work`, stale);
    expect(answer.body).toMatchObject({ code: 'changed-meanwhile', current: { version: work.job.version } });
  });

  it('is the bench’s, not the counter’s', async () => {
    const work = await begin();
    const counter = new Work(shop.as.counter, work.job);
    expect((await make(counter, 'work', { what: 'station', station: 'Assess' })).status).toBe(403);
  });
});

describe('going back', () => {
  it('opens a station and those after it', async () => {
    const work = await begin();
    await work.prepare(stock);
    await make(work, 'work', { what: 'station', station: 'Match' });
    expect(Object.keys(work.job.snapshot.facts).sort()).toEqual([
      'before',
      'health',
      'old drive',
      'partition table',
      'plan draft',
    ]);
    expect((await make(work, 'work', { what: 'station', station: 'Match' })).body.code).toBe('nothing-to-retract');
  });
});

describe('correcting what was booked', () => {
  it('moves a whole order to another customer, and has it signed again', async () => {
    const order = { ...booking(stock), jobs: [deviceBooking(stock), deviceBooking(stock)] };
    const { body } = await shop.as.counter.send<OrderView>('POST', '/orders', order);
    const [first, second] = body.jobs as [JobView, JobView];
    expect(first.together).toEqual([second.tag]);
    const work = new Work(shop.as.counter, first);
    const customer = { id: null, name: 'Tide-gauge station', phone: '01555 010 200', email: '' };
    const consequences = (await said(work, 'booking', { what: 'customer', customer })).body.consequences;
    expect(consequences.map((one) => one.sentence).join(' ')).toContain(`${second.tag} goes along`);
    await make(work, 'booking', { what: 'customer', customer });
    expect(work.job.customer.name).toBe('Tide-gauge station');
    const other = (await shop.as.counter.get<JobView>(`/jobs/${second.tag}`)).body;
    expect(other.customer.name).toBe('Tide-gauge station');
    expect(other.history[0]?.sentence).toContain(`together with ${first.tag}`);
    expect(JSON.stringify(other.history)).not.toContain('Tide-gauge');
  });

  it('mends a name everywhere it stands, without writing it into the history', async () => {
    const work = new Work(shop.as.counter, await bookJob(shop.as.counter, stock));
    await make(work, 'booking', { what: 'customer details', name: 'Ferry Office Ltd', phone: '1', email: '' });
    expect(work.job.customer).toMatchObject({ name: 'Ferry Office Ltd', phone: '1' });
    expect(JSON.stringify(work.job.history)).not.toContain('Ltd');
  });

  it('gives the job the other device of the right serial, once', async () => {
    const work = new Work(shop.as.counter, await bookJob(shop.as.counter, stock));
    const { id, serial } = work.job.device;
    await make(work, 'booking', { what: 'serial', serial: 't15-right' });
    expect(work.job.device.serial).toBe('T15-RIGHT');
    expect(work.job.device.id).not.toBe(id);
    expect(await shop.database.query('select 1 from device where serial = $1', [serial])).toEqual([]);
    const other = new Work(shop.as.counter, await bookJob(shop.as.counter, stock));
    expect((await make(other, 'booking', { what: 'serial', serial: 'T15-RIGHT' })).body.detail).toContain(work.job.tag);
  });

  it('changes promise and price, and says to tell the customer', async () => {
    const work = new Work(shop.as.counter, await bookJob(shop.as.counter, stock));
    const { complaint, condition } = work.job;
    const correction = { what: 'booking' as const, complaint, condition, promisedAt: null, price: 9900 };
    const { body } = await said(work, 'booking', correction);
    expect(body.consequences.map((one) => one.about)).toEqual(['promise', 'quote', 'record']);
    await make(work, 'booking', correction);
    expect(work.job).toMatchObject({ promisedAt: null, price: 9900 });
    expect((await make(work, 'booking', correction)).status).toBe(422);
  });
});

describe('another model', () => {
  let other: ModelView;
  beforeAll(async () => {
    const {
      id: _id,
      stub: _stub,
      ...spec
    } = (await shop.as.counter.get<ModelView[]>('/models?find=T15')).body[0] as ModelView;
    const sites = spec.sites.map((site) => ({ ...site, id: `${site.id}2` }));
    const disassembly = [{ stage: 1, kind: 'screw', name: 'foot screw', count: 4 }];
    const given = { ...spec, code: 'T16', sites, disassembly };
    other = (await shop.as.technician.send<ModelView>('POST', '/models', given)).body;
  });

  it('drops what was read and chosen for sites that it does not have, and lays out its own sheet', async () => {
    const work = await begin();
    await work.prepare(stock);
    const correction = { what: 'model' as const, modelId: other.id };
    const sentences = (await said(work, 'work', correction)).body.consequences.map((one) => one.sentence).join(' ');
    expect(sentences).toContain('goes back to the shelf');
    await make(work, 'work', correction);
    expect(work.job.device.model.code).toBe('T16');
    expect(work.job.snapshot.facts['old drive']).toBeUndefined();
    expect(work.job.snapshot.facts.before).toBeDefined();
    expect(work.job.snapshot.disassembly.map((item) => item.name)).toEqual(['foot screw']);
    expect(await reserved(work.job)).toBe(0);
  });

  it('waits while screws are out by the sheet of the first', async () => {
    const work = await begin();
    await work.assess();
    await work.reserve(stock);
    await work.put('plan draft' as never, {
      intent: defaultIntent(FACTS['partition table']),
      route: 'both at the bench',
      startedFrom: null,
    });
    await work.post('/plan');
    await work.post('/disassembly', { way: 'out' });
    const answer = await make(work, 'work', { what: 'model', modelId: other.id });
    expect(answer.body).toMatchObject({ code: 'opened' });
    expect(answer.body.detail).toContain('10 × base screw');
  });
});
