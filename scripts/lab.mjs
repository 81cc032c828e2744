import { buildAll } from './lib/build.mjs';
import { installDebian, installPackages } from './lib/install.mjs';
import { binEnv, run } from './lib/run.mjs';
import { missingPackages } from './lab/packages.mjs';

/**
 * Real drives without hardware: an emulated machine in which the systems' own utilities make drives of every kind, and
 * the shipped probe reads them; what Udrel makes of its file is held against what the utilities say. The report is
 * `docs/lab.md`. `npm run lab -- ext4 lvm` takes only set-ups with these words in their names, and leaves the report; `watch`
 * only has the bench agent watch copies in the machine.
 */
await installPackages();
const missing = missingPackages();
if (missing.length > 0) await installDebian(missing);
await buildAll();
const { code } = await run('tsx', ['scripts/lab/lab.mjs', ...process.argv.slice(2)], {
  env: binEnv(process.env),
  show: true,
});
process.exit(code);
