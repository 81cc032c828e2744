import { readFileSync, writeFileSync } from 'node:fs';
import { gunzipSync } from 'node:zlib';
import { afterAll, describe, expect, it } from 'vitest';
import { bytesOfNominal } from '../../capacity';
import type { Piece } from '../../image';
import { loadOption, startOrder } from '../../inventory/samples.test-data';
import { defaultIntent, planLayout, type SourceTable } from '../../layout';
import { GPT_TYPE_OF, writeGpt } from '../../tables';
import { readProbeFile, type Reading } from '../index';
import { madeDevice } from './made-device.test-data';

/**
 * The probe files of a whole device that ship with the demo are what the shipped probe prints of these made-up devices. With
 * WRITE_DEMO_FILES=yes they are made anew.
 */
const FILES = new URL('../../../../../demo/files/', import.meta.url);
const made: ReturnType<typeof madeDevice>[] = [];
afterAll(() => made.forEach(({ remove }) => remove()));

/** A disk with a system, as another demo file has it: its content is taken from there. */
interface Disk {
  bytes: number;
  pieces: Piece[];
  table: SourceTable;
  smbios: string;
}

async function diskOf(name: string): Promise<Disk> {
  const text = readFileSync(new URL(name, FILES), 'utf8');
  const { device, drives } = JSON.parse(text) as {
    device: { smbios: string };
    drives: { bytes: number; pieces: { offset: number; data: string }[] }[];
  };
  const [drive] = drives;
  const table = taken(await readProbeFile(text)).drives[0]?.source;
  if (!drive || !table) throw new Error(`${name} has no drive with a table`);
  const unpacked = (data: string) => gunzipSync(Buffer.from(data, 'hex'));
  const pieces = drive.pieces.map(({ offset, data }) => ({ offset, bytes: Uint8Array.from(unpacked(data)) }));
  return { bytes: drive.bytes, pieces, table, smbios: unpacked(device.smbios).toString('latin1') };
}

function taken(file: Awaited<ReturnType<typeof readProbeFile>>): Reading {
  if (!file.ok) throw new Error(file.sentence);
  return file.reading;
}

const OLD_ESP = '9D784FE2-0A1B-4330-9AD5-E913AC57D01D';
const NEW_ESP = '5C0F7A31-6E1D-4B9E-9D0C-77A3B1C02E01';

/** What is told of the portable beside its drives. */
const PARTS: Readonly<Record<string, string>> = {
  'bus/pci/devices/0000:00:02.0/class': '0x030000',
  'bus/pci/devices/0000:00:17.0/class': '0x010601',
  'bus/pci/devices/0000:02:00.0/class': '0x028000',
  'class/input/input1/name': 'Board keys',
  'class/input/input1/capabilities/key': '402000000 3803078f800d001 fffffffffffffffe',
  'class/input/input2/name': 'Lid switch',
  'class/input/input2/capabilities/sw': '1',
  'class/sound/card0/id': 'Board',
  'class/video4linux/video0/name': 'Lid camera',
  'class/net/wlp2s0/device/class': '0x028000',
  'class/net/wlp2s0/wireless/status': '0',
  'class/power_supply/BAT0/type': 'Battery',
  'class/power_supply/BAT0/energy_full': '38200000',
  'class/power_supply/BAT0/energy_full_design': '45000000',
  'class/drm/card0-eDP-1/status': 'connected',
  'class/hwmon/hwmon3/name': 'board',
  'class/hwmon/hwmon3/fan1_input': '2350',
};
const TOUCHPAD = { 'class/input/input3/name': 'Glass pad', 'class/input/input3/properties': '5' };

interface Told {
  made: string;
  parts: Readonly<Record<string, string>>;
  /** The start entries, first one first, by the partition that they name. */
  starts: readonly string[];
  /** The new card with its lanes; null before the work. */
  card: { lanes: number } | null;
}

function probed(disk: Disk, { made: at, parts, starts, card }: Told): string {
  const device = madeDevice();
  made.push(device);
  const { put, drive, partitions, written, variable, tool, run } = device;
  tool('date', `echo ${at}`);
  put('sys/firmware/dmi/tables/DMI', Buffer.from(named(disk.smbios), 'latin1'));
  for (const [path, text] of Object.entries(parts)) put(`sys/${path}`, text);
  starts.forEach((guid, n) =>
    variable(`Boot000${n}`, loadOption({ name: n > 0 ? `Older start ${n}` : 'Desktop system', guid })),
  );
  variable('BootOrder', startOrder(...starts.keys()));
  variable('BootCurrent', startOrder(0));
  variable('SecureBoot', Uint8Array.from([1]));
  drive('sda', 'pci/ata1/host0/target', told(disk.bytes, '1'));
  put('sys/devices/pci/ata1/host0/target/model', 'Keel KD7');
  put('sys/devices/pci/ata1/host0/target/serial', 'KD7-52C3-9006');
  put('sys/class/ata_link/link1/sata_spd', '6.0 Gbps');
  partitions('sda', disk.table.partitions);
  written('sda', disk.bytes, disk.pieces);
  if (card) {
    const { bytes, pieces, laid } = copied(disk);
    drive('nvme0n1', 'pci/nvme/nvme0', told(bytes, '0'));
    put('sys/devices/pci/nvme/nvme0/serial', 'KE-N6-5275-772');
    put('sys/devices/pci/nvme/nvme0/model', 'Kestrin N6');
    put('sys/devices/pci/nvme/nvme0/device/current_link_speed', '8.0 GT/s PCIe');
    put('sys/devices/pci/nvme/nvme0/device/current_link_width', String(card.lanes));
    partitions('nvme0n1', laid);
    written('nvme0n1', bytes, pieces);
  }
  return run();
}

