import { existsSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { installBrowser } from './lib/browser.mjs';
import { buildAll } from './lib/build.mjs';
import { freePort, postgresPrograms } from './lib/cluster.mjs';
import { installPackages, installPrograms } from './lib/install.mjs';
import { NGINX } from './lib/nginx.mjs';
import { binEnv, ROOT, run } from './lib/run.mjs';

/**
 * Everything that must hold, one runner after the other. Each check counts as one test that passes or fails; the
 * last line sums all runners. With --fast: the checks and the tests that need neither database nor browser.
 */
const fast = process.argv.includes('--fast');
/** What has its own settings; packages, server, bench and demo have the same and are looked at as one. */
const CHECKED = ['.', 'apps/web', 'e2e'];
const MOST_FILES = 15;
const totals = { passed: 0, failed: 0 };

await installPackages();
if (fast) {
  await checks();
  await vitest(['core', 'contract', 'bench', 'post', 'web']);
} else {
  // The checks take what the browser tests leave of the machine.
  const checked = checks('nice', '-n', '19');
  await postgresPrograms();
  await installBrowser();
  // A proxy, and what a tablet is given its authorities with.
  await installPrograms({ ...NGINX, '/usr/bin/certutil': 'libnss3-tools' });
  await vitest(['core', 'contract', 'bench', 'post', 'web', 'server']);
  await buildAll();
  await playwright();
  await checked;
}
console.log(`\n${totals.passed} passed, ${totals.failed} failed`);
process.exit(totals.failed > 0 ? 1 : 0);

/** Types, lint, format, imports and what nobody uses; `before` is what each command is called with. */
async function checks(...before) {
  const check = (name, ...command) => checkBy(name, [...before, ...command]);
  // The slow one beside the others: together they use both cores.
  await Promise.all([
    check('lint', 'eslint', '.', '--max-warnings', '0'),
    (async () => {
      for (const folder of CHECKED) await check(`types of ${folder}`, 'tsc', '-p', folder);
      await check('format', 'prettier', '--check', '.', '--log-level', 'warn');
      await check('imports', 'depcruise', 'packages', 'apps', 'demo', '--config', '.dependency-cruiser.cjs');
      await check('unused code', 'knip', '--no-progress');
      await check('schemas of the answers', 'node', 'scripts/answers.mjs', '--check');
      checkFolders();
    })(),
  ]);
}

async function checkBy(name, [command, ...args]) {
  const { code, output } = await run(command, args, { env: binEnv() });
  totals[code === 0 ? 'passed' : 'failed'] += 1;
  console.log(`${code === 0 ? 'ok  ' : 'FAIL'} ${name}`);
  if (code !== 0) console.log(output);
}

/** A folder that holds more than can be taken in at a glance is to be divided. */
function checkFolders() {
  const sources = ['packages', 'apps'].flatMap((all) => readdirSync(join(ROOT, all)).map((one) => join(all, one)));
  const crowded = sources
    .flatMap((one) => ['src', 'test'].map((part) => join(ROOT, one, part)).filter(existsSync))
    .flatMap((root) => readdirSync(root, { recursive: true, withFileTypes: true }))
    .filter((entry) => entry.isFile())
    .reduce((count, { parentPath }) => count.set(parentPath, (count.get(parentPath) ?? 0) + 1), new Map());
  const over = [...crowded].filter(([, files]) => files > MOST_FILES);
  totals[over.length === 0 ? 'passed' : 'failed'] += 1;
  console.log(`${over.length === 0 ? 'ok  ' : 'FAIL'} folders`);
  for (const [folder, files] of over) console.log(`${folder} holds ${files} files, at most ${MOST_FILES}`);
}

async function vitest(projects) {
  const report = join(tmpdir(), `udrel-vitest-${process.pid}.json`);
  const args = ['run', '--reporter=default', '--reporter=json', `--outputFile.json=${report}`];
  const { code } = await run('vitest', [...args, ...projects.flatMap((name) => ['--project', name])], {
    env: binEnv(),
    show: true,
  });
  const { numPassedTests = 0, numFailedTests = 0 } = reportOf(report);
  add(numPassedTests, numFailedTests, code);
}

async function playwright() {
  const report = join(tmpdir(), `udrel-playwright-${process.pid}.json`);
  const port = String(await freePort(4390));
  const { code } = await run('playwright', ['test', '--reporter=list,json'], {
    cwd: join(ROOT, 'e2e'),
    env: binEnv({ UDREL_E2E_PORT: port, PLAYWRIGHT_JSON_OUTPUT_FILE: report, CI: '1' }),
    show: true,
  });
  const { expected = 0, flaky = 0, unexpected = 0 } = reportOf(report).stats ?? {};
  add(expected + flaky, unexpected, code);
}

function reportOf(file) {
  const report = existsSync(file) ? JSON.parse(readFileSync(file, 'utf8')) : {};
  rmSync(file, { force: true });
  return report;
}

/** A runner that ended badly without naming a failed test has failed all the same, and so has one that ran none. */
function add(passed, failed, code) {
  totals.passed += passed;
  totals.failed += failed > 0 || (code === 0 && passed > 0) ? failed : 1;
}
