import { randomBytes, randomUUID } from 'node:crypto';
import { execFileSync } from 'node:child_process';
import { closeSync, mkdirSync, openSync, readSync, truncateSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { bytesOfNominal } from '../../packages/core/src/capacity';
import { defaultIntent } from '../../packages/core/src/layout';
import { tableImage } from '../../packages/core/src/plan-file';
import { readPartitions } from '../../packages/core/src/reading';

export const MIB = 1024 * 1024;
const EFI = { start: 2048, sectors: (100 * MIB) / 512 };
export const SYSTEM = { start: 206_848, sectors: (2048 * MIB) / 512 };
const OLD_BYTES = bytesOfNominal(500);
export const NEW_BYTES = bytesOfNominal(240);

/** An old drive of 500 GB as a sparse file, with what a system starts from and a volume that holds files. */
export function makeOld(work, file) {
  writeFileSync(file, '');
  truncateSync(file, OLD_BYTES);
  const sh = (command, args, input) => execFileSync(command, args, { input, stdio: ['pipe', 'ignore', 'inherit'] });
  const line = ({ start, sectors }, type, name) => `start=${start},size=${sectors},type=${type},name="${name}"`;
  const lines = [
    'label: gpt',
    line(EFI, 'C12A7328-F81F-11D2-BA4B-00A0C93EC93B', 'EFI system'),
    line(SYSTEM, '4F68BCE3-E8CD-4DB1-96E7-FBCAF984B709', 'System'),
  ];
  sh('sfdisk', ['-q', file], `${lines.join('\n')}\n`);
  sh('mkfs.fat', ['-F', '32', `--offset=${EFI.start}`, file, String(EFI.sectors / 2)]);
  const files = join(work, 'files-of-old');
  mkdirSync(files);
  for (let n = 0; n < 12; n++) writeFileSync(join(files, `log ${n}`), randomBytes(16 * MIB));
  sh('mke2fs', [
    '-q',
    '-F',
    '-t',
    'ext4',
    '-d',
    files,
    '-E',
    `offset=${SYSTEM.start * 512}`,
    file,
    `${SYSTEM.sectors / 2}k`,
  ]);
  const handle = openSync(file, 'r');
  const read = (offset, length) => {
    const bytes = new Uint8Array(length);
    return readSync(handle, bytes, 0, length, offset) === length ? bytes : null;
  };
  const { source } = readPartitions({ size: OLD_BYTES, read }, 512);
  closeSync(handle);
  if (!source) throw new Error('The old drive of the lab cannot be read.');
  return source;
}

/** A technician of the shop, by the same calls that its screens make. */
export async function clientOf(url) {
  const cookies = await fetch(`${url}/api/v1/session`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ login: 'ilse', password: 'bench-demo-1' }),
  });
  const cookie = cookies.headers.getSetCookie().at(-1)?.split(';')[0] ?? '';
  return async (method, path, body) => {
    const response = await fetch(`${url}/api/v1${path}`, {
      method,
      headers: { cookie, 'content-type': 'application/json', 'idempotency-key': randomUUID() },
      ...(body ? { body: JSON.stringify(body) } : {}),
    });
    const text = await response.text();
    if (!response.ok) throw new Error(`${method} ${path}: ${text}`);
    return text === '' ? null : JSON.parse(text);
  };
}

/** A job whose plan is accepted, with both drives as files of the machine. */
export async function planned(client, work, run) {
  const { n, first, table } = run;
  const old = `KD7-LAB-${n}`;
  const [model] = await client('GET', '/models?find=T15-4820');
  const [part] = (await client('GET', '/parts?find=PA-C1-240-25')).rows;
  await client('POST', '/stock', { partId: part.id, serials: [`PA-LAB-${n}`], count: 1, place: '' });
  const device = { modelId: model.id, stub: null, serial: `T15-LAB-${n}`, place: '' };
  const booked = await client('POST', '/orders', {
    customer: { id: null, name: `Lab, ${run.name}`, phone: '', email: '' },
    jobs: [
      {
        ...{ device, wishes: [{ kind: 'new drive', least: NEW_BYTES }], complaint: run.name, condition: '' },
        ...{ leftWithUs: [], secrets: [], facts: {}, promisedAt: null, price: 100_000 },
      },
    ],
  });
  let [job] = booked.jobs;
  const change = async (method, path, body) => {
    job = await client(method, `/jobs/${job.tag}${path}`, { version: job.version, ...body });
  };
  const record = (key, value) => change('PUT', `/facts/${encodeURIComponent(key)}`, { value });
  // What is copied as it lies is planned so: as one whose use nobody knows.
  const partitions = table.partitions.map((one) => ({
    ...one,
    ...(run.asItLies && one.kind === 'system' ? { used: null } : {}),
  }));
  await record('old drive', {
    ...{ serial: old, maker: 'Kestrin', name: 'D7', bytes: OLD_BYTES, sectorSize: 512, class: 'disk 5400' },
    ...{ link: { kind: 'sata', generation: 3 }, siteId: 'a' },
  });
  await record('partition table', { ...table, partitions });
  await record('health', { grade: 'good', note: '' });
  await record('before', { set: null, whyNot: 'lab' });
  await change('POST', '/drive', { partId: part.id, siteId: 'a', on: 'new' });
  // Whichever piece was taken: the machine gets a drive of its serial.
  const drive = job.snapshot.facts['new drive choice'].serial;
  const intent = { ...defaultIntent({ ...table, partitions }), spare: { to: 'nobody' } };
  await record('plan draft', { intent, route: 'new drive in an enclosure', startedFrom: 'its own system' });
  await change('POST', '/plan', {});
  for (const { id } of job.procedure.preparations)
    await change('POST', '/preparations', { id, done: true, note: 'lab', switched: false });
  await record('source identified', { serial: old });
  await record('new drive identified', { serial: drive });
  const files = { old: join(work, `old-${n}.img`), drive: join(work, `new-${n}.img`) };
  execFileSync('cp', ['--sparse=always', first, files.old]);
  writeFileSync(files.drive, '');
  truncateSync(files.drive, NEW_BYTES);
  const pieces = tableImage(job.snapshot.facts.plan, 'new');
  return {
    ...run,
    tag: job.tag,
    old,
    drive,
    files,
    pieces,
    berth: 11 + n,
    job: () => client('GET', `/jobs/${job.tag}`),
  };
}
