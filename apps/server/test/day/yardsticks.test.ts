import { randomUUID } from 'node:crypto';
import { beforeAll, describe, expect, it } from 'vitest';
import type { PartRecord, Problem, YardsticksView } from '@udrel/contract/types';
import { measureClosed } from '../../src/yardsticks/measure-jobs';
import { bookJob, stockUp, Work, type Stock } from '../fixtures';
import { useShop } from '../harness';

const shop = useShop();
let stock: Stock;
const HOUR = 3_600_000;
const view = async (query = '') => (await shop.as.counter.get<YardsticksView & Problem>(`/yardsticks${query}`)).body;

beforeAll(async () => {
  stock = await stockUp(shop);
  for (const hours of [2, 6]) {
    const work = new Work(shop.as.technician, await bookJob(shop.as.counter, stock));
    shop.clock.now = new Date(shop.clock.now.getTime() + hours * HOUR);
    const correction = { what: 'end', kind: 'withdrawn' };
    await work.post('/corrections/end', { correction, reason: 'changed their mind' });
    // As it was closed before anything of it was measured.
    await shop.database.query('update job set closed_at = $2, ready_since = $2 where tag = $1', [
      ...[work.job.tag, shop.clock.now],
    ]);
  }
});

describe('yardsticks', () => {
  it('are of the jobs that were closed, those of before too, each once', async () => {
    expect((await view()).all.jobs).toBe(0);
    expect(await measureClosed(shop.database.manager, shop.clock.now)).toBe(2);
    expect(await measureClosed(shop.database.manager, shop.clock.now)).toBe(0);
    const { all, months, kinds } = await view();
    expect([all.jobs, all.ended]).toEqual([2, 2]);
    expect(months).toMatchObject([{ of: '2026-06', jobs: 2 }]);
    expect(kinds).toMatchObject([{ of: 'new drive', jobs: 2 }]);
  });

  it('have medians with the middle half and how many they are of, by month and kind', async () => {
    const [known] = (await shop.database.query('select model_id from job_measure limit 1')) as { model_id: string }[];
    const jobs = (await shop.database.query('select job_id from job_measure')) as { job_id: string }[];
    await shop.database.query('delete from job_measure');
    const add = (job: number, over: object) =>
      shop.database.manager.insert('job_measure', {
        ...{
          jobId: jobs[job]?.job_id,
          modelId: known?.model_id,
          month: 202605,
          kind: 'memory',
          turnaround: 5,
          late: -2,
        },
        ...{ startedFirst: true, attempts: 2, failed: 1, speedUp: 40, revenue: 12_000, work: 5000 },
        ...over,
      });
    await add(0, {});
    await add(1, { month: 202604, turnaround: 30, late: 3, startedFirst: false, returned: true, cost: 4000 });
    const { all, months, returns } = await view('?from=2026-04&until=2026-05');
    expect(months.map(({ of, turnaround }) => [of, turnaround.middle])).toEqual([
      ['2026-04', 30],
      ['2026-05', 5],
    ]);
    expect(all).toMatchObject({
      ...{ jobs: 2, turnaround: { count: 2, low: 5, middle: 5, high: 30 }, inTime: 1, starts: 2, startedFirst: 1 },
      ...{
        attempts: 4,
        failed: 2,
        revenue: 24_000,
        work: 10_000,
        costed: 1,
        margin: 8000,
        returned: 1,
        speedUp: { count: 2, middle: 40 },
      },
    });
    expect(returns).toMatchObject([{ returned: 1, jobs: 2 }]);
    expect((await view('?from=2026-05&until=2026-05')).all.jobs).toBe(1);
    expect((await view('?kind=new%20drive')).all.jobs).toBe(0);
    expect((await view(`?model=${randomUUID()}`)).all.jobs).toBe(0);
    expect((await view('?from=May')).problems?.[0]?.field).toBe('from');
  });

  it('go into a file', async () => {
    const text = await shop.as.counter.text('/exports/yardsticks?from=2026-04&until=2026-05');
    expect(text.split('\n').filter(Boolean)).toHaveLength(1 + 2 + 1 + 1);
    expect(text).toContain('2026-04,1');
  });
});

describe('the track record of a part', () => {
  it('is how often it was fitted at a site of the model, what it read, and how it started', async () => {
    const done = new Work(shop.as.technician, await bookJob(shop.as.counter, stock));
    await done.workThrough(stock);
    await done.put('old drive stays');
    await done.handOver();
    const next = await bookJob(shop.as.counter, stock);
    const records = (await shop.as.counter.get<PartRecord[]>(`/jobs/${next.tag}/track-record`)).body;
    expect(records).toMatchObject([{ partId: stock.driveId, siteId: 'a', fitted: 1, notAtOnce: 0, cameBack: 0 }]);
    expect(records[0]?.read).toBeGreaterThan(0);
    // Nobody noted what the drive costs: its margin is not told, rather than as if it had cost nothing.
    const measured = async () => {
      const [{ cost, hands }] = (await shop.database.query(
        'select m.cost, m.hands from job_measure m join job j on j.id = m.job_id order by j.closed_at desc, j.number desc limit 1',
      )) as [{ cost: number | null; hands: number | null }];
      // All of it was stamped within a moment, by one person: that is what was timed.
      expect(hands).toBe(0);
      return cost;
    };
    expect(await measured()).toBeNull();
    await shop.as.technician.send('PUT', `/parts/${stock.driveId}`, {
      ...{ price: 5900, cost: 3600, reorderLevel: null, counted: [] },
    });
    const second = new Work(shop.as.technician, next);
    await second.workThrough(stock, 'ED-SECOND');
    await second.put('old drive stays');
    await second.handOver();
    expect(await measured()).toBe(3600);
  });
});
