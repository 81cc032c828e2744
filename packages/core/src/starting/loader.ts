import { spells, u16, u32 } from '../image';
import type { Loader, Machine } from './types';

/** Bytes of a loader that are read: its head with what it is made for and where its signature lies. */
export const LOADER_HEAD = 1024;

const MADE_FOR: Readonly<Record<number, Machine>> = { 0x8664: 'x64', 0x14c: 'ia32', 0xaa64: 'arm64' };
/** Where the data directories begin in an optional header, by its magic number. */
const DIRECTORIES: Readonly<Record<number, number>> = { 0x10b: 96, 0x20b: 112 };
/** The directory of certificates, the fifth. */
const CERTIFICATES = 4;

/**
 * What a loader is made for and whether it bears a signature; null of both where its head is none of such a file.
 *
 * @source PE format (machine types, optional header, attribute certificate table), which UEFI specification 2.10, 2.1.1 names
 */
export function readLoader(head: Uint8Array | null): Omit<Loader, 'path'> {
  const nothing = { machine: null, signed: null };
  if (!head || !spells(head, 0, 'MZ')) return nothing;
  const at = u32(head, 60);
  if (at + 24 > head.length || !spells(head, at, 'PE') || u16(head, at + 2) !== 0) return nothing;
  const machine = MADE_FOR[u16(head, at + 4)] ?? 'another';
  const directories = DIRECTORIES[u16(head, at + 24)];
  const entry = at + 24 + (directories ?? 0) + CERTIFICATES * 8;
  if (directories === undefined || entry + 8 > head.length) return { machine, signed: null };
  return { machine, signed: u32(head, at + 24 + directories - 4) > CERTIFICATES && u32(head, entry + 4) > 0 };
}
