import { installPackages } from './lib/install.mjs';
import { binEnv, run } from './lib/run.mjs';

/**
 * Feeds every reader of foreign bytes with at least a million damaged inputs of its format: none may throw, hang or
 * take memory beyond a small multiple of its input. `npm run fuzz -- 50000 ntfs` takes fewer, of one format (several as `ntfs+ext`), `UDREL_FUZZ_SEED` others.
 */
await installPackages();
const { code } = await run('tsx', ['--expose-gc', 'scripts/fuzz/feed.mjs', ...process.argv.slice(2)], {
  env: binEnv(process.env),
  show: true,
});
process.exit(code);
