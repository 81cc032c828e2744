import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { GIB, MIB } from '../../capacity';
import { ataIdentify, nvmeHealth, nvmeIdentify, smartData, smartThresholds } from '../../health/samples.test-data';
import { imageOfPieces } from '../../image';
import { loadOption, startOrder } from '../../inventory/samples.test-data';
import { PORTABLE } from '../../smbios/samples.test-data';
import { GPT_TYPE_OF, writeGpt } from '../../tables';
import { readVolume } from '../../volumes';
import { madeBySystems, madeImage } from '../../volumes/made.test-data';
import { DRIVE_BYTES, drivePieces, oddDrive } from './drive.test-data';
import { madeDevice } from './made-device.test-data';
import { linkOf, readBytes, readDropped, readProbeFile, type ReadFile, type Reading } from '../index';

const whole = imageOfPieces(DRIVE_BYTES, [{ offset: 0, bytes: wholeDrive() }]);

function wholeDrive(): Uint8Array {
  const bytes = new Uint8Array(DRIVE_BYTES);
  for (const piece of drivePieces()) bytes.set(piece.bytes, piece.offset);
  return bytes;
}

function taken(file: ReadFile): Reading {
  if (!file.ok) throw new Error(file.sentence);
  return file.reading;
}

const packed = (bytes: Uint8Array) => gzipSync(bytes).toString('hex');

/** Parts of a device as its kernel shows them. */
const PARTS = {
  'bus/pci/devices/0000:00:17.0/class': '0x010601',
  'bus/pci/devices/0000:00:17.0/vendor': '0x1d0f',
  'bus/usb/devices/1-5/idVendor': '1d6b',
  'bus/usb/devices/1-5/idProduct': '0103',
  'bus/usb/devices/1-5/product': 'Finger "reader"',
  'bus/usb/devices/1-5/1-5:1.0/bInterfaceClass': 'ff',
  'class/input/input3/name': 'Board keys',
  'class/input/input3/properties': '0',
  'class/input/input3/capabilities/key': '402000000 3803078f800d001 fffffffffffffffe',
  'class/input/input3/capabilities/sw': '0',
  'class/video4linux/video0/name': 'Lid camera',
  'class/net/lo/address': '00:00:00:00:00:00',
  'class/net/wlp2s0/device/class': '0x028000',
  'class/net/wlp2s0/wireless/status': '0',
  'class/net/wlp2s0/address': '02:00:00:00:00:01',
  'class/power_supply/BAT0/type': 'Battery',
  'class/power_supply/AC/type': 'Mains',
  'class/drm/card0-eDP-1/status': 'connected',
  'class/drm/card0-HDMI-A-1/status': 'connected',
  'class/hwmon/hwmon2/name': 'board',
  'class/hwmon/hwmon2/fan1_input': '2100',
};

