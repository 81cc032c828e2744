import {
  closeSync,
  existsSync,
  fsyncSync,
  mkdirSync,
  mkdtempSync,
  openSync,
  readFileSync,
  realpathSync,
} from 'node:fs';
import { readdirSync, rmSync, statSync, symlinkSync, writeFileSync, writeSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { afterAll, beforeEach, describe, expect, it } from 'vitest';
import type { ReadBackRequest, AgentWork } from '@udrel/contract/types';
import { GPT_TYPE_OF, stableGuid, writeGpt } from '@udrel/core/tables';
import { holdsToWhatABerthDoes } from '../berth.test-data';
import { linuxBerth } from '.';
import type { SystemTrees } from './system';

const root = mkdtempSync(join(tmpdir(), 'udrel-berth-'));
afterAll(() => rmSync(root, { recursive: true, force: true }));

const SECTORS = 32_768;
let trees: SystemTrees;
let stat: Record<string, string>;

const put = (path: string, text: string) => {
  mkdirSync(dirname(path), { recursive: true });
  writeFileSync(path, text, 'latin1');
};
const counters = (read: number, written: number, busy = 0) => `1 0 ${read / 512} 5 1 0 ${written / 512} 5 0 ${busy} 10`;

/** A machine with an old disk, a new card, and a stick, as the kernel shows them. */
beforeEach(() => {
  const at = mkdtempSync(join(root, 'machine-'));
  trees = { sys: join(at, 'sys'), dev: join(at, 'dev'), udev: join(at, 'udev') };
  stat = { old: join(at, 'sys/block/sdb/stat'), target: join(at, 'sys/block/nvme0n1/stat') };
  const sata = join(at, 'sys/devices/pci0/ata3/host2/target2/2:0:0:0');
  put(join(sata, 'vpd_pg80'), '\0\x80\0\x08KD7-0001');
  put(join(sata, 'model'), 'KESTREL D7  ');
  put(join(sata, 'ioerr_cnt'), '0x1f');
  put(join(at, 'sys/devices/pci0/ata3/link3/ata_link/link3/sata_spd'), '6.0 Gbps');
  const card = join(at, 'sys/devices/pci0/0000:01:00.0/nvme/nvme0');
  put(join(card, 'serial'), 'PW-0001');
  put(join(card, 'model'), 'PALEWOOD M2');
  put(join(at, 'sys/devices/pci0/0000:01:00.0/nvme/nvme0/device/current_link_speed'), '8.0 GT/s PCIe');
  put(join(at, 'sys/devices/pci0/0000:01:00.0/nvme/nvme0/device/current_link_width'), '4');
  const stick = join(at, 'sys/devices/pci0/usb2/2-1.4/2-1.4:1.0/host5/target5/5:0:0:0');
  put(join(at, 'sys/devices/pci0/usb2/2-1.4/serial'), 'BRIDGE-1');
  put(join(stick, 'model'), 'STICK');
  put(join(at, 'sys/devices/pci0/usb2/2-1.4/speed'), '480');
  for (const [name, device, size] of [
    ['sdb', sata, SECTORS],
    ['nvme0n1', card, SECTORS],
    ['sdc', stick, 2048],
    ['sdd', stick, 0],
  ] as const) {
    const block = join(at, 'sys/block', name);
    put(join(block, 'size'), `${size}\n`);
    put(join(block, 'queue/logical_block_size'), '512\n');
    put(join(block, 'dev'), `8:${name.charCodeAt(2)}`);
    put(join(block, 'stat'), counters(1e6, 2e6));
    symlinkSync(device, join(block, 'device'));
    put(join(at, 'dev', name), '');
  }
  mkdirSync(join(at, 'sys/block/loop0'));
  put(join(at, 'udev', 'b8:99'), 'E:ID_SERIAL_SHORT=STK-77\nE:ID_BUS=usb');
  mkdirSync(join(at, 'dev/disk/by-path'), { recursive: true });
  symlinkSync('../../sdb', join(at, 'dev/disk/by-path/pci-0-ata-3'));
  symlinkSync('../../sdb1', join(at, 'dev/disk/by-path/pci-0-ata-3-part1'));
  symlinkSync('../../nvme0n1', join(at, 'dev/disk/by-path/pci-1-nvme-1'));
});

const work: AgentWork = {
  runId: 'r',
  berth: 1,
  plannedBytes: 1e9,
  doneBytes: 0,
  expectedRate: 100,
  failingSource: false,
  source: { serial: 'KD7-0001', bytes: SECTORS * 512 },
  target: { serial: 'pw-0001', bytes: SECTORS * 512 },
};

describe('a berth of a Linux machine', () => {
  holdsToWhatABerthDoes(() => {
    let written = 2e6;
    const copyOn = () => {
      written += 512_000;
      writeFileSync(stat['target'] ?? '', counters(1e6, written, written / 1e4));
    };
    return { berth: linuxBerth(1, [], trees), work, copyOn };
  });
});

describe('drives at a berth of a Linux machine', () => {
  it('are known by their own serial, size and link, in whatever order they are listed', async () => {
    const drives = await linuxBerth(1, [], trees).drives();
    expect(drives).toEqual([
      { serial: 'PW-0001', model: 'PALEWOOD M2', bytes: SECTORS * 512, sectorSize: 512, link: 'x4 at 8.0 GT/s' },
      { serial: 'KD7-0001', model: 'KESTREL D7', bytes: SECTORS * 512, sectorSize: 512, link: 'SATA 6.0 Gbps' },
      { serial: 'STK-77', model: 'STICK', bytes: 2048 * 512, sectorSize: 512, link: 'USB 480 Mb/s' },
    ]);
    // Without a device manager what the bridge says of itself is all there is.
    const bare = await linuxBerth(1, [], { ...trees, udev: '/nowhere' }).drives();
    expect(bare.map(({ serial }) => serial)).toEqual(['PW-0001', 'KD7-0001', 'BRIDGE-1']);
    const socket = await linuxBerth(1, ['pci-0-ata-3'], trees).drives();
    expect(socket.map(({ serial }) => serial)).toEqual(['KD7-0001']);
    expect(await linuxBerth(1, [], { ...trees, sys: '/nowhere' }).drives()).toEqual([]);
  });

  it('count from the beginning of the run, errors and busy share too', async () => {
    const berth = linuxBerth(1, [], trees);
    berth.watch(work);
    writeFileSync(stat['old'] ?? '', counters(1e6 + 512_000, 2e6, 900));
    writeFileSync(stat['target'] ?? '', counters(1e6, 2e6 + 409_600, 400));
    const { samples, source, target } = await berth.read(1000);
    expect(samples).toEqual([{ t: 1, read: 512_000, written: 409_600, errors: 0, sourceWritten: 0, busy: 0.9 }]);
    expect([source?.serial, target?.serial]).toEqual(['KD7-0001', 'PW-0001']);
    writeFileSync(stat['old'] ?? '', counters(1e6 + 1_024_000, 2e6 + 4096, 900));
    expect((await berth.read(1000)).samples[0]).toMatchObject({ t: 2, sourceWritten: 4096 });
  });

  it('are missed when they go, and counted on from zero when they come back', async () => {
    const berth = linuxBerth(1, [], trees);
    berth.watch(work);
    const card = join(trees.sys, 'block/nvme0n1');
    writeFileSync(join(card, 'size'), '0');
    // What was counted is told again: the server is to hear that it is away.
    const away = { samples: [{ t: 1, written: 0 }], target: null, source: { serial: 'KD7-0001' } };
    expect(await berth.read(1000)).toMatchObject(away);
    writeFileSync(join(card, 'size'), String(SECTORS));
    writeFileSync(stat['target'] ?? '', counters(0, 51_200));
    expect((await berth.read(1000)).samples[0]).toMatchObject({ t: 2, written: 51_200 });
  });

  it('count what a controller records as errors, not what a drive refuses', async () => {
    const ring = join(trees.sys, 'devices/pci0/ata3/link3/dev3.0/ata_device/dev3.0/ering');
    put(ring, '[   12.004000000] DeviceError');
    const berth = linuxBerth(1, [], trees);
    berth.watch(work);
    // A refused command counts at the SCSI device alone.
    put(join(trees.sys, 'devices/pci0/ata3/host2/target2/2:0:0:0/ioerr_cnt'), '0x25');
    expect((await berth.read(1000)).samples[0]?.errors).toBe(0);
    put(ring, '[  100.004000000] MediaError\n[  100.004000000] MediaError\n[   12.004000000] DeviceError');
    expect((await berth.read(1000)).samples[0]?.errors).toBe(2);
    // The ring holds the latest only: what was counted stays counted.
    put(ring, '[  130.500000000] Timeout');
    expect((await berth.read(1000)).samples[0]?.errors).toBe(3);
  });

  it('are told of when another lies in the place of one, and are not counted', async () => {
    const berth = linuxBerth(1, [], trees);
    berth.watch(work);
    expect((await berth.read(1000)).target?.serial).toBe('PW-0001');
    // While it is pulled it shows no serial any more: that is nobody else.
    put(join(trees.sys, 'devices/pci0/0000:01:00.0/nvme/nvme0/serial'), '');
    expect((await berth.read(1000)).target).toBeNull();
    put(join(trees.sys, 'devices/pci0/0000:01:00.0/nvme/nvme0/serial'), 'PW-0999');
    writeFileSync(stat['target'] ?? '', counters(1e6, 9e6));
    expect(await berth.read(1000)).toMatchObject({ samples: [{ t: 3, written: 0 }], target: { serial: 'PW-0999' } });
  });

  it('are measured over the whole drive, read only', async () => {
    const image = join(trees.dev, 'nvme0n1');
    writeFileSync(image, new Uint8Array(SECTORS * 512));
    const before = statSync(image).mtimeMs;
    const asked = { id: 'm', berth: 1, drive: work.target, class: 'SATA SSD' as const, seconds: 1 };
    const { reads, trouble } = await linuxBerth(1, [], trees).measure(asked, () => false);
    expect(trouble).toBe('');
    expect(reads).toMatchObject({ serial: 'PW-0001', where: 'berth', seconds: 1 });
    expect(reads?.places.map(({ rate, failed }) => [rate !== null && rate > 0, failed])).toEqual(
      Array.from({ length: 9 }, () => [true, 0]),
    );
    expect(reads?.small?.count).toBeGreaterThan(50);
    expect(statSync(image).mtimeMs).toBe(before);
    const gone = await linuxBerth(1, [], trees).measure(
      { ...asked, drive: { serial: 'NOBODY', bytes: 1 } },
      () => false,
    );
    expect([gone.reads, gone.trouble]).toEqual([null, 'The drive to be measured is not seen at this berth.']);
    // Nobody wants to know any more: it ends at once.
    const from = Date.now();
    await linuxBerth(1, [], trees).measure({ ...asked, seconds: 600 }, () => true);
    expect(Date.now() - from).toBeLessThan(60_000);
  });

  it('show what a wipe left of them, read only', async () => {
    const image = join(trees.dev, 'nvme0n1');
    const bytes = new Uint8Array(SECTORS * 512);
    writeFileSync(image, bytes);
    const asked = { id: 'w', berth: 1, drive: work.target, leaves: 'zeros' as const };
    const sample = async () => (await linuxBerth(1, [], trees).sample(asked, () => false)).seen;
    const empty = await sample();
    expect(empty).toMatchObject({ bytes: bytes.length, zeros: empty?.samples, content: 0 });
    bytes.set(new TextEncoder().encode('EFI PART'), 512);
    writeFileSync(image, bytes);
    expect(await sample()).toMatchObject({ content: 1, contentAt: [0] });
    const gone = await linuxBerth(1, [], trees).sample(
      { ...asked, drive: { serial: 'NOBODY', bytes: 1 } },
      () => false,
    );
    expect([gone.seen, gone.trouble]).toEqual([null, 'The wiped drive is not seen at this berth.']);
  });

  it('show their table and volumes, read only, and how samples of both compare', async () => {
    const entries = [0, 1].map((n) => ({
      number: n + 1,
      startSector: 2048 + n * 8192,
      sectors: 8192,
      type: GPT_TYPE_OF.swap,
      uniqueId: stableGuid(`part ${n}`),
      name: `Swap ${n}`,
      attributes: '',
    }));
    const { head, tail } = writeGpt({ sectors: SECTORS, sectorSize: 512, diskId: stableGuid('disk'), entries });
    const image = new Uint8Array(SECTORS * 512);
    image.set(head.bytes);
    image.set(tail.bytes, tail.offset);
    image.set(new TextEncoder().encode('SWAPSPACE2'), 2048 * 512 + 4086);
    for (let at = 10_240 * 512; at < 18_000 * 512; at += 97) image[at] = at % 251;
    writeFileSync(join(trees.dev, 'nvme0n1'), image);
    image[10_240 * 512 + 5] = 99;
    writeFileSync(join(trees.dev, 'sdb'), image);
    const request: ReadBackRequest = {
      ...work,
      id: 'request',
      expected: { scheme: 'gpt', sectorSize: 512, partitions: [] },
      compare: [0, 1].map((n) => {
        const start = (2048 + n * 8192) * 512;
        return {
          id: `p${n}`,
          name: `Swap ${n}`,
          sourceStart: start,
          targetStart: start,
          bytes: 8192 * 512,
          blocks: 'all',
        };
      }),
    };
    const before = statSync(join(trees.dev, 'nvme0n1')).mtimeMs;
    const found = await linuxBerth(1, [], trees).readBack(request);
    expect(found.trouble).toBe('');
    expect(found.table?.partitions.map(({ name, fileSystem }) => [name, fileSystem])).toEqual([
      ['Swap 0', 'swap'],
      ['Swap 1', 'unknown'],
    ]);
    expect(found.problems.filter(({ outcome }) => outcome === 'fail')).toEqual([]);
    expect(found.start).toEqual({ scheme: 'gpt', efi: [], code: 'none', stage: null, active: [] });
    expect(found.compared).toMatchObject([
      { name: 'Swap 0', different: 0 },
      { name: 'Swap 1', different: 1 },
    ]);
    expect(statSync(join(trees.dev, 'nvme0n1')).mtimeMs).toBe(before);
    writeFileSync(join(trees.dev, 'nvme0n1'), new Uint8Array(SECTORS * 512));
    const empty = await linuxBerth(1, [], trees).readBack(request);
    expect([empty.table?.partitions, empty.trouble]).toEqual([[], '']);
    const gone = await linuxBerth(1, [], trees).readBack({ ...request, target: { serial: 'NOBODY', bytes: 1 } });
    expect([gone.table, gone.trouble]).toEqual([null, 'The drive to be read is not seen at this berth.']);
    const alone = await linuxBerth(1, [], trees).readBack({ ...request, source: { serial: 'NOBODY', bytes: 1 } });
    expect([alone.compared, alone.problems.at(-1)?.rule]).toEqual([[], 'Samples']);
  });

  it('compare of a file system what is in use, and pass over what is free', async () => {
    // A FAT16 of 16 MiB whose clusters 2 to 4001 are in use; the rest is free and was not copied.
    const bytes = 16 * 1024 * 1024;
    const volume = new Uint8Array(bytes);
    const head = new DataView(volume.buffer);
    const set16 = (at: number, value: number) => head.setUint16(at, value, true);
    for (const [at, value] of [
      [11, 512],
      [14, 1],
      [17, 512],
      [19, 32_767],
      [22, 32],
      [510, 0xaa55],
    ] as const)
      set16(at, value);
    volume[13] = 4;
    volume[16] = 2;
    const [table, data, cluster] = [512, (1 + 64 + 32) * 512, 2048];
    for (let n = 2; n < 4002; n++) set16(table + 2 * n, 0xffff);
    for (let at = data; at < bytes; at++) volume[at] = (at * 31) % 253;
    writeFileSync(join(trees.dev, 'sdb'), volume);
    const copied = volume.slice();
    copied.fill(0, data + 4000 * cluster);
    const compare = [{ id: 'b', name: 'Books', sourceStart: 0, targetStart: 0, bytes, blocks: 'used' as const }];
    const request: ReadBackRequest = {
      ...work,
      id: 'request',
      expected: { scheme: 'gpt', sectorSize: 512, partitions: [] },
      compare,
    };
    const differing = async (content: Uint8Array) => {
      writeFileSync(join(trees.dev, 'nvme0n1'), content);
      return (await linuxBerth(1, [], trees).readBack(request)).compared;
    };
    expect(await differing(copied)).toEqual([{ id: 'b', name: 'Books', samples: 64, different: 0, unreadable: 0 }]);
    copied.fill(0, data + 100 * cluster, data + 2100 * cluster);
    const [half] = await differing(copied);
    expect(half?.different).toBeGreaterThan(10);
    expect(half?.different).toBeLessThan(54);
    volume.fill(0, 0, 512);
    writeFileSync(join(trees.dev, 'sdb'), volume);
    expect(await differing(copied)).toEqual([]);
  });
});

/** The kernel's counters of the drive that a folder lies on; null where it lies on none. */
function kernelCounters(folder: string): string | null {
  const mounts = readFileSync('/proc/self/mountinfo', 'utf8').trim().split('\n');
  const own = mounts
    .map((line) => line.split(' '))
    .filter(([, , , , mount = '']) => folder === mount || folder.startsWith(mount.endsWith('/') ? mount : `${mount}/`))
    .sort((a, b) => (b[4] ?? '').length - (a[4] ?? '').length)[0];
  const block = `/sys/dev/block/${own?.[2] ?? ''}`;
  if (!own || !existsSync(block)) return null;
  const place = realpathSync(block);
  const drive = readdirSync(place).includes('partition') ? dirname(place) : place;
  return join(drive, 'stat');
}

const kernel = kernelCounters(root);

describe('the counters of this machine', () => {
  it.skipIf(kernel === null)('rise by at least what is written and flushed', async () => {
    rmSync(stat['target'] ?? '');
    symlinkSync(kernel ?? '', stat['target'] ?? '');
    const berth = linuxBerth(1, [], trees);
    berth.watch(work);
    const bytes = 8 * 1024 * 1024;
    const file = openSync(join(root, 'copied'), 'w');
    writeSync(file, Buffer.alloc(bytes, 7));
    fsyncSync(file);
    closeSync(file);
    const { samples } = await berth.read(1000);
    expect(samples[0]?.written).toBeGreaterThanOrEqual(bytes);
    expect(samples[0]?.written).toBe(Math.round(samples[0]?.written ?? 0));
  });
});
