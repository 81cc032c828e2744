import { createHash } from 'node:crypto';
import { execFileSync } from 'node:child_process';
import { createReadStream, mkdtempSync, readFileSync, rmSync, truncateSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { readProbeFile } from '../../packages/core/src/reading';
import { ROOT } from '../lib/run.mjs';
import { compared } from './compared.mjs';
import { DRIVES } from './drives.mjs';
import { attached, prepareMachine, runMachine } from './machine.mjs';
import { makingScript, toldOf } from './making.mjs';
import { reportOf } from './report.mjs';
import { START_SET_UPS } from './start-set-ups.mjs';
import { startDrives } from './starts.mjs';
import { watchRuns } from './watch.mjs';

const PROBE = join(ROOT, 'packages/core/src/reading/udrel-probe.sh');
const words = process.argv.slice(2);
const watching = words.length === 0 || words.includes('watch');
const named = (name) => words.length === 0 || words.some((word) => name.toLowerCase().includes(word.toLowerCase()));
const wanted = DRIVES.filter(({ name, after }) => named(name) || named(after ?? ''));
const chosen = DRIVES.filter(({ name }) => wanted.some((one) => one.name === name || one.after === name));

const began = Date.now();
const machine = await prepareMachine();
const watched = watching ? await watchRuns(machine) : [];
const started = await startDrives(
  machine,
  START_SET_UPS.filter(({ name }) => named(name) || words.includes('start')),
);
const { results, readings } = await readDrives(chosen);
for (const { name, wrong } of watched) if (wrong.length > 0) console.log(`watched, ${name}: ${wrong.join('; ')}`);
for (const { firmware, name, wrong } of results)
  if (wrong.length > 0) console.log(`${firmware}, ${name}: ${wrong.join('; ')}`);
const right = (all) => `${all.filter(({ wrong }) => wrong.length === 0).length} of ${all.length}`;
console.log(
  `${right(results)} drives as the utilities say, ${right(watched)} copies told as they went, ${right(started)} starts as expected, ${Math.round((Date.now() - began) / 1000)} s.`,
);
if (words.length === 0) {
  writeFileSync(join(ROOT, 'docs/lab.md'), await formatted(reportOf(results, readings, { watched, started })));
}
process.exitCode = [...results, ...watched, ...started].some(({ wrong }) => wrong.length > 0) ? 1 : 0;

/** Makes the drives in the machine, and reads each there by either firmware. */
async function readDrives(all) {
  if (all.length === 0) return { results: [], readings: [] };
  const work = mkdtempSync(join(tmpdir(), 'lab-'));
  const drives = all.map((one, n) => ({ ...one, file: join(work, `${n}.img`) }));
  try {
    for (const { file, bytes } of drives) {
      writeFileSync(file, '');
      truncateSync(file, bytes);
    }
    const healthy = drives.map((one) => ({ ...one, faulty: false }));
    console.log(`Making ${drives.length} drives …`);
    const made = await runMachine(machine, {
      drives: attached(healthy),
      firmware: 'legacy',
      files: { 'run.sh': makingScript(drives) },
      seconds: 900,
      work,
    });
    if (words.length > 0) console.log(readFileSync(join(work, 'console'), 'utf8'));
    const told = toldOf(made);
    const before = await digests(drives);
    const readings = [];
    for (const firmware of ['UEFI', 'legacy']) {
      console.log(`Reading them with the probe, started by ${firmware} …`);
      const text = await runMachine(machine, {
        drives: attached(drives),
        firmware,
        files: { 'udrel-probe.sh': readFileSync(PROBE, 'utf8'), 'run.sh': probing(drives) },
        seconds: 900,
        work,
      });
      const read = await readProbeFile(text);
      if (!read.ok) throw new Error(`${firmware}: ${read.sentence}`);
      readings.push({ firmware, reading: read.reading, bytes: text.length });
    }
    const after = await digests(drives);
    const asBefore = (name) => before.get(name) === after.get(name);
    return { readings, results: readings.flatMap((one) => compared(drives, told, one, asBefore)) };
  } finally {
    rmSync(work, { recursive: true });
  }
}

/** The probe as it is shipped, with nothing but the base utilities; it lies on one of the sticks. */
function probing(all) {
  const stick = all.find(({ started }) => started);
  const size = (stick?.bytes ?? 0) / 512;
  return `export PATH=/bin
for shown in /sys/block/*; do
  [ "$(cat "$shown/size")" = "${size}" ] && mkdir -p /run/live/medium && mount -o ro "/dev/\${shown##*/}1" /run/live/medium
done
sh /lab/udrel-probe.sh
`;
}

/** Digests of the drives, by name: reading must leave every bit as it was. */
async function digests(all) {
  const found = new Map();
  for (const { name, file } of all) {
    const hash = createHash('sha256');
    await pipeline(createReadStream(file, { highWaterMark: 1024 * 1024 }), hash);
    found.set(name, hash.digest('hex'));
  }
  return found;
}

async function formatted(text) {
  return execFileSync('prettier', ['--parser', 'markdown'], { input: text }).toString();
}
