import { randomUUID } from 'node:crypto';
import { existsSync } from 'node:fs';
import fc from 'fast-check';
import sharp from 'sharp';
import { beforeAll, describe, expect, it } from 'vitest';
import type { JobView, Retention, RetentionView } from '@udrel/contract/types';
import { photoStore } from '../../src/photos/photo-store';
import { letGo } from '../../src/retention/let-go';
import { packSamples } from '../../src/retention/pack-samples';
import { thinSamples } from '../../src/retention/thin-samples';
import { bookJob, stockUp, Work, type Stock } from '../fixtures';
import { TEST_CONFIG, useShop } from '../harness';

const shop = useShop();
const photos = photoStore(TEST_CONFIG.photos);
let work: Work;
let stock: Stock;
const FIRST: Retention = {
  ...{
    samplesDays: 30,
    answersDays: 14,
    sessionDays: 14,
    photosMonths: null,
    customersMonths: null,
    idleMinutes: null,
  },
};
const owner = () => shop.as.owner;
const go = (now: Date) => letGo({ database: shop.database, photos, masterKey: TEST_CONFIG.masterKey, demo: true }, now);
const after = (days: number) => new Date(shop.clock.now.getTime() + days * 86_400_000);
const one = async <T>(sql: string, values: unknown[] = []) => ((await shop.database.query(sql, values)) as T[])[0] as T;

beforeAll(async () => {
  stock = await stockUp(shop);
  const { tag } = await bookJob(shop.as.counter, stock);
  const picture = await sharp({ create: { width: 80, height: 40, channels: 3, background: '#a52' } })
    .png()
    .toBuffer();
  await shop.as.counter.form(`/jobs/${tag}/photos`, {
    photo: new Blob([Uint8Array.from(picture)], { type: 'image/png' }),
    station: 'Book in',
  });
  work = new Work(shop.as.technician, (await shop.as.technician.get<JobView>(`/jobs/${tag}`)).body);
  await work.prepare(stock);
  expect(await work.post('/runs', { berth: null })).toMatchObject({ status: 201 });
});

describe('what a berth counted each second', () => {
  it('is thinned to the last of each minute once its run is so old, and no count is lost (property)', async () => {
    const { id: run } = await one<{ id: string }>('select id from run limit 1');
    const steps = fc.array(fc.tuple(fc.integer({ min: 1, max: 40 }), fc.nat(1000)), { minLength: 1, maxLength: 60 });
    await fc.assert(
      fc.asyncProperty(steps, async (given) => {
        await shop.database.query('delete from sample_chunk');
        let [t, count] = [0, 0];
        const samples = given.map(([seconds, more]) => [(t += seconds), (count += more), count, 0]);
        // As they come: each in a row of its own.
        await shop.database.query(
          `insert into sample_chunk (agent, boot, berth, run_id, first_seq, samples)
           select 'a', $1, 1, $2, n, jsonb_build_array(sample) from jsonb_array_elements($3::jsonb) with ordinality as of(sample, n)`,
          [randomUUID(), run, JSON.stringify(samples)],
        );
        await shop.database.query('update run set ended_at = $2, packed = false, thinned = false where id = $1', [
          run,
          shop.clock.now,
        ]);
        expect(await thinSamples(shop.database.manager, after(31), 30)).toBe(0);
        expect(await packSamples(shop.database.manager, after(1))).toBe(1);
        expect(await packSamples(shop.database.manager, after(1))).toBe(0);
        const { all } = await one<{ all: number[][] }>('select samples as all from sample_chunk');
        expect(all).toEqual(samples);
        expect(await thinSamples(shop.database.manager, after(29), 30)).toBe(0);
        expect(await thinSamples(shop.database.manager, after(31), 30)).toBe(1);
        expect(await thinSamples(shop.database.manager, after(31), 30)).toBe(0);
        const { kept } = await one<{ kept: number[][] }>('select samples as kept from sample_chunk');
        const minute = ([at = 0]: number[]) => Math.floor(at / 60);
        expect(kept.map(minute)).toEqual([...new Set(samples.map(minute))]);
        for (const row of kept) expect(samples.filter((other) => minute(other) === minute(row)).at(-1)).toEqual(row);
      }),
      { numRuns: 25 },
    );
    await shop.database.query("update run set ended_at = null, outcome = 'running' where id = $1", [run]);
  });
});

