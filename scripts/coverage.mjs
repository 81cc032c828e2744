import { installPackages } from './lib/install.mjs';
import { postgresPrograms } from './lib/cluster.mjs';
import { binEnv, run } from './lib/run.mjs';

/**
 * What no test of core, contract, server, agent and web reaches, line by line under .cache/coverage; views are tried in the
 * browser, which does not count here.
 */
await installPackages();
await postgresPrograms();
const { code } = await run('vitest', ['run', '--coverage'], { env: binEnv(), show: true });
process.exit(code);
