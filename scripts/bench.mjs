import { chmodSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { buildAll } from './lib/build.mjs';
import { freePort } from './lib/cluster.mjs';
import { installPackages } from './lib/install.mjs';
import { binEnv, ROOT, run } from './lib/run.mjs';
import { openShop } from './lib/shop.mjs';

/**
 * Measures how much the application adds to the bare work: each read against a bare handler that does the same
 * session query and the same SQL on the same database, in the same run. Fails over the budgets in bench-budgets.json.
 */
await installPackages();
await buildAll();
const data = mkdtempSync(join(tmpdir(), 'udrel-bench-'));
chmodSync(data, 0o755);
const given = { port: await freePort(0), host: '127.0.0.1', data, databaseUrl: null, demo: true, benchSpeed: '1' };
const shop = await openShop(given, { quiet: true });
const report = join(data, 'report.json');
const { code, output } = await run('tsx', ['scripts/lib/measure.mjs'], {
  env: binEnv({
    UDREL_DATABASE_URL: shop.databaseUrl,
    UDREL_SERVER: shop.url,
    UDREL_REPORT: report,
    NODE_ENV: 'production',
  }),
  show: true,
});
const figures = code === 0 ? JSON.parse(readFileSync(report, 'utf8')) : {};
await shop.stop();
rmSync(data, { recursive: true, force: true });
if (code !== 0) process.exit(code);
const budgets = JSON.parse(readFileSync(join(ROOT, 'scripts/bench-budgets.json'), 'utf8'));
const over = Object.entries(budgets).filter(([name, most]) => !(figures[name] <= most));
for (const [name, most] of over) console.log(`OVER BUDGET ${name}: ${figures[name]}, at most ${most}`);
console.log(`${Object.keys(budgets).length - over.length} within budget, ${over.length} over`);
process.exit(over.length > 0 || output === '' ? 1 : 0);
