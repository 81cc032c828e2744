import { randomUUID } from 'node:crypto';
import { mkdtempSync, readFileSync, readdirSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import pg from 'pg';
import sharp from 'sharp';
import { beforeAll, describe, expect, inject, it } from 'vitest';
import { postgresPrograms } from '../../../../scripts/lib/cluster.mjs';
import { backUp, restoreBackup } from '../../src/backup/backup';
import { keptBackups, momentOfBackup, nameOfBackup } from '../../src/backup/kept';
import { makeBackupKey } from '../../src/backup/key';
import { bookJob, stockUp, type Stock } from '../fixtures';
import { TEST_CONFIG, useShop } from '../harness';

const shop = useShop();
const to = mkdtempSync(join(tmpdir(), 'backups-'));
const keep = { days: 7, weeks: 4 };
const now = new Date('2026-06-01T21:00:00Z');
const urlOf = (name: string) => inject('adminUrl').replace(/postgres$/, name);
const urlOfShop = () => urlOf(String(shop.database.driver.database));
let programs: string;
let stock: Stock;
let kept: string;
let key: Awaited<ReturnType<typeof makeBackupKey>>;

const taken = (over: object = {}) =>
  backUp({
    databaseUrl: urlOfShop(),
    ...{ programs, photos: TEST_CONFIG.photos, to, keep, recipient: key.recipient, now },
    ...over,
  });

async function emptyDatabase(): Promise<string> {
  const name = `restored_${randomUUID().replaceAll('-', '')}`;
  const admin = new pg.Client(inject('adminUrl'));
  await admin.connect();
  await admin.query(`create database ${name}`);
  await admin.end();
  return urlOf(name);
}

const elsewhere = async (file: string, identity = key.identity) => {
  const photos = join(mkdtempSync(join(tmpdir(), 'restored-')), 'photos');
  return { file, identity, databaseUrl: await emptyDatabase(), programs, photos };
};

const tagsIn = async (databaseUrl: string): Promise<string[]> => {
  const client = new pg.Client(databaseUrl);
  await client.connect();
  const { rows } = await client.query<{ tag: string }>('select tag from job order by number');
  await client.end();
  return rows.map(({ tag }) => tag);
};

beforeAll(async () => {
  programs = await postgresPrograms();
  key = await makeBackupKey();
  stock = await stockUp(shop);
  kept = (await bookJob(shop.as.counter, stock)).tag;
  const picture = await sharp({ create: { width: 60, height: 40, channels: 3, background: '#385' } })
    .png()
    .toBuffer();
  await shop.as.counter.form(`/jobs/${kept}/photos`, {
    photo: new Blob([Uint8Array.from(picture)], { type: 'image/png' }),
    station: 'Book in',
  });
});

describe('a backup', () => {
  it('holds what was there at its moment, database and photographs, and comes back into an empty place', async () => {
    const { file, manifest, bytes } = await taken();
    expect(momentOfBackup(file.split('/').at(-1) ?? '')).toBe(now.getTime());
    expect(bytes).toBeGreaterThan(10_000);
    expect(manifest).toMatchObject({ format: 'udrel-backup', gone: [], rows: { job: 1, photo: 1 } });
    const later = (await bookJob(shop.as.counter, stock)).tag;
    const place = await elsewhere(file);
    expect(await restoreBackup(place)).toEqual(manifest);
    expect(await tagsIn(place.databaseUrl)).toEqual([kept]);
    expect(await tagsIn(urlOfShop())).toEqual([kept, later]);
    const [content = ''] = manifest.photos;
    const name = join(content.slice(0, 2), `${content}.full.jpg`);
    expect(readFileSync(join(place.photos, name))).toEqual(readFileSync(join(TEST_CONFIG.photos, name)));
  });

  it('is read by nobody without its key, and a damaged one brings nothing back', async () => {
    const { file } = await taken({ now: new Date('2026-06-02T21:00:00Z') });
    const bytes = readFileSync(file);
    expect(bytes.subarray(0, 21).toString()).toBe('age-encryption.org/v1');
    expect(bytes.includes('database.dump')).toBe(false);
    const place = await elsewhere(file, (await makeBackupKey()).identity);
    await expect(restoreBackup(place)).rejects.toThrow('this key does not open the archive');
    const cut = join(to, 'cut.age');
    writeFileSync(cut, bytes.subarray(0, bytes.length - 500));
    const half = await elsewhere(cut);
    await expect(restoreBackup(half)).rejects.toThrow();
    const client = new pg.Client(half.databaseUrl);
    await client.connect();
    expect((await client.query("select 1 from information_schema.tables where table_schema = 'public'")).rows).toEqual(
      [],
    );
    await client.end();
    expect(readdirSync(half.photos)).toEqual([]);
  });

  it('is told when it cannot be made, and leaves nothing half-written', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'backups-'));
    await expect(taken({ to: folder, programs: '/nowhere' })).rejects.toThrow(/ENOENT/);
    await expect(taken({ to: folder, recipient: 'age1wrong' })).rejects.toThrow();
    await expect(taken({ to: folder, databaseUrl: urlOf('not_there') })).rejects.toThrow(/not_there/);
    expect(readdirSync(folder)).toEqual([]);
  });
});

describe('backups that are kept', () => {
  const day = (n: number, hour = 21) => nameOfBackup(new Date(Date.UTC(2026, 5, n, hour)));

  it('are the latest of each day and each week', () => {
    // The first of June 2026 is a Monday.
    const names = [1, 6, 7, 8, 12, 13, 14, 15].flatMap((n) => [day(n, 9), day(n)]);
    const left = keptBackups(names, { days: 2, weeks: 3 }, new Date(Date.UTC(2026, 5, 15, 22)));
    expect(left).toEqual([day(15), day(14), day(7)]);
    expect(keptBackups(['notes.txt', day(1)], { days: 1, weeks: 1 }, new Date(Date.UTC(2026, 8, 1)))).toEqual([day(1)]);
  });

  it('never lose the latest, and never more than one a day and one a week (property)', () => {
    const hours = fc.array(fc.nat(24 * 90), { minLength: 1, maxLength: 60 });
    fc.assert(
      fc.property(hours, fc.nat(10), fc.nat(6), (all, days, weeks) => {
        const names = [...new Set(all)].map((hour) => nameOfBackup(new Date(Date.UTC(2026, 0, 1, hour))));
        const left = keptBackups(names, { days, weeks }, new Date(Date.UTC(2026, 0, 1, Math.max(...all))));
        expect(left[0]).toBe([...names].sort().at(-1));
        expect(left.length).toBeLessThanOrEqual(Math.max(1, days + weeks));
        expect(keptBackups(left, { days, weeks }, new Date(Date.UTC(2026, 0, 1, Math.max(...all))))).toEqual(left);
      }),
    );
  });
});
