import { spawn } from 'node:child_process';
import { chownSync, chmodSync, mkdirSync, rmSync } from 'node:fs';
import { dirname, join } from 'node:path';
import pg from 'pg';
import { databaseUser, freePort, postgresPrograms } from '../lib/cluster.mjs';
import { run, sleep, until } from '../lib/run.mjs';
import { account, openClient, startWriters } from './client.mjs';

/**
 * Figures from a streaming replica that is made while writers are at work: said to be behind while it stands still, and read
 * from the database itself once it is gone.
 */
export async function fromReplica(shop, secondServer) {
  const bin = await postgresPrograms();
  const folder = join(dirname(shop.env.UDREL_PHOTOS), 'replica');
  const port = await freePort(0);
  const { replica, seconds } = await standby(bin, folder, shop.cluster.url, port);
  const url = new URL(shop.env.UDREL_DATABASE_URL);
  url.port = String(port);
  const second = await secondServer(shop, [], undefined, null, { UDREL_REPORTING_URL: url.href });
  const onReplica = new pg.Client(shop.cluster.url.replace(/:\d+\/postgres$/, `:${port}/postgres`));
  await onReplica.connect();
  const writers = startWriters(await openClient([shop.url]), 'replica');
  try {
    await until(async () => (await fetch(`${second.url}/api/v1/ready`).catch(() => null))?.ok, 30_000);
    const client = await openClient([second.url]);
    const behind = async () => (await client.get('/yardsticks')).behind;
    const streaming = await behind();
    await onReplica.query('select pg_wal_replay_pause()');
    const still = await until(async () => ((await behind()) > 3 ? await behind() : null), 30_000, 500);
    await onReplica.query('select pg_wal_replay_resume()');
    const again = await until(async () => (await behind()) < 1, 30_000, 500);
    await writers.stop();
    await sleep(500);
    const there = await account(onReplica, writers.acknowledged);
    await onReplica.end();
    replica.kill('SIGQUIT');
    const without = await until(async () => (await behind()) === null, 30_000, 500);
    if (typeof streaming !== 'number' || !still || !again || !without)
      throw new Error(`behind by ${streaming}, then ${still}, caught up: ${again}, without it: ${without}`);
    return {
      acknowledged: writers.acknowledged.length,
      lost: there.lost,
      doubled: there.doubled,
      note: `made in ${seconds} s while writing; said to be ${streaming} s behind, ${still.toFixed(1)} s while it stood still, and none once it was gone`,
    };
  } finally {
    second.child.kill('SIGTERM');
    replica.kill('SIGQUIT');
    rmSync(folder, { recursive: true, force: true });
  }
}

/** A replica that follows a database by streaming (PostgreSQL documentation, 27.2.5). */
async function standby(bin, folder, ownerUrl, port) {
  const user = databaseUser();
  mkdirSync(folder, { mode: 0o700 });
  if (user.uid !== undefined) chownSync(folder, user.uid, user.gid);
  const began = performance.now();
  const from = new URL(ownerUrl);
  const args = [
    '-D',
    folder,
    '-R',
    '-X',
    'stream',
    '-c',
    'fast',
    '-h',
    '127.0.0.1',
    '-p',
    from.port,
    '-U',
    from.username,
  ];
  const env = { ...process.env, PGPASSWORD: from.password };
  const { code, output } = await run(join(bin, 'pg_basebackup'), args, { cwd: '/', env, ...user });
  if (code !== 0) throw new Error(output.trim());
  chmodSync(folder, 0o700);
  const settings = ['listen_addresses=127.0.0.1', 'unix_socket_directories=', 'max_connections=120'];
  const replica = spawn(
    join(bin, 'postgres'),
    ['-D', folder, '-p', String(port), ...settings.flatMap((one) => ['-c', one])],
    { cwd: '/', stdio: 'ignore', ...user },
  );
  const up = await until(async () => {
    const { code: ready } = await run(join(bin, 'pg_isready'), ['-q', '-h', '127.0.0.1', '-p', String(port)], {
      cwd: '/',
    });
    return ready === 0;
  }, 30_000);
  if (!up) throw new Error('the replica does not start');
  return { replica, seconds: ((performance.now() - began) / 1000).toFixed(1) };
}
