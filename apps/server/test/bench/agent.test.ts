import fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import type { ReadBackRequest, AgentWork, FloorView, JobView, RunNow } from '@udrel/contract/types';
import { simulatedStart } from '@udrel/core/starting';
import { firstStartOf } from '@udrel/core/steps';
import { bookJob, stockUp, Work, type Stock } from '../fixtures';
import { caller, TEST_CONFIG, useShop } from '../harness';

const shop = useShop();
let stock: Stock;
let work: Work;
const agent = () => caller(shop.base, { authorization: `Bearer ${TEST_CONFIG.agentToken}` });

beforeAll(async () => {
  stock = await stockUp(shop);
  await agent().send('POST', '/agent/hello', {
    agent: 'a',
    boot: 'b1',
    berths: [{ number: 1, simulated: true, speed: 20 }],
  });
  work = new Work(shop.as.technician, await bookJob(shop.as.counter, stock));
  await work.prepare(stock);
  await work.post('/runs', { berth: 1 });
});

const samples = (from: number, count: number, rate = 1e8) =>
  Array.from({ length: count }, (_none, n) => [from + n, (from + n) * rate, (from + n) * rate, 0]);
const send = async (boot: string, firstSeq: number, count: number) => {
  const body = { agent: 'a', boot, berth: 1, runId: work.job.runs[0]?.id, firstSeq, samples: samples(firstSeq, count) };
  return (await agent().send<{ acknowledged: number }>('POST', '/agent/samples', body)).body.acknowledged;
};
const done = async () => (await shop.as.technician.get<RunNow[]>('/runs')).body[0]?.progress.done;

