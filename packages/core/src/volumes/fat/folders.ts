import { latin, u16, u32, u8, utf16, type Image } from '../../image';
import { fatShape } from './fat';

/** Clusters of a folder, and entries of it, that are followed. */
const MOST_CLUSTERS = 16;
const MOST_ENTRIES = 2048;
const [LONG_NAME, LABEL, FOLDER] = [0x0f, 0x08, 0x10];
const UNUSED = 0xe5;
/** Where the letters of a part of a long name stand in its entry, by how many. */
const LONG_PARTS = [
  [1, 5],
  [14, 6],
  [28, 2],
] as const;

export interface FatEntry {
  /** The short name, as old firmware sees it, in capitals. */
  name: string;
  /** The name as it was given; the short one where it has no other. */
  long: string;
  kind: 'file' | 'folder' | 'label';
  cluster: number;
  bytes: number;
}

/** A folder as far as it is at hand; `whole`: nothing of it is missing. */
export interface FatFolder {
  entries: FatEntry[];
  whole: boolean;
}

/** The folders of a FAT. */
export interface FatFolders {
  /** null where its first cluster is not at hand. */
  root: () => FatFolder | null;
  folder: (entry: FatEntry) => FatFolder | null;
  /** The first bytes of a file, of its first cluster at most; null where they are not at hand. */
  head: (entry: FatEntry, length: number) => Uint8Array | null;
}

/**
 * Folders of a FAT with short and long names; null where the boot sector is none of it.
 *
 * @source UEFI specification 2.10, 13.3 (FAT as firmware reads it, long names); ECMA-107 (short entries)
 */
export function fatFolders(image: Image, boot: Uint8Array): FatFolders | null {
  const shape = fatShape(boot);
  if (!shape) return null;
  const { width, table, cluster, data, rootSize } = shape;
  const offsetOf = (number: number) => data + (number - 2) * cluster;
  /** The cluster that follows; 0 for none, null where that is not at hand or the chain is broken. */
  const nextOf = (number: number): number | null => {
    const entry = image.read(table + Math.floor((number * width) / 8), width === 32 ? 4 : 2);
    if (!entry) return null;
    const pair = u16(entry, 0);
    const next =
      width === 32 ? u32(entry, 0) % 0x1000_0000 : width === 16 ? pair : number % 2 ? pair >> 4 : pair & 0xfff;
    const end = width === 32 ? 0x0fff_fff8 : width === 16 ? 0xfff8 : 0xff8;
    if (next >= end) return 0;
    return next >= 2 ? next : null;
  };
  const at = (first: number): FatFolder | null => {
    const parts: Uint8Array[] = [];
    let number: number | null = first;
    while (number !== null && number >= 2 && parts.length < MOST_CLUSTERS) {
      const bytes = image.read(offsetOf(number), cluster);
      if (bytes) parts.push(bytes);
      number = bytes ? nextOf(number) : null;
    }
    if (parts.length === 0) return null;
    const { entries, ended } = entriesOf(parts);
    // Behind the mark of its end nothing of it follows, whatever the chain says.
    return { entries, whole: ended || number === 0 };
  };
  return {
    root: () => {
      if (width === 32) return at(u32(boot, 44));
      const fixed = image.read(data - rootSize, rootSize);
      return fixed ? { entries: entriesOf([fixed]).entries, whole: true } : null;
    },
    folder: (entry) => at(entry.cluster),
    head: (entry, length) => image.read(offsetOf(entry.cluster), Math.min(length, cluster)),
  };
}

/** Entries of a folder from its parts in order, and whether its end was among them; a long name stands before its short one. */
function entriesOf(parts: readonly Uint8Array[]): { entries: FatEntry[]; ended: boolean } {
  const entries: FatEntry[] = [];
  let long: { text: string; sum: number } | null = null;
  for (const bytes of parts) {
    for (let at = 0; at + 32 <= bytes.length && entries.length < MOST_ENTRIES; at += 32) {
      const [first, attributes] = [u8(bytes, at), u8(bytes, at + 11)];
      if (first === 0) return { entries, ended: true };
      if (first === UNUSED) long = null;
      else if (attributes === LONG_NAME) long = withPart(long, bytes, at);
      else {
        const entry = entryAt(bytes, at, long);
        if (entry) entries.push(entry);
        long = null;
      }
    }
  }
  return { entries, ended: false };
}

/** Parts stand last first; the first entry that is met begins a name. */
function withPart(before: { text: string; sum: number } | null, bytes: Uint8Array, at: number) {
  const begins = (u8(bytes, at) & 0x40) !== 0;
  const text = LONG_PARTS.map(([from, letters]) => utf16(bytes, at + from, letters))
    .join('')
    .replace(/\uFFFF+$/, '');
  return { text: (text + (begins ? '' : (before?.text ?? ''))).slice(0, 255), sum: u8(bytes, at + 13) };
}

function entryAt(bytes: Uint8Array, at: number, long: { text: string; sum: number } | null): FatEntry | null {
  const attributes = u8(bytes, at + 11);
  if ((attributes & LABEL) !== 0) {
    const name = latin(bytes, at, 11);
    return { name, long: name, kind: 'label', cluster: 0, bytes: 0 };
  }
  const [base, ending] = [latin(bytes, at, 8), latin(bytes, at + 8, 3)];
  if (base === '.' || base === '..') return null;
  const name = ending ? `${base}.${ending}` : base;
  return {
    name,
    long: long && long.text !== '' && long.sum === sumOf(bytes, at) ? long.text : name,
    kind: (attributes & FOLDER) !== 0 ? 'folder' : 'file',
    cluster: u16(bytes, at + 20) * 0x1_0000 + u16(bytes, at + 26),
    bytes: u32(bytes, at + 28),
  };
}

/** What ties a long name to its short one: a sum over its eleven letters. */
function sumOf(bytes: Uint8Array, at: number): number {
  let sum = 0;
  for (let n = 0; n < 11; n++) sum = (((sum & 1) << 7) + (sum >> 1) + u8(bytes, at + n)) & 0xff;
  return sum;
}
