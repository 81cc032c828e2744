import pg from 'pg';
import { beforeAll, describe, expect, it, vi } from 'vitest';
import type { JobView } from '@udrel/contract/types';
import { readOpenJobs } from '../../src/jobs/job-record';
import { forgetSteps } from '../../src/jobs/stored-steps';
import { readJob } from '../../src/jobs/view-job';
import { bookJob, FACTS, stockUp, Work, type Stock } from '../fixtures';
import { useShop } from '../harness';

const shop = useShop();
let stock: Stock;
beforeAll(async () => {
  stock = await stockUp(shop);
});
const begin = async () => new Work(shop.as.technician, await bookJob(shop.as.counter, stock));
const snapshotOf = async ({ job }: Work) => (await readJob(shop.database.manager, job.tag, shop.clock.now)).snapshot;

/** A note rests on no version; it makes one. */
async function note(work: Work) {
  const { status, body } = await work.caller.send<JobView>('POST', `/jobs/${work.job.tag}/notes`, { text: 'called' });
  expect(status).toBe(200);
  work.job = body;
}

describe('what a job’s steps are computed from', () => {
  it('is the same as long as it says the same, whatever else happened', async () => {
    const work = await begin();
    const before = await snapshotOf(work);
    await note(work);
    expect(await snapshotOf(work)).toBe(before);
    await work.put('before');
    const after = await snapshotOf(work);
    expect(after).not.toBe(before);
    expect(after.facts.before).toEqual(work.job.snapshot.facts.before);
    expect(await snapshotOf(work)).toBe(after);
  });

  it('is another once the shop’s rates are, though the job itself is not touched', async () => {
    const work = await begin();
    const before = await snapshotOf(work);
    await shop.database.query(
      `insert into setting (key, value) values ('rates', '{"hourly": 4200, "taxPercent": 7}')
       on conflict (key) do update set value = excluded.value`,
    );
    expect((await snapshotOf(work)).rates).toEqual({ hourly: 4200, taxPercent: 7 });
    expect((await snapshotOf(work)).wishes).toEqual(before.wishes);
  });

  it('is looked at anew each moment while something runs', async () => {
    const work = await begin();
    await work.prepare(stock);
    await work.post('/runs', { berth: null });
    const [first, second] = [await snapshotOf(work), await snapshotOf(work)];
    expect(second).not.toBe(first);
    expect(second).toEqual(first);
    await work.post('/runs/end', { outcome: 'ended well', note: '' });
  });
});

const OTHERWISE = { what: 'booking', complaint: 'slow', condition: '', promisedAt: null, price: 5900 };
const TOO_DEAR = { what: 'end', kind: 'declined' };

describe('the open jobs', () => {
  const read = () => readOpenJobs(shop.database.manager, shop.clock.now);
  const readAnew = () => {
    forgetSteps();
    return read();
  };
  const written =
    (sql: string, values: unknown[] = []) =>
    () =>
      shop.database.query(sql, values);
  let [work, other]: Work[] = [];

  const done = async (deed: Promise<{ status: number; body: object }> | undefined) => {
    const answer = await deed;
    expect(answer?.status, JSON.stringify(answer?.body)).toBeLessThan(300);
  };
  const DEEDS: [what: string, deed: () => Promise<unknown>][] = [
    ['one is booked', async () => (work = await begin())],
    ['another is', async () => (other = await begin())],
    ['a note', async () => work && note(work)],
    ['a drive', () => done(work?.put('old drive'))],
    ['what stands on it', () => done(work?.put('partition table'))],
    ['a fact', () => done(work?.put('health'))],
    ['the same fact, otherwise', () => done(work?.put('health', { grade: 'watch', note: '' }))],
    ['who has it in hand', () => done(work?.post('/claim'))],
    ['a gate', () => done(other?.post('/overrides', { gate: 'measured', reason: 'they wait at the counter' }))],
    ['a price', () => done(other?.post('/corrections/booking', { correction: OTHERWISE, reason: 'misheard' }))],
    ['what is told of a part', written("update part set name = 'C2' where part_number = 'PW-480'")],
    [
      'the rates',
      written(`insert into setting (key, value) values ('rates', '{"hourly": 4300, "taxPercent": 9}')
       on conflict (key) do update set value = excluded.value`),
    ],
    ['a model', written(`update device_model set spec = jsonb_set(spec, '{name}', '"Tern 16"')`)],
    ['a name', written("update staff set name = 'Ilse again' where role = 'technician'")],
    ['a customer', written("update customer set name = 'Ferry house'")],
    ['what comes before a copy', async () => work?.prepare(stock)],
    ['a run', () => done(work?.post('/runs', { berth: null }))],
    ['its end', () => done(work?.post('/runs/end', { outcome: 'ended well', note: '' }))],
    ['a sheet', () => done(work?.post('/disassembly', { way: 'out' }))],
    ['an end', () => done(other?.post('/corrections/end', { correction: TOO_DEAR, reason: 'too dear' }))],
  ];

  it.each(DEEDS)('are read as they are once %s is written', async (_what, deed) => {
    await read();
    await deed();
    const now = await read();
    expect(now).toEqual(await readAnew());
  });

  it('that somebody changed are the same for who reads amid it, and when it does not stay', async () => {
    const job = await begin();
    const before = await read();
    const amid = shop.database.transaction(async (manager) => {
      await manager.query('update fact set current = false where job_id = $1', [job.job.id]);
      await manager.query(
        `insert into fact (id, job_id, key, value, origin, by, at, current)
         select gen_random_uuid(), $1, 'health', $2, 'typed', id, now(), true from staff limit 1`,
        [job.job.id, FACTS.health],
      );
      const seen = (await readOpenJobs(manager, shop.clock.now)).jobs.find(({ tag }) => tag === job.job.tag);
      expect(seen?.snapshot.facts.health).toEqual(FACTS.health);
      throw new Error('not so');
    });
    await expect(amid).rejects.toThrow('not so');
    expect(await read()).toEqual(before);
    expect(await readAnew()).toEqual(before);
  });

  it('are not read again while nothing happens to them', async () => {
    const before = new Map((await read()).jobs.map((job) => [job.tag, job.snapshot]));
    const spy = vi.spyOn(pg.Client.prototype, 'query');
    const after = await read();
    expect(spy).toHaveBeenCalledTimes(1);
    spy.mockRestore();
    for (const { tag, snapshot } of after.jobs) expect(snapshot).toBe(before.get(tag));
  });
});
