import { spawn } from 'node:child_process';
import {
  closeSync,
  copyFileSync,
  existsSync,
  mkdtempSync,
  openSync,
  readFileSync,
  readSync,
  rmSync,
  truncateSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { loadOption, startOrder } from '../../packages/core/src/inventory/samples.test-data';
import { readPartitions, readProbeFile, stateOf } from '../../packages/core/src/reading';
import { willItStart } from '../../packages/core/src/starting';
import { guideOf } from '../../packages/core/src/triage';
import { sleep } from '../lib/run.mjs';
import { attached, OVMF, runMachine } from './machine.mjs';
import { makingScript } from './making.mjs';
import { ENTRIES, OLD } from './start-set-ups.mjs';
import { saying, tinySystems } from './tiny-systems.mjs';

/** How long a firmware gets to start something, and how long nothing more may be said before it is given up, seconds. */
const [LONGEST, QUIET] = [70, 14];

/**
 * Finished drives made in the machine, looked at as a berth does, and then really started: what was expected against what
 * the firmware does. The entries that it has are written into it by the machine, and read there by the shipped probe.
 */
export async function startDrives(machine, chosen) {
  if (chosen.length === 0) return [];
  const work = mkdtempSync(join(tmpdir(), 'starts-'));
  try {
    const drives = chosen.map((one, n) => ({ ...one, file: join(work, `${n}.img`) }));
    const beside = drives.flatMap((one) =>
      one.beside
        ? [
            {
              ...one,
              name: `${one.name}, old`,
              make: one.beside,
              file: `${one.file}.old`,
              serial: `${one.serial}OLD`,
              bytes: one.bytes + 512 * 1024,
            },
          ]
        : [],
    );
    for (const { file, bytes } of [...drives, ...beside]) {
      writeFileSync(file, '');
      truncateSync(file, bytes);
    }
    console.log(`Making ${drives.length + beside.length} finished drives …`);
    const all = [...drives, ...beside];
    const files = { ...tinySystems(), 'run.sh': makingScript(all) };
    await runMachine(machine, { drives: attached(all), firmware: 'legacy', files, seconds: 600, work });
    const stores = await variableStores(machine, work, drives);
    const probed = await probedStarts(machine, work, drives);
    const results = [];
    for (const drive of drives) results.push(await startOne(drive, { stores, probed, work, beside }));
    return results;
  } finally {
    rmSync(work, { recursive: true });
  }
}

/** The firmware's memory with each kind of entries, and what the probe reads of it. */
async function variableStores(machine, work, drives) {
  const stores = new Map();
  for (const name of new Set(drives.map(({ entries }) => entries).filter(Boolean))) {
    console.log(`Writing the firmware’s entry “${name}”, and reading it with the probe …`);
    const { guid, path } = ENTRIES[name];
    const attributes = Buffer.from([7, 0, 0, 0]);
    const files = {
      'entry.bin': Buffer.concat([attributes, shortForm(loadOption({ name: 'Harbour System', guid, path }))]),
      'order.bin': Buffer.concat([attributes, startOrder(0xa0)]),
      'udrel-probe.sh': readFileSync(new URL('../../packages/core/src/reading/udrel-probe.sh', import.meta.url)),
      'run.sh': `export PATH=/bin
V=/sys/firmware/efi/efivars; G=8be4df61-93ca-11d2-aa0d-00e098032b8c
cat /lab/entry.bin > $V/Boot00A0-$G; cat /lab/order.bin > $V/BootOrder-$G
sh /lab/udrel-probe.sh
`,
    };
    const text = await runMachine(machine, { drives: [], firmware: 'UEFI', files, seconds: 200, work });
    const store = join(work, `${name}.fd`);
    copyFileSync(join(work, 'variables.fd'), store);
    stores.set(name, { store, state: await stateIn(text) });
  }
  return stores;
}

async function stateIn(text) {
  const read = await readProbeFile(text);
  if (!read.ok) throw new Error(read.sentence);
  return stateOf(read.reading);
}

/** Device paths of entries that devices write begin with the partition. */
function shortForm(option) {
  const bytes = Buffer.from(option);
  const path = bytes.indexOf(Buffer.from([1, 1, 6, 0]));
  const short = Buffer.concat([bytes.subarray(0, path), bytes.subarray(path + 6)]);
  short.writeUInt16LE(bytes.readUInt16LE(4) - 6, 4);
  return short;
}

/** What the shipped probe brings of the finished drives, by serial. */
async function probedStarts(machine, work, drives) {
  console.log('Reading the finished drives with the probe …');
  const files = {
    'udrel-probe.sh': readFileSync(new URL('../../packages/core/src/reading/udrel-probe.sh', import.meta.url)),
    'run.sh': 'export PATH=/bin\nsh /lab/udrel-probe.sh\n',
  };
  const text = await runMachine(machine, { drives: attached(drives), firmware: 'legacy', files, seconds: 900, work });
  const read = await readProbeFile(text);
  if (!read.ok) throw new Error(read.sentence);
  return new Map(read.reading.drives.map(({ identity, start }) => [identity?.serial, start]));
}

/** What stands on an image, read as a berth reads a drive. */
function lookAt({ file, bytes }) {
  const handle = openSync(file, 'r');
  try {
    const read = (offset, length) => {
      if (offset < 0 || length < 0 || offset + length > bytes) return null;
      const into = new Uint8Array(length);
      return readSync(handle, into, 0, length, offset) === length ? into : null;
    };
    return readPartitions({ size: bytes, read }, 512);
  } finally {
    closeSync(handle);
  }
}

async function startOne(drive, { stores, probed, work, beside }) {
  const { name, firmware, secure = false, entries, cause = null, also = [], either = false } = drive;
  const { start, table } = lookAt(drive);
  const store = stores.get(entries);
  const other = beside.find((one) => one.name === `${name}, old`);
  const ids = other ? (lookAt(other).source?.partitions ?? []).flatMap(({ entry }) => entry?.uniqueId ?? []) : [OLD];
  const expected = willItStart(start, {
    mode: firmware,
    secureBoot: firmware === 'UEFI' ? secure : null,
    // A firmware without entries of its own makes some for what it finds: those name no system.
    entries: store?.state.boot ?? { entries: [], current: null, order: [] },
    beside: [{ name: 'old drive', ids, attached: other !== undefined }],
  });
  const told = await startedBy(drive, { store: store?.store, work, drives: [drive, ...(other ? [other] : [])] });
  const started = told.includes(saying('own')) ? 'own' : told.includes(saying('old')) ? 'old' : null;
  const really = started === 'own' ? 'starts' : started === 'old' ? 'another' : 'does not';
  const agrees = expected.outcome === really || (either && expected.outcome === 'another' && started !== null);
  const seen = { told, started, scheme: table.scheme };
  const firstOf = (known) =>
    guideFor(drive, seen, known)
      .ranked.slice(0, 3)
      .map(({ id }) => id);
  // As the product does it: the guide knows of the look. And blind, by what is seen and what the job knows alone.
  const first = firstOf(expected.cause);
  const holds = (causes) => cause === null || [cause, ...also].some((one) => causes.includes(one));
  const wrong = [
    ...(agrees ? [] : [`expected: ${expected.outcome} (${expected.reasons[0]?.sentence}); it ${really}`]),
    ...((cause === null) === (started === 'own') || either ? [] : [`made as ${cause ?? 'sound'}, and it ${really}`]),
    ...(holds(first) ? [] : [`the guide begins with ${first.join(', ')}`]),
    ...(JSON.stringify(probed.get(drive.serial)) === JSON.stringify(start) ? [] : ['the probe brings something else']),
  ];
  console.log(
    `${wrong.length === 0 ? 'right' : 'WRONG'}: ${name}: ${really}${wrong.length > 0 ? `; ${wrong.join('; ')}` : ''}`,
  );
  const sentence = expected.reasons[0]?.sentence ?? '';
  return {
    name,
    firmware: secure ? `${firmware}, Secure Boot` : firmware,
    expected: expected.outcome,
    sentence,
    really,
    first: cause ? first : [],
    blind: holds(firstOf(null)),
    cause,
    wrong,
  };
}

/** What the guide says first of what is seen. */
function guideFor({ firmware, facts }, { told, started, scheme }, expected) {
  const seen = ['the new drive is listed in firmware'];
  if (started === 'old') seen.push('starts the old system');
  else if (/Access Denied|Security Violation/.test(told)) seen.push('the loader is rejected as not signed');
  else if (/GRUB|rror/.test(told.replace(/failed to .*|BdsDxe.*/g, ''))) seen.push('a loader error');
  else if (/Missing operating|No bootable|BdsDxe|Multiple active|Shell/.test(told)) seen.push('no system found');
  else seen.push('a blinking cursor');
  return guideOf(
    seen,
    {
      newDrive: true,
      scheme: scheme === 'none' ? null : scheme,
      uefi: firmware === 'UEFI',
      speaks: 'SATA',
      sits: 'bay',
      startsNvme: null,
      shares: false,
      wants12V: false,
      encrypted: false,
      oldAttached: false,
      identifiersKept: true,
      expected,
      loaderCopied: true,
      copyDoubted: null,
      hibernated: false,
      sectorSizeChanged: false,
      stickUsed: false,
      leadsTouched: false,
      ...facts,
    },
    [],
  );
}

/** What is said on the serial line from power on until a system was started, or nothing more comes. */
async function startedBy({ firmware, secure }, { store, work, drives }) {
  const said = join(work, 'said');
  const variables = join(work, 'started.fd');
  rmSync(said, { force: true });
  const kind = secure ? '_4M.ms' : '_4M';
  if (firmware === 'UEFI') copyFileSync(store ?? `${OVMF}/OVMF_VARS${kind}.fd`, variables);
  const flash = (file, more) => ['-drive', `if=pflash,format=raw,file=${file}${more}`];
  const args = [
    ...[
      '-machine',
      secure ? 'q35,graphics=off,smm=on' : 'q35,graphics=off',
      '-accel',
      'tcg',
      '-m',
      '512',
      '-nodefaults',
    ],
    ...['-no-reboot', '-display', 'none', '-serial', `file:${said}`, '-net', 'none'],
    ...(firmware === 'UEFI' ? [...flash(`${OVMF}/OVMF_CODE${kind}.fd`, ',readonly=on'), ...flash(variables, '')] : []),
    ...(secure ? ['-global', 'driver=cfi.pflash01,property=secure,value=on'] : []),
    ...attached(drives),
  ];
  const machine = spawn('qemu-system-x86_64', args, { stdio: ['ignore', 'inherit', 'inherit'] });
  let over = false;
  machine.on('close', () => (over = true));
  let [text, quiet] = ['', 0];
  for (let seconds = 0; seconds < LONGEST && !over; seconds += 1) {
    await sleep(1000);
    const now = existsSync(said) ? readFileSync(said, 'latin1') : '';
    quiet = now === text ? quiet + 1 : 0;
    text = now;
    // A firmware says nothing while it looks for drives: only what it said then counts as quiet.
    if (/STARTED (own|old)/.test(text) || (quiet >= QUIET && (text !== '' || seconds > 30))) break;
  }
  machine.kill('SIGKILL');
  return text;
}
