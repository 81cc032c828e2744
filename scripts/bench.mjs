import { chmodSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { cpus, tmpdir, totalmem } from 'node:os';
import { join } from 'node:path';
import { buildAll } from './lib/build.mjs';
import { freePort } from './lib/cluster.mjs';
import { installPackages } from './lib/install.mjs';
import { binEnv, ROOT, run } from './lib/run.mjs';
import { openShop } from './lib/shop.mjs';

/**
 * Measures how much the application adds to the bare work: reads and writes against a bare handler that does the same
 * session query and the same SQL on the same database, in the same run; how reads grow with the number of jobs; time
 * to the first views in Chromium; memory under load. Fails over the budgets in bench/budgets.json.
 * UDREL_BENCH_JOBS, UDREL_BENCH_MINUTES and UDREL_BENCH_SECONDS make it smaller.
 */
await installPackages();
await buildAll();
const data = mkdtempSync(join(tmpdir(), 'udrel-bench-'));
chmodSync(data, 0o755);
const heapPort = await freePort(0);
process.env.UDREL_HEAP_PORT = String(heapPort);
const serverFlags = ['--expose-gc', '--import', join(ROOT, 'scripts/bench/heap-probe.mjs')];
const port = await freePort(0);
const given = { port, host: '127.0.0.1', data, databaseUrl: null, demo: true, benchSpeed: '1', serverFlags };
const shop = await openShop(given, { quiet: true });
console.log(`Node ${process.version}, ${cpus().length} cores, ${Math.round(totalmem() / 2 ** 30)} GiB`);
const { code, output } = await run('tsx', ['scripts/bench/measure.mjs'], {
  env: binEnv({
    UDREL_DATABASE_URL: shop.databaseUrl,
    UDREL_SERVER: shop.url,
    UDREL_SESSION_SECRET: readFileSync(join(data, 'session-secret'), 'utf8').trim(),
    UDREL_WORK: data,
    UDREL_HEAP: `http://127.0.0.1:${heapPort}`,
    NODE_ENV: 'production',
  }),
  show: true,
});
const figures = code === 0 ? JSON.parse(readFileSync(join(data, 'report.json'), 'utf8')) : {};
await shop.stop();
rmSync(data, { recursive: true, force: true });
if (code !== 0) process.exit(code);
const budgets = JSON.parse(readFileSync(join(ROOT, 'scripts/bench/budgets.json'), 'utf8'));
const over = Object.entries(budgets).filter(([name, most]) => !(figures[name] <= most));
for (const [name, most] of over) console.log(`OVER BUDGET ${name}: ${figures[name]}, at most ${most}`);
console.log(`${Object.keys(budgets).length - over.length} within budget, ${over.length} over`);
process.exit(over.length > 0 || output === '' ? 1 : 0);
