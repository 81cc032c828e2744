import { gzipSync } from 'node:zlib';
import { readMeasurement } from '../benchmarks';
import { gradeAta, gradeNvme, readAtaIdentify, readNvmeIdentify, readSmart } from '../health';
import { ataIdentify, nvmeHealth, nvmeIdentify, smartData, smartThresholds } from '../health/samples.test-data';
import { fieldsOf } from '../identity';
import { imageOfPieces, type Piece } from '../image';
import { cellsOf, COLUMNS, partOfCells, type Column } from '../parts-file';
import { readBootEntries, readParts } from '../inventory';
import { loadOption, startOrder } from '../inventory/samples.test-data';
import { drivePieces, DRIVE_BYTES } from '../reading/tests/drive.test-data';
import { readPartitions } from '../reading/drive';
import { readProbeFile } from '../reading/probe-file';
import { readSmbios } from '../smbios';
import { PORTABLE } from '../smbios/samples.test-data';
import { readTable } from '../tables';
import { allocationOf, readVolume } from '../volumes';
import { madeBySystems } from '../volumes/made.test-data';

/** What is mutated: stretches of an image of a size. A single dump is one stretch from its beginning. */
export interface Input {
  size: number;
  pieces: Piece[];
}

/** A format with whole inputs to begin from and the readers that must stand whatever becomes of them. */
export interface Format {
  name: string;
  seeds: Input[];
  /** What was read; a promise of it where unpacking takes turns. */
  read: (input: Input) => unknown;
}

const dump = (bytes: Uint8Array): Input => ({ size: bytes.length, pieces: [{ offset: 0, bytes }] });
const bytesOf = ({ pieces }: Input) => pieces[0]?.bytes ?? new Uint8Array();
const image = ({ size, pieces }: Input) => imageOfPieces(size, pieces);

const volume = (...names: string[]): Format => ({
  name: names.join(', '),
  seeds: names.map(madeBySystems),
  read(input) {
    const allocation = allocationOf(image(input));
    return [readVolume(image(input)), [0, 1, 9999].map((block) => allocation?.inUse(block))];
  },
});

const written = (text: string): Input => dump(new TextEncoder().encode(text));
const text = (input: Input) => new TextDecoder().decode(bytesOf(input));

/** A file table as the probe tells it. */
const LINES = '40 5 8192 hiberfil.sys\n41 5 0 Windows\n42 41 0 Temp\n43 42 900\n43 - 70\n44 5 0 Windows.old\n45 44 1\n';

/** A probe file with few stretches, each packed as the probe packs them. */
function probe(): string {
  const packed = (bytes: Uint8Array) => gzipSync(bytes).toString('hex');
  const pieces = drivePieces().map(({ offset, bytes }) => ({ offset, data: packed(bytes) }));
  const drive = {
    bus: 'sata',
    serial: 'KD5-1',
    bytes: DRIVE_BYTES,
    identify: packed(ataIdentify()),
    nativeSectors: DRIVE_BYTES / 512 + 8,
    unread: 'Input/output error',
    pieces: pieces.slice(0, 3),
    files: [{ offset: 48 * 1024 ** 2, data: packed(new TextEncoder().encode(LINES)) }],
  };
  const written = (content: string) => packed(new TextEncoder().encode(content));
  const variables = [{ name: 'BootOrder', data: packed(startOrder(1)) }];
  const parts = written('pci\t0000:00:17.0\t010601\ninput\tPad\t5 0 0\n');
  const device = { smbios: packed(PORTABLE), firmwareMode: 'UEFI', parts, variables };
  return JSON.stringify({ format: 'udrel-probe', version: 2, made: '2026-05-01T10:00:00Z', device, drives: [drive] });
}

const MEASURED = 'sequentialRead;91,5\nrandomRead;0.4\nstartUps;101\nstartUps;97\nmethod;1 MiB QD8\nattached;inside\n';
const MODULE = cellsOf({
  ...{ partNumber: 'BW-8', kind: 'memory', maker: 'Brinewick', name: 'S4', price: 3900 },
  spec: { maker: 'Brinewick', name: 'S4', generation: 'DDR4', form: 'SO-DIMM', bytes: 8 * 1024 ** 3, speed: 3200 },
});

const { controller, namespace } = nvmeIdentify(1_000_215_216, 9);

