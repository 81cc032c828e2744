import { copyFileSync, existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { openCluster, postgresPrograms } from '../lib/cluster.mjs';
import { installPackages } from '../lib/install.mjs';
import { binEnv, fail, run } from '../lib/run.mjs';
import { placesOf, settings } from '../lib/shop.mjs';

/** Restores an archive into an empty data folder: npm run restore -- ARCHIVE KEYFILE [SECRETS-KEY]. */
const [archive, keyFile, secretsKey] = process.argv.slice(2);
if (!archive || !keyFile)
  fail('Say what and with which key: npm run restore -- ARCHIVE KEYFILE [SECRETS-KEY], each a file.');
for (const file of [archive, keyFile, ...(secretsKey ? [secretsKey] : [])])
  if (!existsSync(file)) fail(`There is no file ${file}.`);
const given = settings();
if (!given.databaseUrl && existsSync(join(given.data, 'cluster')))
  fail(`There is a shop in ${given.data} already. Set UDREL_DATA to an empty folder, or move that one away.`);
await installPackages();
mkdirSync(given.data, { recursive: true });
const cluster = given.databaseUrl ? null : await openCluster(given.data, { preferredPort: given.port + 1 });
const from = performance.now();
const { code, output } = await run('tsx', [join('scripts', 'backup', 'step.mjs')], {
  env: binEnv({
    UDREL_STEP: 'restore',
    UDREL_ARCHIVE: resolve(archive),
    UDREL_IDENTITY: readFileSync(keyFile, 'utf8').trim(),
    UDREL_DATABASE_URL: given.databaseUrl ?? (await cluster.start()),
    UDREL_PROGRAMS: await postgresPrograms(),
    ...placesOf(given.data),
  }),
}).finally(() => cluster?.stop());
const line = output.split('\n').find((one) => one.startsWith('{'));
if (code !== 0 || !line) {
  // What was made for it goes again, so that it can be tried anew.
  if (cluster)
    for (const name of ['cluster', 'database-password'])
      rmSync(join(given.data, name), { recursive: true, force: true });
  fail(`It was not restored: ${output.trim().split('\n').at(-1)}`);
}
const done = JSON.parse(line);
if (secretsKey) copyFileSync(secretsKey, join(given.data, 'secrets-key'));
console.log(`
Restored into ${given.data} in ${((performance.now() - from) / 1000).toFixed(1)} s: ${done.jobs} jobs, ${done.photos} photographs, as they were at ${done.at}.
${secretsKey ? '' : `The secrets of open jobs can be read once the old secrets-key lies in ${given.data}.\n`}Everybody signs in anew. Start it with npm start.
`);
