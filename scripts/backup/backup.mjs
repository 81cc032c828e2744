import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { openCluster, postgresPrograms, runningCluster } from '../lib/cluster.mjs';
import { installPackages } from '../lib/install.mjs';
import { binEnv, fail, run } from '../lib/run.mjs';
import { settings } from '../lib/shop.mjs';

/**
 * Backs the shop up into one encrypted archive, whether or not Udrel runs meanwhile. The first time it makes the key and
 * shows it, once.
 */
const given = settings();
const to = resolve(process.env.UDREL_BACKUPS ?? join(given.data, 'backups'));
await installPackages();
const recipientFile = join(given.data, 'backup-recipient');
const running = given.databaseUrl ?? runningCluster(given.data);
if (!running && !existsSync(join(given.data, 'cluster')))
  fail(`There is no shop in ${given.data}. Set UDREL_DATA to its folder.`);
const made = existsSync(recipientFile) ? null : await step({ UDREL_STEP: 'key' });
if (made) writeFileSync(recipientFile, made.recipient, { mode: 0o644 });
const cluster = running ? null : await openCluster(given.data, { preferredPort: given.port + 1 });
const done = await step({
  UDREL_STEP: 'backup',
  UDREL_DATABASE_URL: running ?? (await cluster.start()),
  UDREL_PROGRAMS: await postgresPrograms(),
  UDREL_PHOTOS: process.env.UDREL_PHOTOS ?? join(given.data, 'photos'),
  UDREL_BACKUPS: to,
  UDREL_RECIPIENT: readFileSync(recipientFile, 'utf8').trim(),
  UDREL_BACKUP_DAYS: process.env.UDREL_BACKUP_DAYS ?? '14',
  UDREL_BACKUP_WEEKS: process.env.UDREL_BACKUP_WEEKS ?? '8',
}).finally(() => cluster?.stop());
console.log(`
Backed up: ${done.file}, ${(done.bytes / 1e6).toFixed(1)} MB
${done.jobs} jobs, ${done.photos} photographs, as they were at ${done.at}${done.dropped > 0 ? `; ${done.dropped} older archives removed` : ''}
`);
if (made) {
  console.log(`The key that opens it is shown this once. Write it down, and keep it away from this computer:

  ${made.identity}

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
