import { spawn } from 'node:child_process';
import { chmodSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { installPrograms } from './install.mjs';
import { fail, ROOT, run, until } from './run.mjs';
import { tryPort } from './cluster.mjs';

const PROGRAM = '/usr/sbin/nginx';
/** What it is installed from. */
export const NGINX = { [PROGRAM]: 'nginx' };
const SHIPPED = join(ROOT, 'docs', 'install', 'nginx.conf');

/**
 * nginx on this computer as docs/install/nginx.conf has it, but for its address, its certificate and the servers behind it.
 *
 * @param given.servers addresses such as 127.0.0.1:4280
 */
export async function openNginx({ folder, address, port, cert, key, servers }) {
  await installPrograms(NGINX);
  mkdirSync(folder, { recursive: true });
  // Its workers run as a user of their own.
  chmodSync(folder, 0o755);
  const shipped = readFileSync(SHIPPED, 'utf8')
    .replace(/server \{\s*listen 80;[^}]*\}/, '')
    .replace(/ {2}server 127\.0\.0\.1:4280(.*)/, (_line, rest) =>
      servers.map((one) => `  server ${one}${rest}`).join('\n'),
    )
    .replace('listen 443 ssl', `listen ${address}:${port} ssl`)
    .replace('/etc/ssl/shop.example.crt', cert)
    .replace('/etc/ssl/shop.example.key', key);
  const places = ['client_body', 'proxy', 'fastcgi', 'uwsgi', 'scgi'].map(
    (name) => `${name}_temp_path ${join(folder, name)};`,
  );
  const config = join(folder, 'nginx.conf');
  writeFileSync(
    config,
    `daemon off;\nuser root;\npid ${join(folder, 'nginx.pid')};\nerror_log ${join(folder, 'error.log')};\nworker_processes 1;\nevents { worker_connections 512; }\nhttp {\naccess_log off;\n${places.join('\n')}\n${shipped}\n}\n`,
  );
  const { code, output } = await run(PROGRAM, ['-t', '-q', '-c', config, '-e', join(folder, 'error.log')]);
  if (code !== 0) fail(`nginx does not take its configuration:\n${output}`);
  const child = spawn(PROGRAM, ['-c', config, '-e', join(folder, 'error.log')], { stdio: 'ignore' });
  if (!(await until(async () => (await tryPort(port, address)) === null, 5000)))
    fail(`nginx does not listen:\n${readFileSync(join(folder, 'error.log'), 'utf8').slice(-1000)}`);
  return {
    stop: () =>
      new Promise((done) => {
        child.once('exit', done);
        child.kill('SIGTERM');
      }),
  };
}
