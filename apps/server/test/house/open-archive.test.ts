import { mkdtempSync, rmSync } from 'node:fs';
import { execFileSync } from 'node:child_process';
import { readFile, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import pg from 'pg';
import { bringInByConsole } from '../../src/app/bring-in';
import type { Contents } from '../../src/open-archive/contents';
import { bookJob, messageThatWaits, stockUp } from '../fixtures';
import { useShop } from '../harness';

const shop = useShop();
const folder = mkdtempSync(join(tmpdir(), 'udrel-open-'));
const file = join(folder, 'shop.tar');
const NAME = 'shop_brought_in';
const ownerUrl = () => inject('adminUrl').replace(/postgres$/, NAME);

async function asAdmin(sql: string): Promise<void> {
  const client = new pg.Client({ connectionString: inject('adminUrl') });
  await client.connect();
  await client.query(sql).finally(() => client.end());
}

async function linesIn(database: pg.Client, table: string): Promise<string[]> {
  const { rows } = await database.query<{ line: string }>(
    `select to_jsonb(t)::text as line from ${table} t order by 1`,
  );
  return rows.map(({ line }) => line);
}

let contents: Contents;
const members = () => execFileSync('tar', ['-tf', file], { encoding: 'utf8' }).trim().split('\n');
const member = (name: string) => execFileSync('tar', ['-xOf', file, name], { encoding: 'utf8' });

beforeAll(async () => {
  const stock = await stockUp(shop);
  const job = await bookJob(shop.as.counter, stock, {
    complaint: '“slow”, Ärger\n\\ and \u2028',
    secrets: [{ label: 'PIN', text: '4711' }],
  });
  const picture = await readFile('demo/files/underside.jpg');
  const kept = await shop.as.counter.form(`/jobs/${job.tag}/photos`, { station: 'Assess', photo: new Blob([picture]) });
  expect(kept.status).toBe(201);
  await shop.as.owner.send('PUT', '/shop/rates', { hourly: 4200, taxPercent: 19 });
  await messageThatWaits(shop);
  const tar = await shop.as.owner.raw('/exports/shop');
  expect(tar.headers.get('content-disposition')).toMatch(/udrel-shop-2026-06-01\.tar/);
  await writeFile(file, Buffer.from(await tar.arrayBuffer()));
  contents = JSON.parse(member('shop.json')) as Contents;
});

afterAll(async () => {
  await asAdmin(`drop database if exists ${NAME} with (force)`);
  rmSync(folder, { recursive: true, force: true });
});

describe('the open archive', () => {
  it('begins with what it is, and has each table and photograph as a file', () => {
    const names = members();
    expect(names[0]).toBe('shop.json');
    for (const { name, rows } of contents.tables)
      expect(member(`tables/${name}.jsonl`).split('\n').filter(Boolean)).toHaveLength(rows);
    expect(contents.photographs).toHaveLength(1);
    expect(names).toContain(`photographs/${contents.photographs[0]}.full.jpg`);
    expect(member('tables/job.jsonl')).toContain('Ärger');
  });

  it('holds no password, no secret and nobody who is signed in', () => {
    const tables = contents.tables.map(({ name }) => name);
    for (const name of ['session', 'secret', 'job_key', 'idempotency']) expect(tables).not.toContain(name);
    for (const line of member('tables/staff.jsonl').split('\n').filter(Boolean))
      expect(JSON.parse(line)).toMatchObject({ password_hash: '', pin_hash: null });
    expect(member('tables/setting.jsonl')).not.toContain('set-up code');
  });

  it('is described table by table', async () => {
    const described = await readFile('docs/open-archive.md', 'utf8');
    const missing = contents.tables.filter(({ name }) => !described.includes(`\`${name}\``));
    expect(missing.map(({ name }) => name)).toEqual([]);
    for (const { what } of contents.leftOut) expect(described).toContain(`\`${what}\``);
  });

  it('brings the shop into another one as it was, with its history, and lets counts go on', async () => {
    await asAdmin(`create database ${NAME}`);
    const photos = join(folder, 'photos');
    const { owner } = await bringInByConsole({ file, databaseUrl: ownerUrl(), photos });
    expect(owner).toBe('the-owner');
    const [from, to] = [inject('adminUrl').replace(/postgres$/, await nameOf()), ownerUrl()];
    const [there, here] = [from, to].map((connectionString) => new pg.Client({ connectionString })) as [
      pg.Client,
      pg.Client,
    ];
    await Promise.all([there.connect(), here.connect()]);
    for (const { name } of contents.tables.filter(
      (one) => !['staff', 'audit', 'setting', 'message'].includes(one.name),
    ))
      expect(await linesIn(here, name), name).toEqual(await linesIn(there, name));
    expect((await linesIn(here, 'message')).map((line) => (JSON.parse(line) as { state: string }).state)).toEqual([
      'to look at',
    ]);
    const { rows: refused } = await here.query<{ name: string }>(
      "select conname as name from pg_constraint where contype = 'f' and not convalidated",
    );
    expect(refused).toEqual([]);
    await expect(here.query("update event set kind = 'x'")).rejects.toThrow();
    await Promise.all([there.end(), here.end()]);
    expect(
      await readFile(join(photos, (contents.photographs[0] ?? '').slice(0, 2), `${contents.photographs[0]}.full.jpg`)),
    ).toBeTruthy();
  });

  it('leaves nothing behind of an archive that is damaged', async () => {
    await asAdmin(`drop database if exists ${NAME} with (force)`);
    await asAdmin(`create database ${NAME}`);
    const broken = join(folder, 'broken');
    execFileSync('mkdir', ['-p', broken]);
    execFileSync('tar', ['-xf', file, '-C', broken]);
    const jobs = join(broken, 'tables', 'job.jsonl');
    await writeFile(jobs, (await readFile(jobs, 'utf8')).split('\n').slice(1).join('\n'));
    const short = join(folder, 'short.tar');
    execFileSync('tar', ['-cf', short, '-C', broken, '.']);
    const given = { file: short, databaseUrl: ownerUrl(), photos: join(folder, 'none') };
    await expect(bringInByConsole(given)).rejects.toThrow('of the table job 0 of 1 rows came');
    const client = new pg.Client({ connectionString: ownerUrl() });
    await client.connect();
    expect(await linesIn(client, 'customer')).toEqual([]);
    await client.end();
    await writeFile(join(broken, 'shop.json'), JSON.stringify({ ...contents, schema: 'FromAfter9999999999999' }));
    execFileSync('tar', ['-cf', short, '-C', broken, '.']);
    await expect(bringInByConsole(given)).rejects.toThrow('of a later Udrel');
  });
});

async function nameOf(): Promise<string> {
  const [row] = (await shop.database.query('select current_database() as name')) as { name: string }[];
  return row?.name ?? '';
}