describe('what is over its time', () => {
  it('is said before it is set, and goes by itself, its files with it', async () => {
    const { content } = await one<{ content: string }>('select content from photo');
    await work.post('/runs/end', { outcome: 'failed', note: 'lead came off' });
    await shop.database.query('update job set closed_at = $1', [shop.clock.now]);
    const rules = { ...FIRST, photosMonths: 6 };
    shop.clock.now = after(100);
    const { now } = shop.clock;
    expect((await owner().send('POST', '/shop/retention/due', rules)).body).toEqual({ photos: 0, customers: 0 });
    shop.clock.now = after(100);
    expect((await owner().send('POST', '/shop/retention/due', rules)).body).toEqual({ photos: 1, customers: 0 });
    await go(shop.clock.now);
    expect(existsSync(photos.fileOf(content, 'full'))).toBe(true);
    const set = await owner().send<RetentionView>('PUT', '/shop/retention', rules);
    expect(set.body).toEqual({ rules, due: { photos: 1, customers: 0 } });
    await go(now);
    expect(existsSync(photos.fileOf(content, 'full'))).toBe(true);
    await go(shop.clock.now);
    expect(existsSync(photos.fileOf(content, 'full'))).toBe(false);
    expect(await one('select count(*)::int as n from photo')).toEqual({ n: 0 });
    const { rows } = (await owner().get<{ rows: { sentence: string; by: string }[] }>('/audit')).body;
    expect(rows.map(({ sentence, by }) => [sentence, by])).toContainEqual([
      '1 photograph let go, 6 months after its job',
      'The shop, by itself',
    ]);
  });

  it('takes customers who were not here for so long, but none who owes or whose things lie here', async () => {
    const rules = { ...FIRST, customersMonths: 12 };
    await shop.database.query('update belonging set returned_at = $1', [shop.clock.now]);
    const held = await bookJob(shop.as.counter, stock);
    await owner().send('PUT', '/shop/retention', rules);
    shop.clock.now = after(500);
    expect((await owner().get<RetentionView>('/shop/retention')).body.due.customers).toBe(1);
    await go(shop.clock.now);
    const names = async () =>
      (
        (await shop.database.query('select name, phone from customer order by created_at')) as {
          name: string;
          phone: string;
        }[]
      ).map(({ name, phone }) => [name === 'erased', phone === '']);
    // The one whose device is here stays; the other is gone whole: no bill names them.
    expect(await names()).toEqual([
      [true, true],
      [false, false],
    ]);
    await shop.database.query('update job set closed_at = $1 where tag = $2', [shop.clock.now, held.tag]);
    shop.clock.now = after(500);
    // A key, say, lies here still.
    await shop.database.query(
      'update belonging set returned_at = null where job_id = (select id from job where tag = $1)',
      [held.tag],
    );
    const { n } = await one<{ n: number }>('select count(*)::int as n from belonging where returned_at is null');
    await go(shop.clock.now);
    expect((await names())[1]).toEqual(n > 0 ? [false, false] : [true, true]);
  });

  it('forgets answers after so many days', async () => {
    await owner().send('PUT', '/shop/retention', { ...FIRST, answersDays: 3 });
    const { n } = await one<{ n: number }>('select count(*)::int as n from idempotency');
    expect(n).toBeGreaterThan(0);
    await go(after(2));
    expect((await one<{ n: number }>('select count(*)::int as n from idempotency')).n).toBeGreaterThan(0);
    await go(after(4));
    expect(await one('select count(*)::int as n from idempotency')).toEqual({ n: 0 });
  });
});
