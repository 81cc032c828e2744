import { guid, latin, spells, u16, u32, u8 } from '../image';

/** One structure of the table: its formatted part, and its strings counted from one. */
export interface Structure {
  type: number;
  handle: number;
  bytes: Uint8Array;
  strings: string[];
}

/** Most structures that are read. */
const MOST = 4096;

/** Texts that firmware authors leave where they had nothing to say. */
const PLACEHOLDER =
  /^(default string|to be filled.*|system (product name|manufacturer|version|serial number)|not (specified|available|applicable)|none|unknown|n\/?a|0+|x+|123456789|\.+)$/i;

/** Where the structures begin: behind an entry point where the dump has one. */
function structuresAt(dump: Uint8Array): number {
  if (spells(dump, 0, '_SM3_')) return 0x20;
  if (spells(dump, 0, '_SM_')) return 0x20;
  return 0;
}

/** The version that an entry point gives; empty where the dump has none. */
export function versionOf(dump: Uint8Array): string {
  if (spells(dump, 0, '_SM3_')) return `${u8(dump, 7)}.${u8(dump, 8)}`;
  if (spells(dump, 0, '_SM_')) return `${u8(dump, 6)}.${u8(dump, 7)}`;
  return '';
}

/**
 * The structures of a table up to its end mark (DSP0134 section 6.1): header, formatted part, strings each ended by
 * a zero, the set by one more. `whole` is false where the table breaks off or a structure is shorter than its header.
 */
export function structuresOf(dump: Uint8Array): { structures: Structure[]; whole: boolean } {
  const structures: Structure[] = [];
  for (let at = structuresAt(dump); at + 4 <= dump.length && structures.length < MOST;) {
    const [type, length] = [u8(dump, at), u8(dump, at + 1)];
    if (length < 4 || at + length > dump.length) return { structures, whole: false };
    const strings: string[] = [];
    let next = at + length;
    while (next < dump.length && u8(dump, next) !== 0) {
      const end = dump.indexOf(0, next);
      if (end < 0) return { structures, whole: false };
      strings.push(cleaned(latin(dump, next, end - next)));
      next = end + 1;
    }
    next += strings.length > 0 ? 1 : 2;
    if (type === 127) return { structures, whole: true };
    if (type !== 126)
      structures.push({ type, handle: u16(dump, at + 2), bytes: dump.subarray(at, at + length), strings });
    at = next;
  }
  return { structures, whole: false };
}

const cleaned = (text: string) => (PLACEHOLDER.test(text) ? '' : text);

/** Fields of a structure: one that its length does not reach is not there, whatever the version says. */
export const has = ({ bytes }: Structure, at: number, size: number): boolean => at + size <= bytes.length;
export const byteOf = (one: Structure, at: number): number | null => (has(one, at, 1) ? u8(one.bytes, at) : null);
export const wordOf = (one: Structure, at: number): number | null => (has(one, at, 2) ? u16(one.bytes, at) : null);
export const doubleOf = (one: Structure, at: number): number | null => (has(one, at, 4) ? u32(one.bytes, at) : null);
export const textOf = (one: Structure, at: number): string => one.strings[(byteOf(one, at) ?? 0) - 1] ?? '';

/** A system's UUID; empty where it is all zeros or all ones. */
export function uuidOf(one: Structure, at: number): string {
  if (!has(one, at, 16)) return '';
  const text = guid(one.bytes, at);
  return /^[0-]+$|^[F-]+$/.test(text) ? '' : text;
}
