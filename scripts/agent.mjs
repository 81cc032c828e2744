import { spawn } from 'node:child_process';
import { existsSync } from 'node:fs';
import { buildAll } from './lib/build.mjs';
import { installPackages } from './lib/install.mjs';
import { fail, ROOT } from './lib/run.mjs';

/** Starts the bench agent alone, on a bench machine whose drives are to be watched. Reads drives, writes to none. */
const { UDREL_SERVER, UDREL_AGENT_TOKEN_FILE, UDREL_BERTHS = '1=linux' } = process.env;
if (!UDREL_SERVER) fail('UDREL_SERVER: say where the shop is, such as http://shop.example:4280');
if (!UDREL_AGENT_TOKEN_FILE || !existsSync(UDREL_AGENT_TOKEN_FILE)) {
  fail('UDREL_AGENT_TOKEN_FILE: add this machine in Shop, Keeping, keep its token in a file, and name that here');
}
await installPackages();
await buildAll();
const agent = spawn(process.execPath, ['--enable-source-maps', 'apps/bench/dist/main.js'], {
  cwd: ROOT,
  env: { ...process.env, UDREL_BERTHS, NODE_ENV: 'production' },
  stdio: 'inherit',
});
console.log(`Watching ${UDREL_BERTHS} for ${UDREL_SERVER}. Stop with Ctrl-C.`);
agent.on('exit', (code) => process.exit(code ?? 0));