const told = (bytes: number, rotational: string) => ({
  size: String(bytes / 512),
  'queue/logical_block_size': '512',
  'queue/physical_block_size': '4096',
  'queue/rotational': rotational,
  'queue/discard_max_bytes': '0',
});

/** The names of another device in the same table: its texts end where they end. */
const named = (smbios: string) => smbios.replaceAll('T15-4820-66', 'Q13-2207-52').replaceAll('Tern 15', 'Quill 13');

/** The disk copied onto a card as it would be planned, with identifiers of its own. */
function copied({ table, pieces }: Disk) {
  const bytes = bytesOfNominal(1000);
  const around = { uefi: true, oldStays: true, mayWrite: true };
  const layout = planLayout(
    table,
    [{ id: 'new', sectors: bytes / 512, sectorSize: 512 }],
    defaultIntent(table),
    around,
  );
  const laid = layout.partitions.flatMap(({ source, target }) => (target ? [{ source, ...target }] : []));
  const entries = laid.map(({ source, startSector, sectors }, n) => ({
    number: n + 1,
    startSector,
    sectors,
    type: source.entry?.type ?? GPT_TYPE_OF.data,
    uniqueId: source.kind === 'EFI system' ? NEW_ESP : `5C0F7A31-6E1D-4B9E-9D0C-77A3B1C02E1${n}`,
    name: '',
    attributes: '0',
  }));
  const diskId = '5C0F7A31-6E1D-4B9E-9D0C-77A3B1C02EFF';
  const { head, tail } = writeGpt({ sectors: bytes / 512, sectorSize: 512, diskId, entries });
  const moved = laid.flatMap(({ source, startSector, sectors }) => {
    const [from, to] = [source.startSector * 512, startSector * 512];
    const inside = pieces.filter(
      ({ offset, bytes: one }) =>
        offset >= from && offset + one.length <= from + Math.min(source.sectors, sectors) * 512,
    );
    return inside.map(({ offset, bytes: one }) => ({
      offset: offset - from + to,
      bytes: offset === from ? resized(one, sectors) : one,
    }));
  });
  return { bytes, laid, pieces: [head, ...moved, tail] };
}

/** The first sectors of a volume that fills its partition. */
function resized(bytes: Uint8Array, sectors: number): Uint8Array {
  const copy = Uint8Array.from(bytes);
  const view = new DataView(copy.buffer);
  const name = String.fromCharCode(...copy.subarray(3, 7));
  if (name === 'NTFS') view.setBigUint64(40, BigInt(sectors - 1), true);
  else if (view.getUint32(32, true) > 0) view.setUint32(32, sectors, true);
  return copy;
}

describe('the demo’s probe files of a device before and after', () => {
  it.each<[string, Told, Partial<Reading>]>([
    [
      'Q13-2207-52.before.probe.json',
      { made: '2026-05-04T08:10:00Z', parts: { ...PARTS, ...TOUCHPAD }, starts: [OLD_ESP], card: null },
      { secureBoot: true },
    ],
    [
      'Q13-2207-52.after.probe.json',
      { made: '2026-05-05T15:40:00Z', parts: PARTS, starts: [OLD_ESP], card: { lanes: 2 } },
      { secureBoot: true },
    ],
    [
      'Q13-2207-52.mended.probe.json',
      { made: '2026-05-05T16:25:00Z', parts: { ...PARTS, ...TOUCHPAD }, starts: [NEW_ESP], card: { lanes: 4 } },
      { secureBoot: true },
    ],
  ])('%s', async (name, device, says) => {
    const fresh = probed(await diskOf('T15-4820-66.probe.json'), device);
    if (process.env['WRITE_DEMO_FILES'] === 'yes') writeFileSync(new URL(name, FILES), fresh);
    const shipped = taken(await readProbeFile(readFileSync(new URL(name, FILES), 'utf8')));
    expect(shipped).toEqual(taken(await readProbeFile(fresh)));
    expect(shipped).toMatchObject(says);
    expect(shipped.device?.serial).toBe('Q13-2207-52');
    expect(shipped.drives.map(({ source }) => source?.partitions.length)).toEqual(device.card ? [5, 5] : [5]);
  });
});
