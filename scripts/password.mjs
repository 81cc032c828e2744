import { randomBytes } from 'node:crypto';
import { join } from 'node:path';
import { openCluster, runningCluster } from './lib/cluster.mjs';
import { installPackages } from './lib/install.mjs';
import { binEnv, fail, run } from './lib/run.mjs';
import { settings } from './lib/shop.mjs';

/** Gives an account a new password, for whoever has lost it; whether or not Udrel runs meanwhile. */
const [login] = process.argv.slice(2);
if (!login) fail('Say whose: npm run password -- NAME, as the account signs in.');
const given = settings();
await installPackages();
const password = randomBytes(9).toString('base64url');
const running = given.databaseUrl ?? runningCluster(given.data);
const cluster = running ? null : await openCluster(given.data, { preferredPort: given.port + 1 });
const env = binEnv({
  UDREL_DATABASE_URL: running ?? (await cluster.start()),
  UDREL_LOGIN: login,
  UDREL_PASSWORD: password,
});
const { code, output } = await run('tsx', [join('scripts', 'lib', 'set-password.mjs')], { env });
await cluster?.stop();
if (code !== 0) fail(output.trim());
console.log(`\nNew password of ${login}: ${password}\nSigned out everywhere; change it under Shop, Password.\n`);
