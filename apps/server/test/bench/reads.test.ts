import { beforeAll, describe, expect, it } from 'vitest';
import type { JobView, ReadsRequest } from '@udrel/contract/types';
import { simulatedReads, type DriveReads } from '@udrel/core/drive-reads';
import { bookJob, FACTS, stockUp, Work, type Stock } from '../fixtures';
import { caller, TEST_CONFIG, useShop } from '../harness';

const shop = useShop();
let stock: Stock;
let work: Work;
let reads: DriveReads;
const agent = () => caller(shop.base, { authorization: `Bearer ${TEST_CONFIG.agentToken}` });
const asked = async () => (await agent().get<{ reads: ReadsRequest[] }>('/agent/work')).body.reads;
const answer = (id: string | undefined, told: DriveReads | null, trouble = '') =>
  agent().send<{ taken: boolean }>('POST', '/agent/reads', {
    id,
    reads: told,
    trouble,
  });
const look = async () => {
  work.job = (await shop.as.technician.get<JobView>(`/jobs/${work.job.tag}`)).body;
  return work.job;
};

beforeAll(async () => {
  stock = await stockUp(shop);
  const berths = [{ number: 1, simulated: true, speed: 20 }];
  await agent().send('POST', '/agent/hello', { agent: 'a', boot: 'b1', berths });
  work = new Work(shop.as.technician, await bookJob(shop.as.counter, stock));
});

describe('a drive that a berth is asked to measure', () => {
  it('is none while nobody noted it', async () => {
    const { body } = await work.post('/reads/requests', { berth: 1, when: 'before', seconds: 30 });
    expect([body.code, body.detail]).toEqual(['gate-closed', 'The old drive is not noted yet.']);
    await work.put('old drive');
    const after = await work.post('/reads/requests', { berth: 1, when: 'after', seconds: 30 });
    expect(after.body.detail).toBe('No drive is reserved that goes in.');
    const long = await work.post('/reads/requests', { berth: 1, when: 'before', seconds: 31 });
    expect(long.status).toBe(422);
    expect((await work.post('/reads/requests', { berth: 9, when: 'before', seconds: 30 })).body.detail).toContain(
      'berth 9',
    );
  });

  it('is told to the agent once, however often it is asked; another drive there is no answer', async () => {
    await work.post('/reads/requests', { berth: 1, when: 'before', seconds: 15 });
    await work.post('/reads/requests', { berth: 1, when: 'before', seconds: 30 });
    const [request, ...more] = await asked();
    const { serial, bytes } = FACTS['old drive'];
    expect([request, more]).toMatchObject([
      { berth: 1, drive: { serial, bytes }, class: FACTS['old drive'].class, seconds: 30 },
      [],
    ]);
    reads = await simulatedReads({ serial, bytes }, 'disk 5400', 30);
    expect((await answer(request?.id, { ...reads, serial: 'ANOTHER-1' })).body.taken).toBe(true);
    expect((await look()).history.find(({ kind }) => kind === 'reads failed')?.sentence).toContain('ANOTHER-1');
    expect(work.job.snapshot.facts['reads before']).toBeUndefined();
    expect(await asked()).toEqual([]);
  });

  it('is kept as it was read, beside what is recorded by hand, and once', async () => {
    await work.post('/reads/requests', { berth: 1, when: 'before', seconds: 30 });
    const [request] = await asked();
    expect((await answer(request?.id, reads)).body.taken).toBe(true);
    expect((await answer(request?.id, { ...reads, seconds: 60 })).body.taken).toBe(false);
    const { facts } = (await look()).snapshot;
    expect(facts['reads before']).toEqual(reads);
    expect(facts.before).toBeUndefined();
    expect(work.job.origins.find(({ key }) => key === 'reads before')?.origin).toBe('read at the berth');
  });

  it('says why it was not, and not while something of the job runs', async () => {
    await work.post('/reads/requests', { berth: 1, when: 'before', seconds: 30 });
    const [request] = await asked();
    await answer(request?.id, null, 'The drive to be measured is not seen at this berth.');
    expect((await look()).history.map(({ sentence }) => sentence).join()).toContain('not seen at this berth');
    await work.prepare(stock, FACTS['old drive'].serial);
    // While one is read, nothing else begins at its berth; what its own job begins takes the question back.
    await work.post('/reads/requests', { berth: 1, when: 'after', seconds: 300 });
    const other = new Work(shop.as.technician, await bookJob(shop.as.counter, stock));
    await other.put('old drive', { ...FACTS['old drive'], serial: 'KD7-OTHER' });
    const busy = await other.post('/reads/requests', { berth: 1, when: 'before', seconds: 15 });
    expect(busy.body.problems?.[0]?.sentence ?? busy.body.detail).toContain(`reads a drive of ${work.job.tag}`);
    expect(await asked()).toHaveLength(1);
    await work.post('/runs', { berth: 1 });
    expect(await asked()).toEqual([]);
    const refused = await work.post('/reads/requests', { berth: 1, when: 'after', seconds: 30 });
    expect(refused.body.code).toBe('run-under-way');
  });
});
