import pino from 'pino';
import { beforeAll, describe, expect, it } from 'vitest';
import type { AgentWork, EstimatesView, JobView, PlacingView } from '@udrel/contract/types';
import { createApp } from '../../src/app/create-app';
import { silentHints } from '../../src/hints/hub';
import type { PieceRecord } from '@udrel/core/pieces';
import { answerReadBack, bookJob, stockUp, Work, type Stock } from '../fixtures';
import { caller, indexHere, TEST_CONFIG, useShop } from '../harness';

const shop = useShop();
let stock: Stock;
beforeAll(async () => void (stock = await stockUp(shop)));

async function begun(berth: number | null = null): Promise<Work> {
  const work = new Work(shop.as.technician, await bookJob(shop.as.counter, stock));
  await work.prepare(stock, `ED-${work.job.tag}`);
  expect((await work.post('/runs', { berth })).status).toBe(201);
  return work;
}

const later = (minutes: number) => (shop.clock.now = new Date(shop.clock.now.getTime() + minutes * 60_000));
const learnt = async (work: Work) =>
  (await shop.as.technician.get<PlacingView>(`/jobs/${work.job.tag}/placing`)).body.placing?.finished.length;

describe('a copy timed by hand', () => {
  it('is asked about when it cannot have taken so long, or was left overnight, and then nothing is learnt', async () => {
    const work = await begun();
    const known = (await learnt(work)) ?? 0;
    const end = (more: object = {}) =>
      work.post('/runs/end', { outcome: 'ended well', note: '', minutes: undefined, ...more });
    const { low, high } = work.job.runs.at(-1)?.estimate ?? { low: 0, high: 0 };
    shop.clock.now = new Date(shop.clock.now.getTime() + 1000);
    expect((await end()).body.problems?.[0]).toMatchObject({ field: 'minutes' });
    later(14 * 60);
    expect((await end()).body.problems?.[0]?.sentence).toContain('Type how many minutes it took');
    expect((await end({ minutes: 0.01 })).body.problems?.[0]?.sentence).toContain('cannot be');
    expect((await end({ minutes: (low + high) / 120 })).status).toBe(200);
    expect(work.job.runs.at(-1)).toMatchObject({ learn: true, took: Math.round((low + high) / 2) });
    expect(await learnt(work)).toBe(known + 1);
    const { all, kinds } = (await shop.as.counter.get<EstimatesView>('/shop/estimates')).body;
    expect([all.held, all.of]).toEqual([known + 1, known + 1]);
    expect(kinds.map(({ kind }) => kind)).toEqual(['copy']);
    const other = await begun();
    later(20 * 60);
    await other.post('/runs/end', { outcome: 'ended well', note: '', minutes: null });
    expect(other.job.runs.at(-1)).toMatchObject({ learn: false, took: null });
    expect(await learnt(other)).toBe(known + 1);
  });
});

describe('what a copy goes through', () => {
  const lead = (name: string) => ({ kind: 'lead', name });
  const recordOf = async (work: Work, name: string) =>
    (await shop.as.counter.get<PieceRecord[]>(`/jobs/${work.job.tag}/equipment-record`)).body.find(
      (one) => one.name === name,
    );

  it('is noted with it, told in its history, and judged when it ends; another copy is asked with what is known', async () => {
    const work = new Work(shop.as.technician, await bookJob(shop.as.counter, stock));
    await work.prepare(stock, 'ED-LEAD');
    const begin = (...through: object[]) => work.post('/runs', { berth: null, through });
    expect((await begin(lead('L2'), lead('l2 '))).body.problems?.[0]?.sentence).toContain('stands there twice');
    expect((await begin({ kind: 'string', name: 'L2' })).status).toBe(422);
    expect((await begin(lead('L2'))).status).toBe(201);
    expect(work.job.runs.at(-1)?.through).toEqual([lead('L2')]);
    expect(work.job.history.map(({ sentence }) => sentence)).toContain(
      'Copy began, attempt 1, timed by hand, through L2',
    );
    expect(await recordOf(work, 'L2')).toBeUndefined();
    await work.post('/runs/end', { outcome: 'ended well', note: '', minutes: null });
    expect(await recordOf(work, 'L2')).toMatchObject({ kind: 'lead', runs: 1, failed: 0, rate: null });
    // Its end is taken back: nothing is judged of what runs.
    await work.post('/corrections/work', { correction: { what: 'stamp', step: 'end copy' }, reason: 'not over yet' });
    expect(await recordOf(work, 'L2')).toBeUndefined();
    await work.post('/runs/end', { outcome: 'failed', note: 'pulled out' });
    expect(await recordOf(work, 'L2')).toMatchObject({ runs: 1, failed: 1 });
  });
});

