import { imageOf, type Image } from '../image';
import { writeGpt, writeMbr } from '../tables';

/** A file of a made-up volume: its path from the root, and its head. */
export interface MadeFile {
  path: string;
  bytes: Uint8Array;
}

const little = (value: number, width: number) =>
  Array.from({ length: width }, (_none, n) => Math.floor(value / 2 ** (8 * n)) % 256);
const SECTOR = 512;
const [TABLE_SECTORS, ROOT_ENTRIES, CLUSTERS] = [17, 512, 4200];

/** The head of a loader: for which machine, signed or not. */
export function loaderHead(machine = 0x8664, signed = false): Uint8Array {
  const bytes = new Uint8Array(1024);
  bytes.set([0x4d, 0x5a]);
  bytes.set(little(0x80, 4), 60);
  bytes.set([0x50, 0x45, 0, 0, ...little(machine, 2)], 0x80);
  const wide = machine !== 0x14c;
  bytes.set(little(wide ? 0x20b : 0x10b, 2), 0x98);
  const directories = 0x98 + (wide ? 112 : 96);
  bytes.set(little(16, 4), directories - 4);
  if (signed) bytes.set([...little(4096, 4), ...little(1800, 4)], directories + 32);
  return bytes;
}

/** A FAT16 with one sector a cluster that holds these files; folders come by their paths, long names as they are given. */
export function fatVolume(files: readonly MadeFile[]): Uint8Array {
  const data = (1 + TABLE_SECTORS) * SECTOR + ROOT_ENTRIES * 32;
  const total = data / SECTOR + CLUSTERS;
  const bytes = new Uint8Array(total * SECTOR);
  bytes.set([0xeb, 0x3c, 0x90]);
  bytes.set([...little(SECTOR, 2), 1, ...little(1, 2), 1, ...little(ROOT_ENTRIES, 2), ...little(total, 2), 0xf8], 11);
  bytes.set(little(TABLE_SECTORS, 2), 22);
  bytes.set(
    [...'FAT16   '].map((one) => one.charCodeAt(0)),
    54,
  );
  bytes.set([0x55, 0xaa], 510);
  let next = 2;
  const take = (count: number) => {
    const first = next;
    for (let n = 0; n < count; n++) {
      bytes.set(little(n === count - 1 ? 0xffff : first + n + 1, 2), SECTOR + (first + n) * 2);
    }
    next += count;
    return first;
  };
  const offsetOf = (cluster: number) => data + (cluster - 2) * SECTOR;
  const laid = (entries: number[]) => {
    const first = take(Math.max(1, Math.ceil((entries.length + 32) / SECTOR)));
    bytes.set(entries, offsetOf(first));
    return first;
  };
  const folder = (path: string): number[] => {
    const below = files.filter((one) => one.path.startsWith(path));
    const names = [...new Set(below.map((one) => one.path.slice(path.length).split('\\')[0] ?? ''))];
    return names.flatMap((name, n) => {
      const file = below.find((one) => one.path === path + name);
      const cluster = file ? take(Math.ceil(file.bytes.length / SECTOR)) : laid(folder(`${path}${name}\\`));
      if (file) bytes.set(file.bytes, offsetOf(cluster));
      return entry(name, n, { folder: !file, cluster, size: file?.bytes.length ?? 0 });
    });
  };
  bytes.set(folder('\\'), data - ROOT_ENTRIES * 32);
  return bytes;
}

function entry(name: string, n: number, of: { folder: boolean; cluster: number; size: number }): number[] {
  const fits = /^[A-Z0-9]{1,8}(\.[A-Z0-9]{1,3})?$/.test(name);
  const [base = '', ending = ''] = fits ? name.split('.') : [`LONG~${n}`, name.split('.')[1]?.toUpperCase() ?? ''];
  const short = [...base.padEnd(8), ...ending.slice(0, 3).padEnd(3)].map((one) => one.charCodeAt(0));
  const sum = short.reduce((all, one) => (((all & 1) << 7) + (all >> 1) + one) & 0xff, 0);
  const letters = [...`${name}\0`].flatMap((one) => little(one.charCodeAt(0), 2));
  const parts = fits ? 0 : Math.ceil(letters.length / 26);
  const long = Array.from({ length: parts }, (_none, at) => {
    const number = parts - at;
    const part = [...letters.slice((number - 1) * 26, number * 26)];
    while (part.length < 26) part.push(0xff);
    const first = number + (at === 0 ? 0x40 : 0);
    return [first, ...part.slice(0, 10), 0x0f, 0, sum, ...part.slice(10, 22), 0, 0, ...part.slice(22)];
  });
  const kind = of.folder ? 0x10 : 0x20;
  return [
    ...long.flat(),
    ...short,
    kind,
    ...new Array<number>(8).fill(0),
    ...little(0, 2),
    ...little(0, 4),
    ...little(of.cluster, 2),
    ...little(of.size, 4),
  ];
}

export const ESP = '11111111-2222-4333-8444-555555555555';
const EFI_SYSTEM = 'C12A7328-F81F-11D2-BA4B-00A0C93EC93B';
const SECTORS = 16_384;

/** A drive with a GPT whose EFI system partition holds these files; `code`: what stands in its first sector. */
export function gptDrive(files: readonly MadeFile[], code: Uint8Array = new Uint8Array()): Image {
  const bytes = new Uint8Array(SECTORS * SECTOR);
  const { head, tail } = writeGpt({
    sectors: SECTORS,
    sectorSize: 512,
    diskId: 'AAAAAAAA-2222-4333-8444-555555555555',
    entries: [
      {
        number: 1,
        startSector: 2048,
        sectors: 8192,
        type: EFI_SYSTEM,
        uniqueId: ESP,
        name: '',
        attributes: '0000000000000000',
      },
    ],
  });
  bytes.set(head.bytes, head.offset);
  bytes.set(tail.bytes, tail.offset);
  bytes.set(code, 0);
  bytes.set(fatVolume(files), 2048 * SECTOR);
  return imageOf(bytes);
}

/** A drive with an MBR of data partitions, each active or not, with or without code in its first sector. */
export function mbrDrive(code: Uint8Array, partitions: readonly { active: boolean; code: boolean }[]): Image {
  const bytes = new Uint8Array(SECTORS * SECTOR);
  const entries = partitions.map(({ active }, n) => {
    return { startSector: 2048 + n * 2048, sectors: 2048, type: '07', active, logical: false };
  });
  const pieces = writeMbr({ sectorSize: 512, diskId: '1A2B3C4D', recordGap: 2048, entries });
  for (const piece of pieces) bytes.set(piece.bytes, piece.offset);
  bytes.set(code, 0);
  partitions.forEach((one, n) => {
    const at = (2048 + n * 2048) * SECTOR;
    if (one.code) bytes.set([0xeb, 0x52, 0x90, ...new Array<number>(0x51).fill(0), 0xfa, 0x33], at);
    bytes.set([0x55, 0xaa], at + 510);
  });
  return imageOf(bytes);
}

/** Code that starts the active partition, and code that loads a stage of its own from a sector. */
export const GENERIC = Uint8Array.from([0xfa, 0x31, 0xc0]);
export function staged(sector: number): Uint8Array {
  const code = new Uint8Array(400);
  code.set([0xeb, 0x63]);
  code.set(little(sector, 8), 0x5c);
  code.set(
    [...'GRUB'].map((one) => one.charCodeAt(0)),
    0x180,
  );
  return code;
}
