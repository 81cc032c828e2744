import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { openCluster } from './lib/cluster.mjs';
import { installPackages } from './lib/install.mjs';
import { binEnv, ROOT, run } from './lib/run.mjs';
import { placesOf, preparedFor, lockFolder, secretFile, settings } from './lib/shop.mjs';

/** Server, agent and web from their sources, each started anew when they change. */
const given = settings();
const unlock = lockFolder(given.data);
await installPackages();
const cluster = given.databaseUrl ? null : await openCluster(given.data, { preferredPort: given.port + 1 });
const ownerUrl = given.databaseUrl ?? (await cluster.start());
const env = binEnv({
  PORT: String(given.port),
  UDREL_DATABASE_URL: await preparedFor(given.data, ownerUrl, true),
  UDREL_AGENT_TOKEN_FILE: secretFile(given.data, 'agent-token'),
  UDREL_SESSION_SECRET_FILE: secretFile(given.data, 'session-secret'),
  UDREL_KEY_FILE: secretFile(given.data, 'secrets-key'),
  ...placesOf(given.data),
  UDREL_SERVER: `http://127.0.0.1:${given.port}`,
});
if (given.demo) await run('tsx', ['demo/src/main.ts'], { env: { ...env, UDREL_DATABASE_URL: ownerUrl }, show: true });
const children = [
  spawn('tsx', ['watch', 'apps/server/src/main.ts'], { cwd: ROOT, env, stdio: 'inherit' }),
  spawn('tsx', ['watch', 'apps/bench/src/main.ts'], { cwd: ROOT, env, stdio: 'inherit' }),
  spawn('vite', [], { cwd: join(ROOT, 'apps/web'), env, stdio: 'inherit' }),
];
process.on('SIGINT', async () => {
  for (const child of children) child.kill();
  await cluster?.stop();
  unlock();
  process.exit(0);
});
