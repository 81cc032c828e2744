import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fail, ROOT, run } from './run.mjs';

const MARK = join(ROOT, 'node_modules', '.udrel-installed');

/** Installs the locked packages unless exactly these are installed. */
export async function installPackages() {
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major < 20 || (major === 20 && minor < 19)) {
    fail(`Udrel needs Node 20.19 or later; this is ${process.versions.node}.`);
  }
  const wanted = createHash('sha256')
    .update(readFileSync(join(ROOT, 'package-lock.json')))
    .digest('hex');
  if (existsSync(MARK) && readFileSync(MARK, 'utf8') === wanted) return;
  console.log('Installing packages …');
  const { code, output } = await run('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error']);
  if (code !== 0) fail(`The packages could not be installed:\n${output.slice(-2000)}`);
  mkdirSync(join(ROOT, 'node_modules'), { recursive: true });
  writeFileSync(MARK, wanted);
}

/** Installs the packages of those programs that are not there, each program by its path with its package. */
export async function installPrograms(programs) {
  const missing = Object.keys(programs).filter((path) => !existsSync(path));
  if (missing.length > 0) await installDebian(missing.map((path) => programs[path]));
}

/** Installs packages of Debian, with root's rights or through sudo; a clear sentence when it may not. */
export async function installDebian(packages) {
  const names = packages.join(' ');
  const root = process.getuid?.() === 0;
  if (!existsSync('/usr/bin/apt-get')) fail(`Please install: ${names}. (This system has no apt-get.)`);
  console.log(`Installing ${names} from Debian's packages …`);
  const apt = (...args) =>
    run(root ? 'apt-get' : 'sudo', root ? args : ['-n', 'apt-get', ...args], {
      env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
    });
  await apt('update', '-qq');
  const { code, output } = await apt('install', '-y', '-qq', '--no-install-recommends', ...packages);
  if (code === 0) return;
  fail(
    root
      ? `${names} could not be installed:\n${output.slice(-2000)}`
      : `Udrel needs ${names} and may not install them. Run: sudo apt-get install ${names} – and start again.`,
  );
}
