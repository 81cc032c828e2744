import { installPackages } from './lib/install.mjs';
import { binEnv, run } from './lib/run.mjs';

/**
 * Holds the ranges of estimates, and of the time left, against what came in generated histories of many shops: copies from
 * every class of drive, well and failing, with nothing or something going wrong. Writes `docs/estimates.md`.
 */
await installPackages();
const { code } = await run('tsx', ['scripts/back-test/report.mjs'], { env: binEnv(process.env), show: true });
process.exit(code);