describe('the feed of a berth', () => {
  it('is given the run as work', async () => {
    const { body } = await agent().get<{ runs: AgentWork[] }>('/agent/work');
    expect(body.runs).toMatchObject([{ berth: 1, doneBytes: 0, plannedBytes: work.job.runs[0]?.plannedBytes }]);
  });

  it('takes each sample once, whatever is repeated, reordered or missing', async () => {
    expect(await send('b1', 1, 5)).toBe(5);
    expect(await send('b1', 1, 5)).toBe(5);
    expect(await done()).toBe(5e8);
    expect(await send('b1', 9, 2)).toBe(5);
    expect(await send('b1', 4, 5)).toBe(8);
    expect(await done()).toBe(8e8);
    const [row] = await shop.database.query('select sum(jsonb_array_length(samples))::int as kept from sample_chunk');
    expect(row.kept).toBe(8);
  });

  it('takes each once from two that send them at the same moment', async () => {
    const before = (await done()) ?? 0;
    const answers = await Promise.all(Array.from({ length: 6 }, () => send('b1 again', 1, 4)));
    expect(answers).toEqual([4, 4, 4, 4, 4, 4]);
    expect((await done()) ?? 0).toBe(before + 4e8);
    const [row] = await shop.database.query(
      "select sum(jsonb_array_length(samples))::int as kept from sample_chunk where boot = 'b1 again'",
    );
    expect(row.kept).toBe(4);
  });

  it('goes on after the agent started anew', async () => {
    expect(await send('b2', 1, 3)).toBe(3);
    expect(await done()).toBe(15e8);
  });

  it('does not let a copy end well before its counters say so, nor two jobs use one berth', async () => {
    const refused = await work.post('/runs/end', { outcome: 'ended well', note: '' });
    expect([refused.body.code, JSON.stringify(refused.body)]).toEqual([
      'invalid-input',
      expect.stringContaining('"note"'),
    ]);
    const other = new Work(shop.as.technician, await bookJob(shop.as.counter, stock));
    await other.prepare(stock, 'KD7-OTHER');
    expect((await other.post('/runs', { berth: 1 })).body.detail).toContain('taken by');
    await other.post('/runs', { berth: null });
    await other.post('/runs/end', { outcome: 'failed', note: 'Lead came off' });
    expect((await other.post('/read-back/requests', { berth: 1 })).body.detail).toContain('taken by');
  });

  it('comes to the same figures however batches are doubled, mixed up and late, and whatever the clock says', async () => {
    const order = fc.array(fc.integer({ min: 0, max: 9 }), { minLength: 10, maxLength: 40 });
    const jumps = fc.array(fc.integer({ min: -86_400, max: 86_400 }), { minLength: 40, maxLength: 40 });
    const now = shop.clock.now;
    let boot = 100;
    await fc.assert(
      fc.asyncProperty(order, jumps, async (tries, seconds) => {
        boot += 1;
        const before = (await done()) ?? 0;
        let acknowledged = 0;
        for (const [turn, n] of [...tries, 0, 1, 2, 3, 4, 5, 6, 7, 8, 9].entries()) {
          shop.clock.now = new Date(now.getTime() + (seconds[turn % seconds.length] ?? 0) * 1000);
          const answer = await send(`b${boot}`, n * 5 + 1, 5);
          expect(answer).toBeGreaterThanOrEqual(acknowledged);
          acknowledged = answer;
        }
        shop.clock.now = now;
        expect(acknowledged).toBe(50);
        expect(((await done()) ?? 0) - before).toBe(50e8);
        const [row] = await shop.database.query(
          'select sum(jsonb_array_length(samples))::int as kept from sample_chunk where boot = $1',
          [`b${boot}`],
        );
        expect(row.kept).toBe(50);
      }),
      { numRuns: 8 },
    );
  });

  it('raises an alarm when another drive lies there or the source is written to, once a run', async () => {
    const { tag } = work.job;
    const [source, target] = [work.job.snapshot.facts['old drive'], work.job.snapshot.facts['new drive choice']];
    const told = (over: object) => ({ model: '', sectorSize: 512, link: '', ...over });
    const batch = (firstSeq: number, drives: object, written = 0) =>
      agent().send('POST', '/agent/samples', {
        agent: 'a',
        boot: 'b3',
        berth: 1,
        runId: work.job.runs[0]?.id,
        firstSeq,
        samples: [[firstSeq, 0, 0, 0, written, 0.5]],
        ...drives,
      });
    const right = {
      source: told({ serial: source?.serial, bytes: source?.bytes }),
      target: told({ serial: target?.serial, bytes: target?.bytes }),
    };
    expect((await batch(1, right)).status).toBe(200);
    const alarms = async () => {
      const { body } = await shop.as.technician.get<JobView>(`/jobs/${tag}`);
      work.job = body;
      return body.runs[0]?.alarms.map(({ kind }) => kind);
    };
    expect(await alarms()).toEqual([]);
    const swapped = { ...right, target: { ...right.target, serial: 'SOMEBODY-ELSE' } };
    await batch(2, swapped, 4096);
    await batch(3, swapped, 8192);
    expect(await alarms()).toEqual(['other target', 'source written']);
    const raised = work.job.history.filter(({ kind }) => kind === 'run alarm').map(({ sentence }) => sentence);
    expect(raised).toHaveLength(2);
    expect(raised.join()).toContain('SOMEBODY-ELSE instead of the new drive');
  });

  it('does not trust a copy that was alarmed until the drive was read back as planned', async () => {
    await shop.database.query(`update run set progress = jsonb_set(progress, '{done}', planned_bytes::text::jsonb)`);
    expect((await work.post('/runs/end', { outcome: 'ended well', note: '', leftAs: 'shut down' })).status).toBe(200);
    expect(work.step('end copy')).not.toBe('done');
    await work.post('/read-back/requests', { berth: 1 });
    const { body } = await agent().get<{ readBacks: ReadBackRequest[] }>('/agent/work');
    const [request] = body.readBacks;
    expect(request).toMatchObject({
      berth: 1,
      target: { serial: work.job.snapshot.facts['new drive choice']?.serial },
    });
    const serial = work.job.snapshot.facts['new drive choice']?.serial;
    const drive = { serial, model: '', bytes: 1, sectorSize: 512, link: '' };
    const table = request?.expected ?? { scheme: 'gpt', sectorSize: 512, partitions: [] };
    const start = simulatedStart(table, []);
    const answer = { id: request?.id, drive, table, problems: [], compared: [], start, trouble: '' };
    const missing = { ...request?.expected, partitions: request?.expected.partitions.slice(0, 1) };
    const alike = request?.compare.map(({ id, name }) => ({ id, name, samples: 64, different: 0 }));
    const answerWith = async (table: unknown, seen = drive) => {
      await work.post('/read-back/requests', { berth: 1 });
      const asked = (await agent().get<{ readBacks: ReadBackRequest[] }>('/agent/work')).body.readBacks[0];
      const sent = await agent().send<{ taken: boolean }>('POST', '/agent/read-backs', {
        ...answer,
        id: asked?.id,
        drive: seen,
        table,
        compared: alike,
      });
      work.job = (await shop.as.technician.get<JobView>(`/jobs/${work.job.tag}`)).body;
      return sent.body.taken;
    };
    expect(await answerWith(request?.expected, { ...drive, serial: 'ANOTHER-1' })).toBe(true);
    expect(work.job.snapshot.facts['new drive read back']).toBeUndefined();
    expect(work.step('end copy')).not.toBe('done');
    expect(await answerWith(missing)).toBe(true);
    expect(work.job.procedure.gates.find(({ id }) => id === 'copied')?.missing[0]).toContain('other than planned');
    expect(await answerWith(request?.expected)).toBe(true);
    expect(work.step('end copy')).toBe('done');
    // Nothing lies where it is started from: said before it is fitted.
    expect(work.job.snapshot.facts['new drive read back']?.seen?.start).toEqual(start);
    expect(firstStartOf(work.job.snapshot)).toMatchObject({ outcome: 'does not', cause: 'loader not copied' });
    expect((await agent().send<{ taken: boolean }>('POST', '/agent/read-backs', answer)).body.taken).toBe(false);
  });

  it('says of what runs why it wants hands, of what no berth watches too', async () => {
    const byHand = new Work(shop.as.technician, await bookJob(shop.as.counter, stock));
    await byHand.prepare(stock, 'KD7-HAND');
    await byHand.post('/runs', { berth: null });
    const { tag } = byHand.job;
    const wants = async () => {
      const { body } = await shop.as.counter.get<RunNow[]>('/runs');
      const own = body.find((run) => run.tag === tag);
      return own && [own.kind, own.onto, own.berth, own.wants];
    };
    expect(await wants()).toEqual(['copy', 'new', null, null]);
    const { now } = shop.clock;
    shop.clock.now = new Date(now.getTime() + 24 * 3_600_000);
    expect(await wants()).toEqual(['copy', 'new', null, 'overdue']);
    const { body: floor } = await shop.as.technician.get<FloorView>('/floor');
    const row = floor.hands.find((one) => one.tag === tag);
    expect([row?.inMinutes, row?.step.title]).toEqual([0, 'Look at the copy: it should be over']);
    shop.clock.now = now;
    await byHand.post('/runs/end', { outcome: 'ended well', note: '', leftAs: 'shut down' });
    expect(await wants()).toBeUndefined();
  });

  it('refuses who has no token', async () => {
    expect((await shop.nobody.get('/agent/work')).status).toBe(401);
    expect((await shop.as.owner.get('/agent/work')).status).toBe(401);
  });
});
