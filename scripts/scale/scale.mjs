import { spawn } from 'node:child_process';
import { chmodSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { cpus, tmpdir, totalmem } from 'node:os';
import { join } from 'node:path';
import { format } from 'prettier';
import { buildAll } from '../lib/build.mjs';
import { freePort } from '../lib/cluster.mjs';
import { installPackages } from '../lib/install.mjs';
import { binEnv, ROOT, run } from '../lib/run.mjs';
import { openShop } from '../lib/shop.mjs';
import { reportOf } from './report.mjs';

/**
 * An hour of ten shops: as many jobs, people and berths as they have, two servers on one database, simulated staff at work.
 * Writes docs/scale.md when it was a million jobs and an hour of the shop's time; fails where anything was refused that should not be.
 * UDREL_SCALE_JOBS and UDREL_SCALE_MINUTES make it smaller, UDREL_SCALE_PACE lets staff work so many times as fast.
 */
await installPackages();
await buildAll();
const data = mkdtempSync(join(tmpdir(), 'udrel-scale-'));
chmodSync(data, 0o755);
const given = { host: '127.0.0.1', data, databaseUrl: null, demo: true, benchSpeed: '1', berths: 'none' };
const shop = await openShop({ ...given, port: await freePort(0) }, { quiet: true });
const secondPort = await freePort(0);
const second = spawn(process.execPath, ['apps/server/dist/main.js'], {
  cwd: ROOT,
  env: { ...shop.env, PORT: String(secondPort) },
  stdio: 'ignore',
});
process.once('exit', () => second.kill('SIGKILL'));
const { code } = await run('tsx', ['scripts/scale/hour.mjs'], {
  env: binEnv({
    UDREL_DATABASE_URL: shop.databaseUrl,
    UDREL_SERVERS: `${shop.url} http://127.0.0.1:${secondPort}`,
    UDREL_AGENT_TOKEN_FILE: join(data, 'agent-token'),
    UDREL_WORK: data,
  }),
  show: true,
});
const hour = code === 0 ? JSON.parse(readFileSync(join(data, 'hour.json'), 'utf8')) : null;
second.kill('SIGTERM');
await shop.stop();
rmSync(data, { recursive: true, force: true });
if (!hour) process.exit(1);
const machine = `Node ${process.version}, ${cpus().length} cores, ${Math.round(totalmem() / 2 ** 30)} GiB`;
const report = await format(reportOf(hour, machine), { parser: 'markdown', printWidth: 120 });
if (hour.jobs >= 1_000_000 && hour.minutes * hour.pace >= 60) writeFileSync(join(ROOT, 'docs/scale.md'), report);
else console.log(report);
process.exit(hour.refused.length > 0 ? 1 : 0);
