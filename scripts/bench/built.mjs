import { join } from 'node:path';
import { ROOT } from '../lib/run.mjs';

const FOLDER = join(ROOT, '.cache', 'bench');

/**
 * Builds the bare handler and what is measured of the core as the application is built: run from its source, each function
 * made in another is given a name first, which takes a third of the time.
 */
export async function builtForBench() {
  const { build } = await import('vite');
  await build({
    configFile: false,
    root: ROOT,
    logLevel: 'warn',
    build: {
      ssr: true,
      outDir: FOLDER,
      target: 'node20',
      rollupOptions: {
        input: { 'bare-server': 'scripts/bench/bare-server.mjs', core: 'scripts/bench/core/index.mjs' },
        output: { entryFileNames: '[name].mjs' },
      },
    },
    ssr: { noExternal: [/^@udrel\//] },
  });
  return { bareServer: join(FOLDER, 'bare-server.mjs'), core: join(FOLDER, 'core.mjs') };
}
