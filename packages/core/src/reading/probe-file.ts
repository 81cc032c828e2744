import {
  gradeAta,
  gradeNvme,
  readAtaIdentify,
  readNvmeIdentify,
  readSmart,
  unknownHealth,
  type DriveIdentity,
  type HealthReport,
} from '../health';
import { binary } from '../capacity';
import { imageOfPieces, type Piece } from '../image';
import { readBootEntries, readParts, readSecureBoot, type FirmwareVariable } from '../inventory';
import type { Lanes, Link, PcieGeneration, SataGeneration } from '../links';
import type { Reason } from '../reason';
import { readSmbios } from '../smbios';
import { classOf, readPartitions, turns } from './drive';
import { unpack } from './packed';
import type { ReadDrive, ReadFile } from './types';

/** The version of the probe file that is made here; those before it are read too. */
export const PROBE_VERSION = 2;
const VERSIONS: readonly unknown[] = [1, PROBE_VERSION];
/** Most drives of one device that are read. */
export const MOST_DRIVES = 64;
/** Most stretches of one drive. */
export const MOST_PIECES = 16_384;
/** Most file tables of one drive. */
export const MOST_TABLES = 128;
/** Most variables of the firmware. */
export const MOST_VARIABLES = 256;
/** What is said of a health page that was damaged on its way. */
export const WRONG_SUM = 'The checksum of its health page is wrong: read it again.';

type Fields = Record<string, unknown>;

const fieldsOf = (value: unknown): Fields =>
  typeof value === 'object' && value !== null && !Array.isArray(value) ? (value as Fields) : {};
const listOf = (value: unknown): unknown[] => (Array.isArray(value) ? value : []);
const textOf = (value: unknown): string => (typeof value === 'string' ? value.trim().slice(0, 200) : '');
const countOf = (value: unknown): number | null =>
  typeof value === 'number' && Number.isSafeInteger(value) && value >= 0 ? value : null;

/** Reads a probe file. What is missing or wrong in it stays unknown and is named; the rest is taken. */
export async function readProbeFile(text: string): Promise<ReadFile> {
  let parsed: unknown;
  try {
    parsed = JSON.parse(text);
  } catch (error) {
    return { ok: false, sentence: `The file breaks off or was changed: ${whereOf(text, error)}. Make it again.` };
  }
  const file = fieldsOf(parsed);
  if (file['format'] !== 'udrel-probe') return { ok: false, sentence: 'This JSON file is no probe file.' };
  if (!VERSIONS.includes(file['version'])) {
    const which = String(file['version']).slice(0, 20);
    return {
      ok: false,
      sentence: `This probe file is of version ${which}; versions up to ${PROBE_VERSION} are read. Take the probe from here.`,
    };
  }
  const device = fieldsOf(file['device']);
  const table = await unpack(device['smbios']);
  const mode = device['firmwareMode'];
  const parts = await unpack(device['parts']);
  const variables = await variablesOf(device);
  const drives: ReadDrive[] = [];
  const listed = listOf(file['drives']);
  if (listed.length > MOST_DRIVES) {
    const sentence = `The file names ${listed.length} drives; ${MOST_DRIVES} are read. Run the probe with fewer of them attached.`;
    return { ok: false, sentence };
  }
  for (const one of listed) drives.push(await driveOf(fieldsOf(one)));
  return {
    ok: true,
    reading: {
      kind: 'probe file',
      made: textOf(file['made']),
      device: table ? readSmbios(table) : null,
      firmwareMode: mode === 'UEFI' || mode === 'legacy' ? mode : null,
      drives,
      boot: readBootEntries(variables),
      secureBoot: readSecureBoot(variables),
      parts: parts && readParts(new TextDecoder().decode(parts)),
    },
  };
}

/** What the firmware keeps, by name. */
async function variablesOf(device: Fields): Promise<FirmwareVariable[]> {
  const variables: FirmwareVariable[] = [];
  for (const one of listOf(device['variables']).slice(0, MOST_VARIABLES)) {
    const { name, data } = fieldsOf(one);
    const bytes = await unpack(data);
    if (bytes) variables.push({ name: textOf(name), bytes });
  }
  return variables;
}

/** Where a text stops being JSON, in words. */
function whereOf(text: string, error: unknown): string {
  const message = error instanceof Error ? error.message : '';
  const at = Number(/position (\d+)/.exec(message)?.[1] ?? text.length);
  const before = text.slice(0, at).split('\n');
  return `line ${before.length}, column ${(before.at(-1)?.length ?? 0) + 1}`;
}

async function driveOf(drive: Fields): Promise<ReadDrive> {
  const problems: Reason[] = [];
  const pieces: Piece[] = [];
  for (const one of listOf(drive['pieces']).slice(0, MOST_PIECES)) {
    const { offset, data } = fieldsOf(one);
    const [at, bytes] = [countOf(offset), await unpack(data)];
    if (at !== null && bytes) pieces.push({ offset: at, bytes });
    else
      problems.push({
        rule: 'Probe file',
        outcome: 'unknown',
        sentence: 'A stretch of the drive is unreadable in it.',
      });
  }
  const identity = await identityOf(drive);
  const bytes = countOf(drive['bytes']) ?? identity?.bytes ?? null;
  const sector = drive['logicalSector'];
  const read =
    bytes !== null && pieces.length > 0
      ? readPartitions(
          imageOfPieces(bytes, pieces),
          sector === 512 || sector === 4096 ? sector : undefined,
          await filesOf(drive),
        )
      : { table: null, volumes: [], whole: null, source: null, start: null };
  const link = linkOf(textOf(drive['link']), identity);
  const bridged = drive['bus'] === 'usb';
  problems.push(...unreadOf(drive), ...hiddenOf(drive, bytes), ...speedOf(drive));
  if (bridged) {
    problems.push({
      rule: 'USB',
      outcome: 'limit',
      sentence: 'Read through a USB bridge: serial and sector size may be the bridge’s.',
      remedy: 'compare the serial with the label',
    });
  }
  const health = await healthOf(drive, identity);
  return {
    identity,
    bytes,
    class: classOf(identity, link),
    link,
    bridged,
    started: drive['started'] === true,
    ...read,
    health,
    problems,
  };
}

