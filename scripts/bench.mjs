import { chmodSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { cpus, tmpdir, totalmem } from 'node:os';
import { join } from 'node:path';
import { format } from 'prettier';
import { buildAll } from './lib/build.mjs';
import { freePort } from './lib/cluster.mjs';
import { installPackages } from './lib/install.mjs';
import { binEnv, ROOT, run } from './lib/run.mjs';
import { openShop } from './lib/shop.mjs';

/**
 * Measures how much the application adds to the bare work: reads and writes against a bare handler that does the same
 * session query and the same SQL on the same database, in the same run; how reads grow with the number of jobs; time
 * to the first views in Chromium; memory under load. Writes docs/bench.md when it measured at full size; fails over the
 * budgets in bench/budgets.json.
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
const machine = `Node ${process.version}, ${cpus().length} cores, ${Math.round(totalmem() / 2 ** 30)} GiB`;
console.log(machine);
// A group of its own, so that with it everything goes that it started.
let measuring = null;
for (const signal of ['SIGINT', 'SIGTERM']) process.once(signal, () => void interrupted());
const { code, output } = await run('tsx', ['scripts/bench/measure.mjs'], {
  detached: true,
  started: (child) => (measuring = child),
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
const smaller = ['JOBS', 'MINUTES', 'SECONDS'].some((name) => process.env[`UDREL_BENCH_${name}`] !== undefined);
if (!smaller) await writeReport();
console.log(`${Object.keys(budgets).length - over.length} within budget, ${over.length} over`);
process.exit(over.length > 0 || output === '' ? 1 : 0);

/** Stops whatever was started, and leaves nothing behind. */
async function interrupted() {
  try {
    if (measuring) process.kill(-measuring.pid, 'SIGTERM');
  } catch {
    // It has ended by itself.
  }
  await shop.stop();
  rmSync(data, { recursive: true, force: true });
  process.exit(130);
}

/** The report of a measurement at full size: each figure, and beside it the budget that it is held to. */
async function writeReport() {
  const line = ([name, value]) => `| ${name} | ${value} | ${budgets[name] ?? ''} |`;
  const report = `# Bench

\`npm run bench\` on ${new Date().toISOString().slice(0, 10)}: ${machine}, shared with the load and with other machines.
The ratio is the time per request against a bare Express + pg handler that makes the same session query and runs the same
SQL in the same run, prepared as the application prepares it, the median over turns taken alternately.

| what was measured | figure | budget |
| --- | --: | --: |
${Object.entries(figures).map(line).join('\n')}
`;
  writeFileSync(join(ROOT, 'docs/bench.md'), await format(report, { parser: 'markdown', printWidth: 120 }));
}
