import { execFileSync } from 'node:child_process';
import { existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, truncateSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { freePort } from '../lib/cluster.mjs';
import { ROOT, sleep, until } from '../lib/run.mjs';
import { openShop } from '../lib/shop.mjs';
import { guest, HERE } from './guest-watch.mjs';
import { attached, runMachine } from './machine.mjs';
import { monitorOf } from './monitor.mjs';
import { clientOf, makeOld, MIB, NEW_BYTES, planned, SYSTEM } from './watched-jobs.mjs';

/** What the throttled drive lets through, bytes a second. */
const THROTTLED = 4 * MIB;

/**
 * Copies that the bench agent watches in the machine, each between a pair of drives of its own: how the copy is made
 * there, what is done to it from outside while it goes on, and what the shop must then say of it.
 */
const RUNS = [
  {
    name: 'healthy',
    to: 'nvme',
    copy: byBlocks(),
    judge: ({ run, wrote, gate }) => [
      ...(run.progress.done === wrote ? [] : [`${run.progress.done} bytes told, ${wrote} written`]),
      ...(run.alarms.length === 0 ? [] : [`alarms: ${kinds(run)}`]),
      ...(run.progress.errors === 0 ? [] : [`${run.progress.errors} errors`]),
      ...(gate.holds ? [] : [`not read back: ${gate.missing.join(' ')}`]),
    ],
    readBack: true,
  },
  {
    name: 'throttled',
    to: 'sata',
    node: (id, file) =>
      `driver=throttle,node-name=${id},throttle-group=slow,file.driver=raw,file.file.driver=file,file.file.filename=${file}`,
    asItLies: true,
    copy: whole(64),
    judge: ({ run, wrote, seconds }) => {
      const { rate } = run.progress;
      const real = wrote / 1e6 / seconds;
      return [
        ...(run.progress.done === wrote ? [] : [`${run.progress.done} bytes told, ${wrote} written`]),
        // A median of the latest figures: never above what is let through, and no less than half of the mean.
        ...(rate <= (1.15 * THROTTLED) / 1e6 && rate >= real / 2 ? [] : [`${rate} MB/s told, ${real.toFixed(1)} gone`]),
        ...(run.alarms.length === 0 ? [] : [`alarms: ${kinds(run)}`]),
      ];
    },
  },
  {
    name: 'read errors',
    to: 'sata',
    source: (id, file) =>
      `driver=raw,node-name=${id},file.driver=blkdebug,file.image.driver=file,file.image.filename=${file}` +
      [0, 1]
        .map(
          (n) =>
            `,file.inject-error.${n}.event=read_aio,file.inject-error.${n}.errno=5,file.inject-error.${n}.immediately=off,file.inject-error.${n}.sector=${SYSTEM.start + 40_000 + n * 20_000}`,
        )
        .join(''),
    asItLies: true,
    copy: whole(64),
    judge: ({ run, said }) => [
      ...(run.progress.errors > 0 ? [] : ['no error told']),
      ...(run.progress.errors === Number(said['counted'])
        ? []
        : [`${run.progress.errors} errors told, the kernel counts ${said['counted']}`]),
      ...(run.alarms.length === 0 ? [] : [`alarms: ${kinds(run)}`]),
    ],
  },
  {
    name: 'unplugged in the middle',
    to: 'usb',
    asItLies: true,
    copy: whole(1024),
    meanwhile: async ({ monitor, id }) => monitor('device_del', { id: `at-${id}` }),
    judge: ({ run }) => (kinds(run) === 'not seen' ? [] : [`alarms: ${kinds(run) || 'none'}`]),
  },
  {
    name: 'swapped for another serial',
    to: 'usb',
    asItLies: true,
    copy: whole(1024),
    meanwhile: async ({ monitor, id, port, spare }) => {
      await monitor('device_del', { id: `at-${id}` });
      await sleep(1500);
      await monitor('blockdev-add', { driver: 'raw', 'node-name': 'spare', file: { driver: 'file', filename: spare } });
      await monitor('device_add', {
        driver: 'usb-storage',
        drive: 'spare',
        id: 'at-spare',
        bus: 'xhci.0',
        port,
        serial: 'PA-LAB-SPARE',
      });
    },
    judge: ({ run }) =>
      run.alarms.some(({ kind, sentence }) => kind === 'other target' && sentence.includes('PA-LAB-SPARE'))
        ? []
        : [`alarms: ${kinds(run) || 'none'}`],
  },
];

const kinds = ({ alarms }) => alarms.map(({ kind }) => kind).join(', ');

/** The blocks in use of the system volume, and everything of what it starts from. */
function byBlocks() {
  return `dd if="\${S}1" of="$(part "$T" 1)" bs=1M 2>/dev/null; e2image -ra "\${S}2" "$(part "$T" 2)" >/dev/null 2>&1`;
}

/** So many MiB of the system volume as they lie, past what cannot be read. */
function whole(mib) {
  return `dd if="\${S}2" of="$(part "$T" 2)" bs=64k count=${mib * 16} conv=noerror,sync 2>/dev/null`;
}

/** Watches every run of `RUNS`; answers each with what was wrong with it. */
export async function watchRuns(machine) {
  const work = mkdtempSync(join(tmpdir(), 'lab-watch-'));
  const data = join(work, 'shop');
  mkdirSync(data);
  execFileSync('chmod', ['755', work, data]);
  const port = await freePort(4480);
  const given = { port, host: '127.0.0.1', data, databaseUrl: null, demo: true, benchSpeed: '20', berths: 'none' };
  // The machine reaches the shop under the address that the emulator has for this one.
  process.env.UDREL_HOSTS = HERE;
  const shop = await openShop(given, { quiet: true });
  try {
    const client = await clientOf(shop.url);
    const first = join(work, 'first.img');
    const table = makeOld(work, first);
    const runs = [];
    for (const [n, run] of RUNS.entries()) runs.push(await planned(client, work, { ...run, n, first, table }));
    return await inMachine(machine, { work, port, client, runs });
  } finally {
    await shop.stop();
    rmSync(work, { recursive: true, force: true });
  }
}

/** The agent as it is shipped and a shell that does what it is told, one copy after the other. */
async function inMachine(machine, { work, port, client, runs }) {
  const spare = join(work, 'spare.img');
  writeFileSync(spare, '');
  truncateSync(spare, NEW_BYTES);
  let told = 'wait';
  const orders = createServer((_request, response) => response.end(told));
  const ordersAt = await freePort(4490);
  await new Promise((resolve) => orders.listen(ordersAt, '127.0.0.1', resolve));
  const drives = runs.flatMap(({ name, old, drive, files, to, node, source }) => [
    { name: `${name}, old`, file: files.old, bus: 'sata', serial: old, ...(source ? { node: source } : {}) },
    { name: `${name}, new`, file: files.drive, bus: to, serial: drive, ...(node ? { node } : {}) },
  ]);
  const heads = runs.flatMap(({ n, pieces }) =>
    pieces.map((piece, at) => [`table-${n}-${at}`, Buffer.from(piece.bytes)]),
  );
  const agent = readFileSync(join(ROOT, 'apps/bench/dist/main.js'));
  const ended = runMachine(machine, {
    drives: ['-object', `throttle-group,id=slow,x-bps-total=${THROTTLED}`, ...attached(drives)],
    firmware: 'legacy',
    files: {
      'run.sh': guest(port, ordersAt, runs),
      'main.js': agent,
      token: readFileSync(join(work, 'shop', 'agent-token')),
      ...Object.fromEntries(heads),
    },
    programs: [process.execPath],
    seconds: 1500,
    work,
    more: [
      ...['-netdev', 'user,id=net0', '-device', 'virtio-net-pci,netdev=net0'],
      ...['-qmp', `unix:${join(work, 'qmp')},server=on,wait=off`],
    ],
  });
  const output = () => (existsSync(join(work, 'told')) ? readFileSync(join(work, 'told'), 'utf8') : '');
  try {
    const seen = await until(() => output().includes('READY'), 180_000, 1000);
    if (!seen) throw new Error('The machine did not come up.');
    const monitor = await monitorOf(join(work, 'qmp'));
    const results = [];
    for (const run of runs) {
      console.log(`Watching a copy, ${run.name} …`);
      const index = drives.findIndex(({ name }) => name === `${run.name}, new`);
      results.push(
        await watched(run, {
          client,
          monitor,
          output,
          say: (words) => (told = words),
          id: `drive${index}`,
          spare,
          port: usbPort(drives, index),
        }),
      );
    }
    monitor.end();
    told = 'end';
    await ended;
    return results;
  } finally {
    told = 'end';
    orders.close();
  }
}

const usbPort = (drives, index) => String(drives.slice(0, index + 1).filter(({ bus }) => bus === 'usb').length);

/** One copy, from its beginning in the shop to what the shop says of it. */
async function watched(run, { client, monitor, output, say, id, spare, port }) {
  const { version } = await run.job();
  // The agent of the machine says which berths there are once it is up.
  const begun = await until(
    () => client('POST', `/jobs/${run.tag}/runs`, { version, berth: run.berth }).catch(() => null),
    90_000,
    1000,
  );
  if (!begun) throw new Error(`${run.name}: the run could not begin.`);
  const now = async () => (await client('GET', `/jobs/${run.tag}/runs`)).at(-1);
  const began = Date.now();
  // The agent asks for work each second: what is written before it watches is not of this run.
  await sleep(8000);
  say(`copy ${run.n}`);
  if (run.meanwhile) {
    await until(async () => (await now()).progress.done > 8 * MIB, 120_000, 300);
    await run.meanwhile({ monitor, id, spare, port });
    await until(async () => (await now()).alarms.length > 0, 120_000, 500);
    // Whether something else is told afterwards counts too.
    await sleep(6000);
  }
  // A copy onto a drive that is gone may try for long: what is told of it is known by then.
  const said = run.meanwhile ? null : await until(() => saidOf(output(), run.n), 400_000, 500);
  if (!said && !run.meanwhile) throw new Error(`${run.name}: the copy did not end.\n${output().slice(-1500)}`);
  await sleep(4000);
  say('wait');
  const last = await now();
  const wrote = Number(said?.wrote ?? 0);
  const job = await run.job();
  await client('POST', `/jobs/${run.tag}/runs/end`, {
    version: job.version,
    outcome: run.meanwhile ? 'failed' : 'ended well',
    note: 'lab',
    ...(run.meanwhile ? { leftAs: 'left running' } : {}),
  }).catch((error) => console.log(String(error).slice(0, 200)));
  if (run.readBack) {
    const { version: then } = await run.job();
    await client('POST', `/jobs/${run.tag}/read-back/requests`, { version: then, berth: run.berth, onto: 'new' });
    await until(async () => gateOf(await run.job())?.holds, 60_000, 1000);
  }
  const gate = gateOf(await run.job());
  const wrong = run.judge({
    run: last,
    wrote,
    gate,
    said: said ?? {},
    seconds: Number(said?.seconds ?? 1),
    took: Date.now() - began,
  });
  const { done, rate, errors, condition } = last.progress;
  const seen = `${Math.round(done / MIB)} MiB, ${rate.toFixed(1)} MB/s, ${errors} errors, ${condition}; ${kinds(last) || 'no alarm'}${run.readBack && gate?.holds ? '; read back as planned' : ''}`;
  console.log(`  ${seen}${wrong.length > 0 ? `: ${wrong.join('; ')}` : ''}`);
  return {
    name: run.name,
    told: `${Math.round(wrote / MIB)} MiB written, ${said?.counted ?? '?'} errors counted`,
    seen,
    wrong,
  };
}

const gateOf = (job) => job.procedure.gates.find(({ id }) => id === 'read back');

/** What the guest said of a copy: bytes that the kernel counts as written, errors of the old drive, seconds. */
function saidOf(text, n) {
  const [, wrote, counted, seconds] = new RegExp(`^COPIED ${n} (\\d+) (\\d+) (\\d+)$`, 'm').exec(text) ?? [];
  return wrote === undefined ? null : { wrote, counted, seconds };
}