describe('the shipped probe', () => {
  const { folder, put, drive, partitions, written, variable, tool, run, remove } = madeDevice();
  let before = '';
  let told: string | undefined;
  /** What it tells of the drives as they are laid; it takes seconds and is the same each time. */
  const usual = () => {
    before = digest();
    return (told ??= run({ PROBE_MOUNTS: `${folder}/mounts` }));
  };
  const digest = () =>
    createHash('sha256')
      .update(readFileSync(join(folder, 'dev/sda')))
      .digest('hex');

  beforeAll(() => {
    put('sys/firmware/dmi/tables/DMI', PORTABLE);
    variable('Boot0003', loadOption({ name: 'Desktop system', guid: '00000000-0000-4000-8000-000000000001' }));
    variable('BootOrder', startOrder(3, 0));
    variable('BootCurrent', startOrder(3));
    variable('SecureBoot', Uint8Array.from([1]));
    variable('Lang', Uint8Array.from([1]));
    for (const [path, text] of Object.entries(PARTS)) put(`sys/${path}`, text);
    drive('sda', 'pci/ata1/host0/target', {
      size: String(DRIVE_BYTES / 512),
      'queue/logical_block_size': '512',
      'queue/physical_block_size': '4096',
      'queue/rotational': '1',
      'queue/discard_max_bytes': '0',
    });
    put('sys/devices/pci/ata1/host0/target/model', 'Keel KD5 "x"\n');
    put(
      'sys/devices/pci/ata1/host0/target/vpd_pg80',
      Uint8Array.from([0, 0x80, 0, 4, ...Buffer.from('KD5-ID77-0001')]),
    );
    put('sys/devices/pci/ata1/host0/target/vpd_pg89', Uint8Array.from([...new Uint8Array(60), ...ataIdentify()]));
    put('sys/class/ata_link/link1/sata_spd', '3.0 Gbps');
    partitions(
      'sda',
      [1, 48, 72, 96, 120].map((at, n) => ({
        startSector: (at * MIB) / 512,
        sectors: ([40, 16, 16, 16, 4][n] ?? 0) * 2048,
      })),
    );
    drive('nvme0n1', 'pci/nvme/nvme0', {
      size: '1000215216',
      'queue/logical_block_size': '512',
      'queue/rotational': '0',
    });
    put('sys/devices/pci/nvme/nvme0/serial', 'PN5-ID77-0001  ');
    put('sys/devices/pci/nvme/nvme0/model', 'Pennant PN5');
    put('sys/devices/pci/nvme/nvme0/device/current_link_speed', '8.0 GT/s PCIe');
    put('sys/devices/pci/nvme/nvme0/device/current_link_width', '4');
    put('sys/block/loop0/size', '800');
    put('sys/block/sr0/size', '0');
    written('sda', DRIVE_BYTES, drivePieces());
    // A drive of a device that starts from it: loaders, systems, and a folder of more names than its record holds.
    const systems = [
      ['esp', 1],
      ['linux boot', 40],
      ['linux root', 48],
      ['windows', 56],
      ['many folders', 64],
    ] as const;
    const bytes = new Uint8Array(80 * MIB);
    drive('sdb', 'pci/ata2/host1/target', { size: String(bytes.length / 512), 'queue/logical_block_size': '512' });
    put('sys/devices/pci/ata2/host1/target/serial', 'KD5-ID77-0002');
    const entries = systems.map(([name, at], n) => ({
      number: n + 1,
      startSector: (at * MIB) / 512,
      sectors: madeBySystems(name).size / 512,
      type: GPT_TYPE_OF[name === 'esp' ? 'EFI system' : 'data'],
      uniqueId: `00000000-0000-4000-8000-00000000001${n + 1}`,
      name: '',
      attributes: '0',
    }));
    const diskId = '00000000-0000-4000-8000-0000000000FE';
    const { head, tail } = writeGpt({ sectors: bytes.length / 512, sectorSize: 512, diskId, entries });
    for (const piece of [head, tail]) bytes.set(piece.bytes, piece.offset);
    systems.forEach(([name, at]) => {
      const { pieces } = madeBySystems(name);
      for (const piece of pieces) bytes.set(piece.bytes, at * MIB + piece.offset);
    });
    partitions('sdb', entries);
    put('dev/sdb', bytes);
    layOdd('sdc');
    // A volume without a table, on the stick that the system was started from.
    const stick = madeBySystems('windows filled');
    drive('sdd', 'pci/usb1/host3/target', { size: String(stick.size / 512), 'queue/logical_block_size': '512' });
    written('sdd', stick.size, stick.pieces);
    put('mounts', `${folder}/dev/sdd /run/live/medium vfat ro 0 0\n${folder}/dev/sdc1 /mnt ext4 rw 0 0\n`);
    // A drive that is there and cannot be opened.
    drive('sde', 'pci/ata5/host4/target', { size: '2048', 'queue/logical_block_size': '512' });
    // A means to read health: prints the page that it is asked for.
    put('health.bin', nvmeHealth({ 5: 91 }));
    tool('nvme', `case $1 in get-log) cat ${folder}/health.bin ;; *) exit 1 ;; esac`);
  });

  /** The drive of what is odd, with its partitions as the kernel shows them. */
  function layOdd(name: string): void {
    const { size, pieces, parts } = oddDrive();
    drive(name, 'pci/ata3/host2/target', { size: String(size / 512), 'queue/logical_block_size': '512' });
    partitions(name, parts);
    written(name, size, pieces);
  }
  afterAll(remove);

  it('tells device, drives, tables and used space, and writes to no drive', async () => {
    const { device, firmwareMode, drives } = taken(await readProbeFile(usual()));
    expect(digest()).toBe(before);
    expect({ product: device?.product, firmwareMode }).toEqual({ product: 'T15-4820', firmwareMode: 'UEFI' });
    expect(drives.slice(0, 3).map(({ identity }) => identity?.serial)).toEqual([
      'PN5-ID77-0001',
      'KD5-ID77-0001',
      'KD5-ID77-0002',
    ]);
    const [card, disk] = drives;
    expect(card).toMatchObject({ class: 'NVMe gen 3', link: { kind: 'pcie', generation: 3, lanes: 4 } });
    expect(card?.health?.grade).toBe('watch');
    expect(disk).toMatchObject({
      bytes: DRIVE_BYTES,
      class: 'disk 5400',
      link: { kind: 'sata', generation: 2 },
      identity: { model: 'Keel KD5', physicalSector: 4096 },
      health: { grade: 'unknown' },
    });
    expect(disk?.table?.problems).toEqual([]);
    expect(disk?.volumes.map(({ fileSystem, usedBytes, encryption }) => [fileSystem, usedBytes, encryption])).toEqual([
      ['FAT32', 969_216, 'none'],
      ['NTFS', 2_560_000, 'none'],
      ['exFAT', 2_113_536, 'none'],
      ['ext4', 2_380_800, 'none'],
      ['unknown', null, 'LUKS1'],
    ]);
  });

  it('brings start entries, Secure Boot and parts, and no address that would tell whose device it is', async () => {
    const { boot, secureBoot, parts } = taken(await readProbeFile(usual()));
    expect(boot).toMatchObject({ order: [3, 0], current: 3, entries: [{ name: 'Desktop system' }] });
    expect(secureBoot).toBe(true);
    expect(parts?.map(({ kind, name }) => [kind, name])).toEqual([
      ['storage controller', '0000:00:17.0'],
      ['USB device', 'Finger reader'],
      ['keyboard', 'Board keys'],
      ['camera', 'Lid camera'],
      ['wireless', 'wlp2s0'],
      ['battery', 'BAT0'],
      ['display', 'eDP-1'],
      ['fan', 'board fan1_input'],
    ]);
    expect(JSON.stringify(parts)).not.toContain('02:00');
  });

  it('brings the root folders, so that it can be told which volume holds what', async () => {
    const { drives } = taken(await readProbeFile(usual()));
    const roots = drives[2]?.volumes.map(({ root }) => root && [...root].sort());
    expect(roots?.slice(0, 4)).toEqual([
      ['EFI', 'EFI/BOOT', 'EFI/MICROS~1'],
      ['grub', 'lost+found', 'vmlinuz-6.1'],
      ['bin', 'etc', 'home', 'lost+found', 'usr', 'var'],
      ['Program Files', 'ProgramData', 'Users', 'Windows'],
    ]);
    expect(roots?.[4]).toHaveLength(60);
    expect(drives[2]?.source?.partitions.map(({ kind, why }) => [kind, why])).toEqual([
      ['EFI system', 'type: EFI system'],
      ['loader', 'it holds the loader grub'],
      ['system', 'it holds the folders etc and usr'],
      ['system', 'it holds the folder Windows'],
      ['data', expect.stringMatching(/^it holds Accounts.*no system$/)],
    ]);
  });

  it('names what is odd, as the systems made it', async () => {
    const { drives } = taken(await readProbeFile(usual()));
    const odd = drives[3];
    const seen = odd?.volumes.map(({ fileSystem, label, problems }) => [fileSystem, label, problems[0]?.rule ?? '']);
    expect(seen).toEqual([
      ['NTFS', 'Windows', 'Hibernated'],
      ['LVM', 'shopvg', ''],
      ['XFS', 'store', ''],
      ['XFS', 'store', 'Clean'],
      ['ext4', 'notes', 'Clean'],
      ['btrfs', 'pool', 'Clean'],
      ['btrfs', 'pair', 'Set'],
      ['swap', 'rest', ''],
      ['ReiserFS', 'attic', ''],
      ['JFS', 'ledger', ''],
      ['UDF', '', ''],
      ['ISO 9660', 'RESCUE DISC', ''],
    ]);
    expect(odd?.volumes[1]?.holds.map(({ name }) => name)).toEqual(['root', 'home']);
    expect(odd?.volumes[0]?.clearable).toEqual(readVolume(madeImage('windows filled')).clearable);
  });

  it('marks what it was started from, and tells of a volume without a table', async () => {
    const { drives } = taken(await readProbeFile(usual()));
    expect(drives.map(({ started }) => started)).toEqual([false, false, false, false, true, false]);
    const stick = drives[4];
    expect(stick?.whole).toMatchObject({ fileSystem: 'NTFS', label: 'Windows' });
    expect(stick?.whole?.clearable).toHaveLength(5);
    expect(stick?.table?.problems[0]?.sentence).toContain('the whole drive is one volume, NTFS “Windows”');
    expect(stick?.source).toBeNull();
  });

  it('says why a drive could not be opened', async () => {
    const { drives } = taken(await readProbeFile(usual()));
    expect(drives[5]?.problems).toMatchObject([{ rule: 'Opened', outcome: 'unknown' }]);
    const turning = { format: 'udrel-probe', version: 2, drives: [{ bus: 'sata', serial: 'A', rotating: true }] };
    const [told] = taken(await readProbeFile(JSON.stringify(turning))).drives;
    expect(told?.problems).toMatchObject([{ rule: 'Speed', outcome: 'unknown' }]);
    expect(drives[5]?.problems[0]?.sentence).toContain('No such file');
  });

  it('leaves used space to be asked for where the bitmap is too large', async () => {
    const { drives } = taken(await readProbeFile(run({ PROBE_LIMIT: '100' })));
    expect(drives[1]?.volumes.map(({ usedBytes }) => usedBytes === null)).toEqual([true, true, false, false, true]);
  });

  it('says when there are more drives than are read, and does not leave the rest out', async () => {
    const drives = Array.from({ length: 65 }, () => ({ bus: 'sata' }));
    const file = await readProbeFile(JSON.stringify({ format: 'udrel-probe', version: 2, drives }));
    expect(file).toMatchObject({ ok: false, sentence: expect.stringContaining('names 65 drives') as string });
  });

  it('says where it does not run', () => {
    expect(() => run({ PROBE_SYS: '/nowhere' })).toThrow();
  });
});

