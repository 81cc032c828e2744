import { randomUUID } from 'node:crypto';
import { mkdtempSync, readFileSync, readdirSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import pg from 'pg';
import sharp from 'sharp';
import { beforeAll, describe, expect, inject, it } from 'vitest';
import type { BackupsView, BackupState, Problem } from '@udrel/contract/types';
import { postgresPrograms } from '../../../../scripts/lib/cluster.mjs';
import { backUp, restoreBackup } from '../../src/backup/archive/backup';
import { keptBackups, momentOfBackup, nameOfBackup } from '../../src/backup/archive/kept';
import { makeBackupKey } from '../../src/backup/archive/key';
import { readBackupRules } from '../../src/backup/rules';
import { isDue, lastDue, lateness } from '../../src/backup/state';
import { claimTry, workAtTry } from '../../src/backup/tries';
import { Setting } from '../../src/staff/entities';
import { changeShop, readShop } from '../../src/staff/people';
import { bookJob, stockUp, type Stock, messageThatWaits } from '../fixtures';
import { TEST_CONFIG, useShop } from '../harness';

const shop = useShop();
const to = mkdtempSync(join(tmpdir(), 'backups-'));
const keep = { days: 7, weeks: 4 };
const now = new Date('2026-06-01T21:00:00Z');
const urlOf = (name: string) => inject('adminUrl').replace(/postgres$/, name);
const urlOfShop = () => (shop.database.options as { url: string }).url;
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

const statesIn = async (databaseUrl: string): Promise<string[]> => {
  const client = new pg.Client(databaseUrl);
  await client.connect();
  const { rows } = await client.query<{ state: string }>('select state from message');
  await client.end();
  return rows.map(({ state }) => state);
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
  await messageThatWaits(shop);
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
    // What waited then may have gone since.
    expect(await statesIn(place.databaseUrl)).toEqual(['to look at']);
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

describe('the shop', () => {
  const { owner, technician } = { owner: () => shop.as.owner, technician: () => shop.as.technician };
  const view = async () => (await owner().get<BackupsView>('/shop/backups')).body;
  const state = async () => (await technician().get<BackupState>('/shop/backup-state')).body.late;
  /** The day after, at such a time on the clock of the shop. */
  const at = (day: number, time: string) => (shop.clock.now = new Date(`2026-06-${10 + day}T${time}:00Z`));

  it('backs itself up once there is a key, at the press of a button and each night, and says when it does not', async () => {
    at(0, '12:00');
    await changeShop(
      shop.database.manager,
      {
        formats: { ...(await readShop(shop.database.manager)).formats, timeZone: 'UTC' },
      },
      null,
    );
    expect(await state()).toEqual({ key: false, since: null, problem: null });
    expect((await owner().send('POST', '/shop/backups')).body).toMatchObject({ code: 'no-key' });
    await shop.backups.look();
    expect((await view()).tries).toEqual([]);
    const wrong = await owner().send('PUT', '/shop/backups/key', { recipient: key.identity });
    expect(wrong.status).toBe(422);
    expect((await owner().send('PUT', '/shop/backups/key', { recipient: key.recipient })).status).toBe(200);
    expect((await owner().send('POST', '/shop/backups')).status).toBe(202);
    expect((await owner().send<{ code: string }>('POST', '/shop/backups')).body.code).toBe('in-work');
    await shop.backups.ended();
    expect(await view()).toMatchObject({ late: null, tries: [{ by: 'The owner', jobs: 2, photos: 1, problem: null }] });
    // Nothing is due until the night has come.
    at(1, '02:29');
    await shop.backups.look();
    expect((await view()).tries).toHaveLength(1);
    at(1, '02:30');
    await shop.backups.look();
    await shop.backups.ended();
    const [night] = (await view()).tries;
    expect(night).toMatchObject({ by: null, problem: null });
    const { archives, folder } = await view();
    expect(archives.map((one) => one.at)).toEqual(['2026-06-11T02:30:00.000Z', '2026-06-10T12:00:00.000Z']);
    const place = await elsewhere(join(folder, archives[0]?.name ?? ''));
    expect(await tagsIn((await restoreBackup(place), place.databaseUrl))).toHaveLength(2);
    // Switched off for two nights: late until it was made up for.
    at(3, '09:00');
    expect(await state()).toEqual({ key: true, since: '2026-06-11T02:30:00.000Z', problem: null });
    await shop.backups.look();
    await shop.backups.ended();
    expect(await state()).toBeNull();
  });

  it('takes a folder that can be written, and never writes on another disk than was said', async () => {
    const gone = await owner().send<Problem>('PUT', '/shop/backups', {
      at: '03:00',
      folder: '/not/there',
      days: 3,
      weeks: 0,
    });
    expect(gone.body.problems?.[0]).toMatchObject({
      field: 'folder',
      sentence: '/not/there is not there: make it, or mount its disk.',
    });
    expect((await view()).rules.at).toBe('02:30');
    const folder = mkdtempSync(join(tmpdir(), 'disk-'));
    expect((await owner().send('PUT', '/shop/backups', { at: '03:00', folder, days: 3, weeks: 0 })).status).toBe(200);
    expect(await view()).toMatchObject({ folder, archives: [] });
    // As if it had been a disk of its own when it was said.
    const { manager } = shop.database;
    const kept = await readBackupRules(manager);
    await manager.upsert(Setting, { key: 'backups', value: { ...kept, apart: true } }, ['key']);
    at(4, '03:01');
    await shop.backups.look();
    await shop.backups.ended();
    const late = await state();
    // Where the two lie on disks of their own it is written, else it is refused and said.
    if ((await view()).apart) expect(late).toBeNull();
    else expect(late?.problem).toContain('is not mounted');
  });

  it('has one made at a time, and what was cut off with its server gives way', async () => {
    const { manager } = shop.database;
    at(5, '12:00');
    expect(await claimTry(manager, shop.clock.now, null)).not.toBeNull();
    expect(await claimTry(manager, shop.clock.now, null)).toBeNull();
    await manager.query("update backup set seen_at = now() - interval '5 minutes' where ended_at is null");
    at(5, '12:01');
    const again = await claimTry(manager, shop.clock.now, null);
    expect((await view()).tries.slice(0, 2)).toMatchObject(
      [{ problem: null }, { problem: /cut off/ }].map((one) => ({
        ...one,
        problem: one.problem && (expect.stringMatching(one.problem) as string),
      })),
    );
    const failing = workAtTry(
      shop.database,
      again ?? '',
      () => shop.clock.now,
      () => Promise.reject(Object.assign(new Error('write ENOSPC'), { code: 'ENOSPC' })),
    );
    await expect(failing).rejects.toThrow('ENOSPC');
    expect((await view()).tries[0]?.problem).toContain('The disk for archives is full');
    expect((await state())?.problem).toContain('The disk for archives is full');
  });
});

describe('whether one is due', () => {
  const formats = { timeZone: 'Europe/Paris' };
  const moment = (text: string) => new Date(text);

  it('follows the clock of the shop, also over the nights in which that changes (property)', () => {
    expect(lastDue(moment('2026-07-01T00:29:00Z'), { at: '02:30' }, formats)).toBe(Date.parse('2026-06-30T00:30:00Z'));
    expect(lastDue(moment('2026-07-01T00:30:00Z'), { at: '02:30' }, formats)).toBe(Date.parse('2026-07-01T00:30:00Z'));
    const minutes = fc.nat(366 * 1440);
    fc.assert(
      fc.property(minutes, fc.constantFrom('00:00', '02:00', '02:30', '23:59'), (minute, at) => {
        const now = Date.UTC(2026, 0, 1) + minute * 60_000;
        const due = lastDue(new Date(now), { at }, formats);
        expect(due).toBeLessThanOrEqual(now);
        expect(now - due).toBeLessThan(25 * 3_600_000);
      }),
    );
  });

  it('is tried again after an hour, not each minute (property)', () => {
    const due = Date.parse('2026-06-30T00:30:00Z');
    const minutes = fc.integer({ min: 0, max: 1400 });
    fc.assert(
      fc.property(
        minutes,
        fc.option(minutes),
        fc.option(fc.integer({ min: -3000, max: 1400 })),
        (now, failed, good) => {
          const on = (minute: number) => new Date(due + minute * 60_000);
          const last = failed === null || failed > now ? null : { begunAt: on(failed), problem: 'failed' };
          const tried = { last, good: good === null || good > now ? null : on(good) };
          const wanted = isDue(on(now), due, tried);
          if (tried.good && tried.good.getTime() >= due) expect(wanted).toBe(false);
          else expect(wanted).toBe(!last || now - (failed ?? 0) >= 60);
          if (wanted) return;
          expect(lateness(on(now), due, true, tried) === null || last !== null).toBe(true);
        },
      ),
    );
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
