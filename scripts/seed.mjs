import { join } from 'node:path';
import { openCluster } from './lib/cluster.mjs';
import { installPackages } from './lib/install.mjs';
import { binEnv, fail, run } from './lib/run.mjs';
import { placesOf, preparedFor, lockFolder, secretFile, settings } from './lib/shop.mjs';

/** Throws the data of the data folder away and loads the demo scenario anew. Not while Udrel runs on it. */
const given = settings();
if (given.databaseUrl) fail('npm run seed works on the data folder only, not on UDREL_DATABASE_URL.');
const unlock = lockFolder(given.data);
await installPackages();
const cluster = await openCluster(given.data, { preferredPort: given.port + 1 });
const url = await cluster.start();
const { code, output } = await run('tsx', [join('scripts', 'lib', 'empty-database.mjs')], {
  env: binEnv({ UDREL_DATABASE_URL: url }),
});
const env = binEnv({
  UDREL_DATABASE_URL: url,
  UDREL_KEY_FILE: secretFile(given.data, 'secrets-key'),
  ...placesOf(given.data),
});
if (code === 0) await preparedFor(given.data, url, true);
if (code === 0) await run('tsx', ['demo/src/main.ts'], { env, show: true });
await cluster.stop();
unlock();
if (code !== 0) fail(output);
