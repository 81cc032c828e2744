import { chmodSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { format } from 'prettier';
import { fullFileSystem, SCENARIOS } from './drill/scenarios.mjs';
import { buildAll } from './lib/build.mjs';
import { freePort } from './lib/cluster.mjs';
import { installPackages } from './lib/install.mjs';
import { ROOT } from './lib/run.mjs';
import { openShop } from './lib/shop.mjs';

/**
 * Does to a shop what a bad day does: kills, full disk, moved clock, repeated requests. Counts acknowledged writes
 * that were lost or carried out twice, writes docs/drill.md, and fails when there is one.
 */
await installPackages();
await buildAll();
const data = mkdtempSync(join(tmpdir(), 'udrel-drill-'));
chmodSync(data, 0o755);
const port = await freePort(0);
const shop = await openShop(
  { port, host: '127.0.0.1', data, databaseUrl: null, demo: true, benchSpeed: '20' },
  { quiet: true },
);
const results = [];
for (const [name, scenario] of Object.entries(SCENARIOS)) await drill(name, () => scenario(shop));
await shop.stop();
rmSync(data, { recursive: true, force: true });
await drill('data folder on a file system that runs full', () => fullFileSystem(`${data}-small`));
rmSync(`${data}-small`, { recursive: true, force: true });

const rows = results.map(({ name, acknowledged, lost, doubled, note, skipped, failed }) =>
  skipped || failed
    ? `| ${name} | – | – | – | ${skipped ? `not tried: ${skipped}` : `FAILED: ${failed}`} |`
    : `| ${name} | ${acknowledged} | ${lost} | ${doubled} | ${note ?? ''} |`,
);
const report = `# Drill

What \`npm run drill\` did to a shop on ${new Date().toISOString().slice(0, 10)}, Node ${process.version}: writers at work
all the time, each write under a key of its own and sent again until it was answered. A write is lost when it was
acknowledged and is not in the database afterwards, doubled when it stands there twice.

| what was done | acknowledged | lost | doubled | |
| --- | ---: | ---: | ---: | --- |
${rows.join('\n')}

The database syncs every commit to disk before it is acknowledged (\`fsync\` and \`synchronous_commit\` on). For the
migration, what counts as acknowledged are the rows of the ten databases that an earlier version had left.
`;
writeFileSync(join(ROOT, 'docs/drill.md'), await format(report, { parser: 'markdown', printWidth: 120 }));
const bad = results.filter((one) => one.failed || one.lost > 0 || one.doubled > 0);
console.log(bad.length > 0 ? `${bad.length} drills went wrong` : 'nothing acknowledged was lost, nothing was doubled');
process.exit(bad.length > 0 ? 1 : 0);

async function drill(name, act) {
  const result = await act().catch((error) => ({ failed: error.message }));
  results.push({ name, ...result });
  console.log(`${name}: ${JSON.stringify(result)}`);
}
