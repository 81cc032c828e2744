import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { writeFileSync } from 'node:fs';
import autocannon from 'autocannon';
import { GIB, MIB, sectorsOfNominal } from '../../packages/core/src/capacity';
import { defaultIntent, planLayout } from '../../packages/core/src/layout';

const { UDREL_SERVER, UDREL_REPORT } = process.env;
const SECONDS = 3;
const TAG = 'U-2408';
const figures = {};

const cookie = await signIn();
const bare = await openBare();
for (const connections of [1, 32]) {
  await against('job list', '/api/v1/jobs', '/list', connections);
  await against('a job', `/api/v1/jobs/${TAG}`, '/job', connections);
}
figures['layout of 128 partitions, median ms'] = layoutMedian();
bare.close();
writeFileSync(UDREL_REPORT, JSON.stringify(figures));
for (const [name, value] of Object.entries(figures)) console.log(`${name.padEnd(48)} ${value}`);

/** Both in turn, twice, so that neither has the warmer machine. */
async function against(name, path, barePath, connections) {
  const load = (url) => autocannon({ url, connections, duration: SECONDS, headers: { cookie } });
  const runs = { app: [], bare: [] };
  for (let turn = 0; turn < 3; turn++) {
    runs.bare.push(await load(bare.url + barePath));
    runs.app.push(await load(UDREL_SERVER + path));
  }
  const bad = [...runs.app, ...runs.bare].find((one) => one.non2xx + one.errors > 0);
  if (bad) throw new Error(`${name}: ${bad.non2xx} refused, ${bad.errors} failed`);
  // Requests a second are finer than autocannon's whole milliseconds; with a fixed number of connections they
  // are the mean latency turned over.
  const rate = (list) => Math.max(...list.map((one) => one.requests.average));
  const p99 = (list) => Math.min(...list.map((one) => one.latency.p99));
  const label = `${name}, ${connections} connection${connections > 1 ? 's' : ''}`;
  figures[`${label}, time per request, ratio`] = round(rate(runs.bare) / rate(runs.app));
  figures[`${label}, p99 ms (bare)`] = `${p99(runs.app)} (${p99(runs.bare)})`;
}

/** The bare handler in a process of its own, as the application is. */
async function openBare() {
  const sid = decodeURIComponent(cookie.split('=')[1]).slice(2).split('.')[0];
  const child = spawn('tsx', ['scripts/lib/bare-server.mjs'], {
    env: { ...process.env, UDREL_SESSION: sid, UDREL_TAG: TAG },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const [port] = await once(child.stdout, 'data');
  return { url: `http://127.0.0.1:${Number(port)}`, close: () => child.kill() };
}

async function signIn() {
  const response = await fetch(`${UDREL_SERVER}/api/v1/session`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ login: 'ilse', password: 'bench-demo-1' }),
  });
  return response.headers.get('set-cookie').split(';')[0];
}

function layoutMedian() {
  const partitions = Array.from({ length: 128 }, (_none, n) => ({
    id: `p${n}`,
    name: `Volume ${n}`,
    kind: n === 3 ? 'system' : 'data',
    fileSystem: 'NTFS',
    startSector: 2048 + n * 8 * 1024 * 2048,
    sectors: (7 * GIB) / 512,
    used: (2 + (n % 4)) * GIB + n * MIB,
    encrypted: n % 17 === 0,
  }));
  const table = { scheme: 'gpt', sectorSize: 512, partitions };
  const drive = { sectors: sectorsOfNominal(1000), sectorSize: 512 };
  const intent = defaultIntent(table);
  const times = Array.from({ length: 400 }, (_none, n) => {
    const began = performance.now();
    planLayout(table, drive, { ...intent, sizes: { p5: (5 + (n % 3)) * GIB } });
    return performance.now() - began;
  }).slice(100);
  return round(times.sort((a, b) => a - b)[150]);
}

function round(value) {
  return Math.round(value * 1000) / 1000;
}
