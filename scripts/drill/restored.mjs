import { chmodSync, mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import pg from 'pg';
import { freePort, openCluster } from '../lib/cluster.mjs';
import { ROOT, run, sleep } from '../lib/run.mjs';
import { account, openClient, startWriters } from './client.mjs';

/**
 * Backs a shop up while writers are at work, and restores the archive into an empty folder by the one command: what was
 * acknowledged before the backup began must be there.
 */
export async function backedUpAndRestored(shop) {
  const folder = mkdtempSync(join(tmpdir(), 'udrel-restored-'));
  // PostgreSQL may run as a user of its own.
  chmodSync(folder, 0o755);
  const [backups, data] = [join(folder, 'backups'), join(folder, 'data')];
  const from = dirname(shop.env.UDREL_PHOTOS);
  const client = await openClient([shop.url]);
  const writers = startWriters(client, 'backup');
  await sleep(1500);
  const before = [...writers.acknowledged];
  const backup = await timed('backup', [], { UDREL_DATA: from, UDREL_BACKUPS: backups });
  await writers.stop();
  const [, key] = /(AGE-SECRET-KEY-\S+)/.exec(backup.output) ?? [];
  if (!key) throw new Error('no key was shown');
  writeFileSync(join(folder, 'key'), key);
  const [archive] = readdirSync(backups);
  const port = await freePort(0);
  const own = { UDREL_DATA: data, PORT: String(port) };
  const restored = await timed(
    'restore',
    [join(backups, archive), join(folder, 'key'), join(from, 'secrets-key')],
    own,
  );
  left = { folder, data, own, before };
  const { lost, doubled } = await accountIn(data, before);
  const note = `${before.length} of ${writers.acknowledged.length} acknowledged before the backup began; backed up in ${backup.seconds} s while writing, restored into an empty folder in ${restored.seconds} s`;
  return { acknowledged: before.length, lost, doubled, note };
}

/** What was restored, for the one that moves it on. */
let left = null;

/** Moves what was restored into a new cluster, as for a later PostgreSQL, and from there into a database elsewhere. */
export async function movedOn(shop) {
  const { folder, data, own, before } = left;
  try {
    const anew = await timed('move', [], own);
    const first = await accountIn(data, before);
    const admin = new pg.Client(shop.cluster.url);
    await admin.connect();
    await admin.query('create database elsewhere');
    await admin.end();
    const url = shop.cluster.url.replace(/postgres$/, 'elsewhere');
    const away = await timed('move', [url], own);
    const second = await account(url, before);
    return {
      acknowledged: before.length,
      lost: first.lost + second.lost,
      doubled: first.doubled + second.doubled,
      note: `into a new cluster in ${anew.seconds} s, into a database elsewhere in ${away.seconds} s, every table counted`,
    };
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

async function accountIn(data, acknowledged) {
  const cluster = await openCluster(data, { preferredPort: await freePort(0) });
  try {
    return await account(await cluster.start(), acknowledged);
  } finally {
    await cluster.stop();
  }
}

async function timed(script, args, env) {
  const began = performance.now();
  const own = { ...process.env };
  delete own.UDREL_DATABASE_URL;
  const { code, output } = await run(process.execPath, [join('scripts', 'backup', `${script}.mjs`), ...args], {
    cwd: ROOT,
    env: { ...own, ...env },
  });
  if (code !== 0) throw new Error(output.trim());
  return { output, seconds: ((performance.now() - began) / 1000).toFixed(1) };
}