/** The lines of file tables, by where their volumes begin. */
async function filesOf(drive: Fields): Promise<Map<number, string>> {
  const told = new Map<number, string>();
  for (const one of listOf(drive['files']).slice(0, MOST_TABLES)) {
    const { offset, data } = fieldsOf(one);
    const [at, bytes] = [countOf(offset), await unpack(data)];
    if (at !== null && bytes) told.set(at, new TextDecoder().decode(bytes));
  }
  return told;
}

/** Why a drive could not be opened, as its system said it. */
function unreadOf(drive: Fields): Reason[] {
  const why = textOf(drive['unread']);
  if (why === '') return [];
  const sentence = `It could not be read: ${why.replace(/\.$/, '')}.`;
  return [{ rule: 'Opened', outcome: 'unknown', sentence, remedy: 'look at its cable, its lock and its berth' }];
}

/** A drive may show less than it has: a protected area at its end, which no copy by partitions takes along. */
function hiddenOf(drive: Fields, bytes: number | null): Reason[] {
  const native = countOf(drive['nativeSectors']);
  const shown = bytes === null ? null : Math.floor(bytes / 512);
  if (native === null || shown === null || native <= shown) return [];
  const hidden = (native - shown) * 512;
  return [
    {
      rule: 'Hidden area',
      outcome: 'limit',
      measured: binary(hidden),
      sentence: `It hides ${binary(hidden)} behind its end (protected area): they are not read here, and do not come along.`,
      remedy: 'take the limit off first where the customer needs what is there',
    },
  ];
}

/** Without the drive's own page the kernel tells whether it turns, not how fast. */
function speedOf(drive: Fields): Reason[] {
  if (drive['rotating'] !== true || drive['identify'] !== undefined) return [];
  const sentence = 'It turns, how fast is not told: taken for 5400 a minute.';
  return [{ rule: 'Speed', outcome: 'unknown', sentence, remedy: 'look at its label, and choose its kind by hand' }];
}

/** What the drive says of itself: its own page where it was read, else what the kernel shows. */
async function identityOf(drive: Fields): Promise<DriveIdentity | null> {
  const page = await unpack(drive['identify']);
  const controller = await unpack(drive['nvmeController']);
  const own =
    (page && readAtaIdentify(page)) ??
    (controller && readNvmeIdentify(controller, await unpack(drive['nvmeNamespace'])));
  if (own) return own;
  const [serial, model] = [textOf(drive['serial']), textOf(drive['model'])];
  if (serial === '' && model === '') return null;
  const rotating = drive['rotating'];
  const logical = drive['logicalSector'];
  return {
    bus: drive['bus'] === 'nvme' ? 'NVMe' : 'ATA',
    serial,
    model,
    firmware: textOf(drive['firmware']),
    bytes: countOf(drive['bytes']),
    logicalSector: logical === 512 || logical === 4096 ? logical : null,
    physicalSector: countOf(drive['physicalSector']),
    // The kernel tells whether it turns, not how fast.
    rotation: rotating === false ? 0 : rotating === true ? 5400 : null,
    form: null,
    sata: null,
    trim: typeof drive['trim'] === 'boolean' ? drive['trim'] : null,
    locked: false,
    problems: [],
  };
}

async function healthOf(drive: Fields, identity: DriveIdentity | null): Promise<HealthReport> {
  const log = await unpack(drive['nvmeHealth']);
  if (log) return gradeNvme(log) ?? unknownHealth('What it answered is no health page: read it again.');
  const data = await unpack(drive['smart']);
  if (!data) return unknownHealth();
  const attributes = readSmart(data, await unpack(drive['smartThresholds']));
  if (!attributes) return unknownHealth(WRONG_SUM);
  const statistics = await unpack(drive['smartStatistics']);
  return gradeAta({ attributes, passed: null, data, rotating: turns(identity), statistics });
}

const SATA_RATES: Readonly<Record<string, SataGeneration>> = { '1.5': 1, '3.0': 2, '6.0': 3 };
const PCIE_RATES: Readonly<Record<string, PcieGeneration>> = { '2.5': 1, '5.0': 2, '8.0': 3, '16.0': 4, '32.0': 5 };

/** The link as the kernel writes it: "6.0 Gbps", or "8.0 GT/s PCIe x4". */
export function linkOf(text: string, identity: DriveIdentity | null): Link | null {
  const [, gigabits] = /^([\d.]+) Gbps$/.exec(text) ?? [];
  const sata = (gigabits && SATA_RATES[gigabits]) || identity?.sata?.runs || identity?.sata?.can;
  if (sata) return { kind: 'sata', generation: sata };
  const [, rate, lanes] = /^([\d.]+) GT\/s(?: PCIe)? x(\d+)$/.exec(text) ?? [];
  const generation = rate ? PCIE_RATES[rate] : undefined;
  if (!generation) return null;
  return { kind: 'pcie', generation, lanes: Math.min(4, Number(lanes) === 3 ? 2 : Number(lanes)) as Lanes };
}