export const FORMATS: Format[] = [
  { name: 'GPT', seeds: [madeBySystems('gpt')], read: (input) => readTable(image(input)) },
  { name: 'MBR', seeds: [madeBySystems('mbr')], read: (input) => readTable(image(input)) },
  {
    name: 'a whole drive',
    seeds: [{ size: DRIVE_BYTES, pieces: drivePieces() }],
    read: (input) => readPartitions(image(input)),
  },
  volume('fat12', 'fat16'),
  volume('fat32'),
  volume('exfat'),
  volume('ntfs'),
  volume('ext2', 'ext3', 'ext4', 'ext4filled'),
  volume('xfs', 'btrfs', 'swap', 'luks1', 'luks2'),
  volume('windows filled'),
  volume('lvm'),
  volume('xfs filled', 'xfs dirty'),
  volume('reiserfs', 'jfs', 'udf', 'iso9660', 'swap64', 'btrfs of two'),
  {
    name: 'file table lines',
    seeds: [written(LINES)],
    read: (input) => readVolume(image(madeBySystems('windows')), text(input)),
  },
  { name: 'SMBIOS', seeds: [dump(PORTABLE)], read: (input) => readSmbios(bytesOf(input)) },
  { name: 'ATA identity', seeds: [dump(ataIdentify())], read: (input) => readAtaIdentify(bytesOf(input)) },
  {
    name: 'ATA health',
    seeds: [dump(Uint8Array.from([...smartData({ 5: 3, 197: 8 }), ...smartThresholds({ 5: 10 })]))],
    read: (input) => {
      const [data, limits] = [bytesOf(input).subarray(0, 512), bytesOf(input).subarray(512)];
      return gradeAta({ attributes: readSmart(data, limits) ?? [], passed: null, data, rotating: true });
    },
  },
  {
    name: 'NVMe identity',
    seeds: [dump(Uint8Array.from([...controller, ...namespace]))],
    read: (input) => readNvmeIdentify(bytesOf(input).subarray(0, 4096), bytesOf(input).subarray(4096)),
  },
  {
    name: 'start entry',
    seeds: [dump(loadOption({ name: 'Desktop system', guid: '00000000-0000-4000-8000-000000000001' }))],
    read: (input) => readBootEntries([{ name: 'Boot0001', bytes: bytesOf(input) }]),
  },
  {
    name: 'parts of a device',
    seeds: [written('usb\tReader\t1d6b:0103 ff\nfan\tboard\t')],
    read: (input) => readParts(text(input)),
  },
  { name: 'probe file', seeds: [written(probe())], read: (input) => readProbeFile(text(input)) },
  {
    name: 'measurement file',
    seeds: [written(MEASURED), written('{"sequentialRead":91.5,"startUps":[101,97],"attached":"inside"}')],
    read: (input) => readMeasurement(text(input)),
  },
  {
    name: 'label code',
    seeds: [
      '[)>\u001e06\u001d1PKD7-750\u001dSKD7-55Q0-2218\u001d9D2031\u001e\u0004',
      '(01)04012345678901(21)PW-M2-0093-771',
      'P/N: KD7-750; S/N: KD7-55Q0-2218; 750 GB',
    ].map(written),
    read: (input) => fieldsOf(text(input)),
  },
  {
    name: 'parts file',
    seeds: [written((Object.keys(COLUMNS) as Column[]).map((column) => MODULE[column] ?? '').join(','))],
    read(input) {
      const cells = text(input).split(',');
      return partOfCells(Object.fromEntries(Object.keys(COLUMNS).map((column, at) => [column, cells[at] ?? ''])));
    },
  },
  { name: 'NVMe health', seeds: [dump(nvmeHealth())], read: (input) => gradeNvme(bytesOf(input)) },
];

/** A generator of whole numbers below 2^32 that gives the same for the same seed (xorshift). */
export function numbersFrom(seed: number): () => number {
  let state = seed >>> 0 || 1;
  return () => {
    state ^= state << 13;
    state >>>= 0;
    state ^= state >>> 17;
    state ^= state << 5;
    state >>>= 0;
    return state;
  };
}

/** Values at which counts and places go wrong. */
const EDGES = [0, 1, 0x7f, 0x80, 0xff, 0x7fff, 0xffff, 0x7fff_ffff, 0xffff_ffff];

/** An input with one to six faults: bytes and fields altered, stretches cut, moved or lost, another size. */
export function mutated(input: Input, next: () => number): Input {
  // Only what is altered is copied: a drive has megabytes of stretches.
  const pieces = input.pieces.map(({ offset, bytes }) => ({ offset, bytes }));
  let { size } = input;
  for (let faults = 1 + (next() % 6); faults > 0; faults--) {
    const index = next() % Math.max(1, pieces.length);
    const piece = pieces[index];
    if (!piece || piece.bytes.length === 0) continue;
    // Most of what counts stands in the first half kilobyte.
    const span = next() % 3 === 0 ? piece.bytes.length : Math.min(512, piece.bytes.length);
    const at = next() % span;
    const kind = next() % 16;
    if (kind < 13) piece.bytes = piece.bytes.slice();
    if (kind < 6) piece.bytes[at] = next() % 256;
    else if (kind < 13) setField(piece.bytes, at, EDGES[next() % EDGES.length] ?? 0, 1 << (next() % 4));
    else if (kind === 13) piece.bytes = piece.bytes.slice(0, at);
    else if (kind === 14) size = Math.max(0, next() % 4 === 0 ? 2 ** (next() % 53) : size - (next() % 4096));
    else if (next() % 2 === 0) pieces.splice(index, 1);
    else piece.offset = Math.max(0, piece.offset + (next() % 2048) - 1024);
  }
  return { size, pieces };
}

function setField(bytes: Uint8Array, at: number, value: number, width: number): void {
  for (let n = 0; n < width && at + n < bytes.length; n++)
    bytes[at + n] = n < 4 ? (value >>> (8 * n)) & 0xff : value & 0xff;
}
