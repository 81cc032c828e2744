import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { binEnv, fail, ROOT, run } from './run.mjs';

const SOURCES = [
  'packages/core/src',
  'packages/contract/src',
  'apps/server/src',
  'apps/bench/src',
  'apps/post/src',
  'apps/web',
];
const BUILDS = ['web', 'server', 'bench', 'post'];
const CACHE = join(ROOT, '.cache', 'built');

/** Builds web, server, bench agent and the stand-in for post, unless exactly these sources were built last. */
export async function buildAll() {
  const wanted = contentHash();
  const built = BUILDS.every((app) => existsSync(join(ROOT, 'apps', app, 'dist')));
  if (built && existsSync(CACHE) && readFileSync(CACHE, 'utf8') === wanted) return;
  console.log('Building …');
  const results = await Promise.all(
    BUILDS.map((app) =>
      run('vite', ['build', '--logLevel', 'warn'], {
        cwd: join(ROOT, 'apps', app),
        env: binEnv({ NODE_ENV: 'production' }),
      }),
    ),
  );
  const failed = results.find(({ code }) => code !== 0);
  if (failed) fail(`The build failed:\n${failed.output.slice(-3000)}`);
  mkdirSync(join(ROOT, '.cache'), { recursive: true });
  writeFileSync(CACHE, wanted);
}

function contentHash() {
  const hash = createHash('sha256').update(readFileSync(join(ROOT, 'package-lock.json')));
  for (const folder of SOURCES)
    for (const file of filesBelow(join(ROOT, folder))) hash.update(file).update(readFileSync(file));
  for (const app of BUILDS) hash.update(readFileSync(join(ROOT, 'apps', app, 'vite.config.ts')));
  return hash.digest('hex');
}

function filesBelow(folder) {
  return readdirSync(folder, { withFileTypes: true, recursive: true })
    .filter((entry) => entry.isFile())
    .map((entry) => join(entry.parentPath ?? entry.path, entry.name))
    .filter((file) => !file.includes('/dist/') && !file.includes('/node_modules/'))
    .sort();
}
