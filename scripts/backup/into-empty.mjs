import { existsSync, mkdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { openCluster, postgresPrograms } from '../lib/cluster.mjs';
import { installPackages } from '../lib/install.mjs';
import { binEnv, fail, run } from '../lib/run.mjs';
import { placesOf, settings } from '../lib/shop.mjs';

/** Ends with a sentence where a file is not there. */
export function requireFiles(files) {
  for (const file of files) if (!existsSync(file)) fail(`There is no file ${file}.`);
}

/**
 * Runs a step that fills an empty data folder, or the empty database that is named. What was made for it goes again where it
 * fails, so that it can be tried anew.
 *
 * @param wrong how a failure is told
 * @returns what the step answered, the folder, and the seconds that it took
 */
export async function intoEmpty(step, env, wrong) {
  const given = settings();
  if (!given.databaseUrl && existsSync(join(given.data, 'cluster')))
    fail(`There is a shop in ${given.data} already. Set UDREL_DATA to an empty folder, or move that one away.`);
  await installPackages();
  mkdirSync(given.data, { recursive: true });
  const cluster = given.databaseUrl ? null : await openCluster(given.data, { preferredPort: given.port + 1 });
  const from = performance.now();
  const { code, output } = await run('tsx', [join('scripts', 'backup', 'step.mjs')], {
    env: binEnv({
      ...env,
      UDREL_STEP: step,
      UDREL_DATABASE_URL: given.databaseUrl ?? (await cluster.start()),
      UDREL_PROGRAMS: await postgresPrograms(),
      ...placesOf(given.data),
    }),
  }).finally(() => cluster?.stop());
  const line = output.split('\n').find((one) => one.startsWith('{'));
  if (code !== 0 || !line) {
    if (cluster)
      for (const name of ['cluster', 'database-password'])
        rmSync(join(given.data, name), { recursive: true, force: true });
    fail(`${wrong}: ${output.trim().split('\n').at(-1)}`);
  }
  return { done: JSON.parse(line), data: given.data, seconds: ((performance.now() - from) / 1000).toFixed(1) };
}
