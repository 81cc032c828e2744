import { randomUUID } from 'node:crypto';
import pg from 'pg';
import { beforeAll, describe, expect, inject, it } from 'vitest';
import type { JobView, OrderView } from '@udrel/contract/types';
import { openDatabase } from '../../src/app/open-database';
import { prepareDatabase } from '../../src/app/prepare-database';
import { bookJob, booking, stockUp, Work, type Stock } from '../fixtures';
import { useShop } from '../harness';

const shop = useShop();
let stock: Stock;
beforeAll(async () => {
  stock = await stockUp(shop);
});

/** How many rows every table that a booking touches has. */
async function counts(): Promise<Record<string, number>> {
  const tables = [
    'customer',
    'device',
    'shop_order',
    'job',
    'wish',
    'disassembly_item',
    'belonging',
    'event',
    'idempotency',
  ];
  const rows = await Promise.all(tables.map((table) => shop.database.query(`select count(*)::int as n from ${table}`)));
  return Object.fromEntries(tables.map((table, index) => [table, rows[index][0].n as number]));
}

describe('a refused write', () => {
  it('leaves nothing behind, not even the customer typed before the mistake', async () => {
    const before = await counts();
    const wrong = booking(stock, { device: { modelId: randomUUID(), stub: null, serial: 'T15-NONE', place: '' } });
    expect((await shop.as.counter.send('POST', '/orders', wrong)).status).toBe(422);
    const tooMuch = booking(stock, { wishes: [{ kind: 'memory', least: 2 ** 40 }] });
    expect((await shop.as.counter.send('POST', '/orders', tooMuch)).status).toBe(422);
    expect(await counts()).toEqual(before);
  });

  it('may be sent again, put right, under the same key', async () => {
    const headers = { 'idempotency-key': 'put-right-1' };
    const given = booking(stock);
    const refused = await shop.as.counter.send('POST', '/orders', { ...given, jobs: [] }, headers);
    const taken = await shop.as.counter.send<OrderView>('POST', '/orders', given, headers);
    expect([refused.status, taken.status]).toEqual([422, 201]);
    const again = await shop.as.counter.send<OrderView>('POST', '/orders', given, headers);
    expect(again.body.jobs[0]?.tag).toBe(taken.body.jobs[0]?.tag);
  });

  it('gives back what it had reserved when the adapter or the last module is missing', async () => {
    const work = new Work(
      shop.as.technician,
      await bookJob(shop.as.counter, stock, { wishes: [{ kind: 'memory', least: 12 * 1024 ** 3 }] }),
    );
    await work.put('memory');
    await shop.database.query('update stock set quantity = 0 where part_id = $1', [stock.moduleId]);
    const before = await shop.database.query('select count(*)::int as n from reservation');
    expect((await work.post('/memory', { partId: stock.moduleId, count: 1 })).body.code).toBe('none-on-the-shelf');
    expect(await shop.database.query('select count(*)::int as n from reservation')).toEqual(before);
    expect(work.job.snapshot.facts['memory choice']).toBeUndefined();
  });
});

describe('many at once on one job', () => {
  it('carries out one of several changes to the same version, and numbers every event once', async () => {
    const work = new Work(shop.as.technician, await bookJob(shop.as.counter, stock));
    const send = () => shop.as.technician.send<JobView>('PUT', `/jobs/${work.job.tag}/facts/before`, before);
    const before = { version: work.job.version, value: { set: null, whyNot: 'does not start' } };
    const answers = await Promise.all([1, 2, 3, 4, 5].map(send));
    expect(answers.map((answer) => answer.status).sort()).toEqual([200, 409, 409, 409, 409]);
    const notes = Array.from({ length: 8 }, (_none, n) =>
      shop.as.counter.send<JobView>('POST', `/jobs/${work.job.tag}/notes`, { text: `note ${n}` }),
    );
    expect((await Promise.all(notes)).every((answer) => answer.status === 200)).toBe(true);
    const { body } = await shop.as.counter.get<JobView>(`/jobs/${work.job.tag}`);
    expect(body.version).toBe(10);
    expect(body.history.map((event) => event.seq)).toEqual([10, 9, 8, 7, 6, 5, 4, 3, 2, 1]);
  });

  it('keeps what lists show in step with the job', async () => {
    const work = new Work(shop.as.technician, await bookJob(shop.as.counter, stock));
    const shown = async () => {
      const [row] = await shop.database.query('select station, next, version from job where tag = $1', [work.job.tag]);
      return row as { station: string; next: string; version: number };
    };
    expect(await shown()).toMatchObject({ station: 'Assess', next: 'Read the old drive and its partitions' });
    await work.assess();
    expect(await shown()).toMatchObject({ station: 'Match', version: work.job.version });
    await work.reserve(stock);
    expect(await shown()).toMatchObject({ station: 'Plan', next: 'Plan the copy' });
  });
});

describe('several servers on one new database', () => {
  it('prepare it once, one after the other, and open none that is not prepared', async () => {
    const adminUrl = inject('adminUrl');
    const name = `many_${randomUUID().replaceAll('-', '')}`;
    const admin = new pg.Client(adminUrl);
    await admin.connect();
    await admin.query(`create database ${name}`);
    const url = adminUrl.replace(/postgres$/, name);
    await expect(openDatabase(url, 2)).rejects.toThrow('the database is of an earlier version');
    const role = { name: 'udrel_app', password: 'servers-of-the-tests' };
    await Promise.all([1, 2, 3].map(() => prepareDatabase(url, role)));
    const database = await openDatabase(url, 2);
    const [{ n }] = (await database.query('select count(*)::int as n from migrations')) as [{ n: number }];
    expect(n).toBe(database.migrations.length);
    await database.destroy();
    await admin.query(`drop database ${name} with (force)`);
    await admin.end();
  });
});