describe('a copy that ended with losses', () => {
  it('goes on once each was acknowledged by its name, and the list stays with it', async () => {
    const work = await begun();
    const end = (body: object) => work.post('/runs/end', { outcome: 'ended with losses', note: '', ...body });
    expect((await end({})).body.problems?.[0]?.field).toBe('losses');
    const losses = [
      { what: 'Photos 2014', where: 'Books', bytes: 4096 },
      { what: 'outbox.pst', where: 'System', bytes: null },
    ];
    expect((await end({ losses })).status).toBe(200);
    expect(work.step('end copy')).not.toBe('done');
    expect(work.step('tell losses')).toBe('ready');
    const tell = (...names: string[]) => work.post('/runs/losses', { names });
    expect((await tell('photos')).body.problems?.[0]?.sentence).toContain('is none of what was lost');
    expect((await tell('PHOTOS 2014')).status).toBe(200);
    expect(work.step('tell losses')).toBe('ready');
    expect((await tell('outbox.pst')).status).toBe(200);
    expect([work.step('tell losses'), work.step('end copy')]).toEqual(['done', 'done']);
    expect(work.job.runs.at(-1)?.losses).toEqual(losses);
    expect(work.job.history.map(({ sentence }) => sentence)).toContain(
      'Copy, attempt 1, ended with losses; lost: Photos 2014, outbox.pst',
    );
    expect((await tell('outbox.pst')).body.code).toBe('nothing-lost');
  });
});

describe('a watched copy that wrote less than planned', () => {
  const agent = () => caller(shop.base, { authorization: `Bearer ${TEST_CONFIG.agentToken}` });

  it('ends well with what the tool said, and is trusted once it was read back', async () => {
    const hello = { agent: 'bench', boot: 'one', berths: [{ number: 7, simulated: true, speed: 20 }] };
    expect((await agent().send('POST', '/agent/hello', hello)).status).toBe(200);
    const work = await begun(7);
    const { runs } = (await agent().get<{ runs: AgentWork[] }>('/agent/work')).body;
    const run = runs.find((one) => one.berth === 7);
    const planned = run?.plannedBytes ?? 0;
    const samples = [0, 1, 2].map((n) => [n, (planned * 0.92 * n) / 2, (planned * 0.92 * n) / 2, 0]);
    const batch = { agent: 'bench', boot: 'one', berth: 7, runId: run?.runId, firstSeq: 1, samples };
    expect((await agent().send('POST', '/agent/samples', batch)).status).toBe(200);
    const end = (note: string) => work.post('/runs/end', { outcome: 'ended well', note });
    expect((await end('')).body.problems?.[0]).toMatchObject({ field: 'note' });
    expect((await end('done, page file passed over')).status).toBe(200);
    expect(work.step('end copy')).not.toBe('done');
    const gate = work.job.procedure.gates.find(({ id }) => id === 'copied');
    expect(gate?.missing).toEqual([
      'The berth counted less than was planned: the new drive is not trusted until it is read back.',
    ]);
    const expected = await work.post('/read-back/requests', { berth: 7 });
    expect(expected.status).toBe(200);
    await answerReadBack(agent(), { unreadable: 2 });
    const { body } = await shop.as.technician.get<JobView>(`/jobs/${work.job.tag}`);
    expect(body.snapshot.facts['new drive read back']).toMatchObject({ asPlanned: true, proven: true });
    expect(body.procedure.steps.find(({ id }) => id === 'end copy')?.state).toBe('done');
  });
});

describe('a simulated berth', () => {
  it('counts in the demo only: in a real shop it is refused, and nothing begins there', async () => {
    const config = { ...TEST_CONFIG, demo: false };
    const app = createApp({
      database: shop.database,
      config,
      log: pino({ level: 'silent' }),
      hints: silentHints,
      index: indexHere(shop.database),
      backups: shop.backups,
    });
    const server = app.listen(0, '127.0.0.1');
    await new Promise((done) => server.once('listening', done));
    const base = `http://127.0.0.1:${(server.address() as { port: number }).port}/api/v1`;
    const real = caller(base, { authorization: `Bearer ${TEST_CONFIG.agentToken}` });
    const berth = (simulated: boolean) => ({ agent: 'b', boot: 'x', berths: [{ number: 8, simulated, speed: 1 }] });
    const refused = await real.send<{ code: string }>('POST', '/agent/hello', berth(true));
    expect([refused.status, refused.body.code]).toEqual([409, 'simulation-refused']);
    expect((await real.send('POST', '/agent/hello', berth(false))).status).toBe(200);
    server.close();
  });
});