describe('files that are dropped', () => {
  it.each<[string, () => Promise<ReadFile>, string]>([
    ['a whole drive', () => readDropped(whole), 'image of a drive'],
    ['first sectors', () => readBytes(wholeDrive().slice(0, 32 * 1024)), 'first sectors of a drive'],
    ['last sectors', () => readBytes(wholeDrive().slice(-32 * 1024)), 'last sectors of a drive'],
    ['one partition', () => readDropped(madeImage('ntfs')), 'image of one partition'],
    ['SMBIOS', () => readBytes(PORTABLE), 'SMBIOS table'],
    ['ATA identity', () => readBytes(ataIdentify()), 'identity page'],
    ['ATA health', () => readBytes(smartData({ 5: 0 })), 'health page'],
    [
      'ATA identity, health and thresholds',
      () => readBytes(Uint8Array.from([...ataIdentify(), ...smartData({ 5: 12 }), ...smartThresholds({ 5: 10 })])),
      'identity page and health page',
    ],
    ['NVMe identity', () => readBytes(nvmeIdentify(1_000_215_216, 9).controller), 'identity page'],
    ['NVMe health', () => readBytes(nvmeHealth()), 'health page'],
  ])('%s', async (_name, read, kind) => {
    expect(taken(await read()).kind).toBe(kind);
  });

  it('first and last sectors tell the same partitions as the whole drive', async () => {
    const partsOf = async (file: Promise<ReadFile>) =>
      taken(await file).drives[0]?.source?.partitions.map(({ startSector, sectors }) => [startSector, sectors]);
    const parts = await partsOf(readDropped(whole));
    expect(parts).toHaveLength(5);
    expect(await partsOf(readBytes(wholeDrive().slice(0, 32 * 1024)))).toEqual(parts);
    expect(await partsOf(readBytes(wholeDrive().slice(-32 * 1024)))).toEqual(parts);
  });

  it('takes no volume for the system’s that is too small to hold one', async () => {
    const kinds = taken(await readDropped(whole)).drives[0]?.source?.partitions.map(({ kind }) => kind);
    expect(kinds).toEqual(['EFI system', 'data', 'data', 'data', 'data']);
  });

  it.each<[string, string | Uint8Array, string]>([
    ['nothing', new Uint8Array(0), 'empty'],
    ['a text', new TextEncoder().encode('hello there, nothing of use'), 'Nothing known'],
    ['zeros', new Uint8Array(4096), 'Nothing known'],
    ['another JSON file', '{"format":"else"}', 'no probe file'],
    ['a later version', '{"format":"udrel-probe","version":9}', 'of version 9'],
    ['cut off', '{"format":"udrel-probe",\n"version":1,', 'line 2, column'],
  ])('%s is refused with what to do', async (_name, content, sentence) => {
    const bytes = typeof content === 'string' ? new TextEncoder().encode(content) : content;
    const file = await readBytes(bytes);
    expect(file.ok ? '' : file.sentence).toContain(sentence);
  });

  it('takes what is whole of a probe file with damaged parts', async () => {
    const [head] = drivePieces();
    const file = {
      format: 'udrel-probe',
      version: 1,
      device: { smbios: 'zz', firmwareMode: 'odd' },
      drives: [
        {
          bus: 'usb',
          serial: 'B-1',
          bytes: DRIVE_BYTES,
          pieces: [
            { offset: 0, data: packed(head?.bytes ?? new Uint8Array()) },
            { offset: -4, data: '12' },
          ],
        },
        'not a drive',
        { bytes: 4 * GIB, pieces: [{ offset: 0, data: packed(new Uint8Array(100)).slice(0, -20) }] },
      ],
    };
    const { device, firmwareMode, drives } = taken(await readProbeFile(JSON.stringify(file)));
    expect({ device, firmwareMode, count: drives.length }).toEqual({ device: null, firmwareMode: null, count: 3 });
    expect(drives[0]?.source?.partitions).toHaveLength(5);
    expect(drives[0]?.problems.map(({ rule }) => rule)).toEqual(['Probe file', 'USB']);
  });

  it('does not unfold more than a stretch may hold', async () => {
    const bomb = {
      format: 'udrel-probe',
      version: 1,
      device: { smbios: packed(new Uint8Array(65 * MIB)) },
      drives: [],
    };
    expect(taken(await readProbeFile(JSON.stringify(bomb))).device).toBeNull();
  });
});

it.each([
  ['6.0 Gbps', { kind: 'sata', generation: 3 }],
  ['16.0 GT/s PCIe x2', { kind: 'pcie', generation: 4, lanes: 2 }],
  ['8.0 GT/s PCIe x16', { kind: 'pcie', generation: 3, lanes: 4 }],
  ['<unknown>', null],
])('link %s', (text, link) => {
  expect(linkOf(text, null)).toEqual(link);
});
