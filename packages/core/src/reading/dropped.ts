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
import { imageOf, imageOfPieces, spells, u64, type Image } from '../image';
import { readSmbios } from '../smbios';
import { guessSectorSize } from '../tables';
import { readVolume } from '../volumes';
import { classOf, readPartitions, turns } from './drive';
import { readProbeFile, WRONG_SUM } from './probe-file';
import type { Reading, ReadDrive, ReadFile } from './types';

/** Probe files and dumps above this size are refused; images of drives may be of any size. */
export const LARGEST_FILE = 256 * 1024 * 1024;
/** Dumps of tables and pages are small: what is larger is an image of a drive. */
const LARGEST_DUMP = 256 * 1024;

const EMPTY: ReadDrive = {
  identity: null,
  bytes: null,
  class: null,
  link: null,
  bridged: false,
  started: false,
  table: null,
  volumes: [],
  whole: null,
  source: null,
  start: null,
  health: null,
  problems: [],
};

/**
 * Reads a file that was dropped or chosen, whatever of the known kinds it is: probe file; SMBIOS table; identity and
 * health pages of a drive; its first or last sectors; a whole image. Never throws for content.
 */
export async function readDropped(file: Image): Promise<ReadFile> {
  const head = file.read(0, Math.min(64, file.size));
  if (!head || file.size === 0) return { ok: false, sentence: 'The file is empty.' };
  if (/^\s*\{/.test(String.fromCharCode(...head))) {
    if (file.size > LARGEST_FILE) return { ok: false, sentence: 'The file is larger than any probe file (256 MiB).' };
    const text = new TextDecoder().decode(file.read(0, file.size) ?? new Uint8Array());
    return readProbeFile(text);
  }
  const bytes = file.size <= LARGEST_DUMP ? file.read(0, file.size) : null;
  const reading = (bytes && (pages(bytes) ?? smbiosDump(bytes))) ?? driveImage(file);
  if (reading) return { ok: true, reading };
  return {
    ok: false,
    sentence:
      'Nothing known was found in this file. Drop a probe file, an SMBIOS table, identity or health pages, the first sectors of a drive or an image of it.',
  };
}

function of(kind: string, over: Partial<Reading>): Reading {
  return {
    kind,
    made: '',
    device: null,
    firmwareMode: null,
    drives: [],
    boot: null,
    secureBoot: null,
    parts: null,
    ...over,
  };
}

/** Identity and health pages, alone or one behind the other. */
function pages(bytes: Uint8Array): Reading | null {
  const found: { identity: DriveIdentity | null; health: HealthReport | null } = { identity: null, health: null };
  if (bytes.length % 4096 === 0 && bytes.length <= 8192) {
    const namespace = bytes.length === 8192 ? bytes.subarray(4096) : null;
    found.identity = namedIdentity(readNvmeIdentify(bytes.subarray(0, 4096), namespace));
  } else if (bytes.length % 512 === 0 && bytes.length <= 3 * 512) {
    const blocks = Array.from({ length: bytes.length / 512 }, (_none, n) => bytes.subarray(n * 512, n * 512 + 512));
    if (spells(bytes, 510, '\u0055\u00aa')) return null;
    for (const [index, block] of blocks.entries()) {
      const identity = found.identity ? null : namedIdentity(readAtaIdentify(block));
      if (identity) found.identity = identity;
      else found.health ??= healthPage(block, blocks[index + 1] ?? null, found.identity);
    }
  }
  const { identity, health } = found;
  if (!identity && !health) return null;
  const kind = [identity && 'identity page', health && 'health page'].filter(Boolean).join(' and ');
  const link = identity?.sata?.runs ? ({ kind: 'sata', generation: identity.sata.runs } as const) : null;
  const drive = { ...EMPTY, identity, health, link, bytes: identity?.bytes ?? null, class: classOf(identity, link) };
  return of(kind, { drives: [drive] });
}

/** Takes an identity only where its texts are texts: other pages have letters there by chance. */
function namedIdentity(identity: DriveIdentity | null): DriveIdentity | null {
  const named = identity && /^[\x20-\x7e]{4,}$/.test(identity.serial) && /^[\x20-\x7e]{3,}$/.test(identity.model);
  return named ? identity : null;
}

function healthPage(block: Uint8Array, next: Uint8Array | null, identity: DriveIdentity | null): HealthReport | null {
  const attributes = block.some((byte) => byte !== 0) ? readSmart(block, next) : null;
  if (attributes && attributes.length > 0) {
    return gradeAta({ attributes, passed: null, data: block, rotating: turns(identity) });
  }
  // Behind an ATA identity, or looking like such a page, it is one that was damaged: it is taken for no other.
  const ata = identity?.bus === 'ATA' || looksLikeSmart(block);
  return ata ? (block.some((byte) => byte !== 0) ? unknownHealth(WRONG_SUM) : null) : gradeNvme(block);
}

/** Whether attributes that every drive has stand where a page has them. */
function looksLikeSmart(block: Uint8Array): boolean {
  const ids = Array.from({ length: 30 }, (_none, n) => block[2 + 12 * n]);
  return [5, 9, 12].filter((id) => ids.includes(id)).length >= 2;
}

function smbiosDump(bytes: Uint8Array): Reading | null {
  const device = readSmbios(bytes);
  const told = device.product !== '' || device.memory.devices.length > 0;
  return told && !device.problems.some(({ outcome }) => outcome === 'fail') ? of('SMBIOS table', { device }) : null;
}

/** A drive's image, or its first sectors: its size then follows from where the table says its backup lies. */
function driveImage(file: Image): Reading | null {
  const last = lastSectors(file);
  if (last) return last;
  const sectorSize = guessSectorSize(file);
  const header = file.read(sectorSize, 92);
  const end = header && spells(header, 0, 'EFI PART') ? (u64(header, 32) + 1) * sectorSize : 0;
  const cut = Number.isSafeInteger(end) && end > file.size;
  const image = cut ? { size: end, read: file.read } : file;
  const read = readPartitions(image);
  const refused = read.table.problems.some(({ outcome }) => outcome === 'fail');
  if (read.table.scheme !== 'none' || refused) {
    const kind = cut ? 'first sectors of a drive' : 'image of a drive';
    return of(kind, { drives: [{ ...EMPTY, bytes: image.size, ...read }] });
  }
  return singleVolume(file);
}

/** The last sectors of a drive end with the backup table's header. */
function lastSectors(file: Image): Reading | null {
  for (const sectorSize of [512, 4096] as const) {
    const header = file.read(file.size - sectorSize, sectorSize);
    if (!header || !spells(header, 0, 'EFI PART')) continue;
    const size = (u64(header, 24) + 1) * sectorSize;
    const bytes = Number.isSafeInteger(size) && size > file.size ? file.read(0, file.size) : null;
    if (!bytes) continue;
    const first = { offset: 0, bytes: new Uint8Array(512) };
    const image = imageOfPieces(size, [first, { offset: size - file.size, bytes }]);
    return of('last sectors of a drive', { drives: [{ ...EMPTY, bytes: size, ...readPartitions(image, sectorSize) }] });
  }
  return null;
}

/** A partition alone: told, but no table comes of it. */
function singleVolume(file: Image): Reading | null {
  const volume = readVolume(file);
  const known = volume.fileSystem !== 'unknown' && volume.fileSystem !== 'none';
  if (!known && volume.encryption === 'none') return null;
  return of('image of one partition', { drives: [{ ...EMPTY, volumes: [volume] }] });
}

/** Reads bytes that are wholly at hand. */
export const readBytes = (bytes: Uint8Array): Promise<ReadFile> => readDropped(imageOf(bytes));
