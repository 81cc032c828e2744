import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { openCluster, postgresPrograms, runningCluster } from '../lib/cluster.mjs';
import { installPackages } from '../lib/install.mjs';
import { binEnv, fail, run } from '../lib/run.mjs';
import { placesOf, settings } from '../lib/shop.mjs';

/**
 * Backs the shop up into one encrypted archive, whether or not Udrel runs meanwhile. The first time it makes the key and
 * shows it, once.
 */
const given = settings();
await installPackages();
const running = given.databaseUrl ?? runningCluster(given.data);
if (!running && !existsSync(join(given.data, 'cluster')))
  fail(`There is no shop in ${given.data}. Set UDREL_DATA to its folder.`);
const cluster = running ? null : await openCluster(given.data, { preferredPort: given.port + 1 });
const done = await step({
  UDREL_STEP: 'backup',
  UDREL_DATABASE_URL: running ?? (await cluster.start()),
  UDREL_PROGRAMS: await postgresPrograms(),
  ...placesOf(given.data),
}).finally(() => cluster?.stop());
console.log(`
Backed up: ${done.file}, ${(done.bytes / 1e6).toFixed(1)} MB
${done.jobs} jobs, ${done.photos} photographs, as they were at ${done.at}${done.dropped > 0 ? `; ${done.dropped} older archives removed` : ''}
`);
if (done.identity) {
  console.log(`The key that opens it is shown this once. Write it down, and keep it away from this computer:

  ${done.identity}

Keep ${join(given.data, 'secrets-key')} apart from the archives, too: without it the secrets of open jobs cannot be read.
`);
}

/** Runs a step of it where the server's modules can be read. */
async function step(env) {
  const { code, output } = await run('tsx', [join('scripts', 'backup', 'step.mjs')], { env: binEnv(env) });
  const line = output.split('\n').find((one) => one.startsWith('{'));
  if (code !== 0 || !line) fail(`It was not backed up: ${output.trim().split('\n').at(-1)}`);
  return JSON.parse(line);
}
