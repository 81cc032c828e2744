import { guid, u16, u32, u64, utf16 } from '../image';
import type { BootEntries, BootEntry } from './types';

/** A variable of the firmware: its name without its owner, and its bytes without its attributes. */
export interface FirmwareVariable {
  name: string;
  bytes: Uint8Array;
}

/** Most bytes of one entry that are looked at. */
const LONGEST = 8192;

/**
 * The start entries of the firmware and their order; null where no variable tells of either.
 *
 * @source UEFI specification 2.10, 3.1.1 (BootOrder), 3.1.3 (EFI_LOAD_OPTION), 10.3.5.1 and 10.3.5.4 (hard drive and file path
 * nodes of a device path)
 */
export function readBootEntries(variables: readonly FirmwareVariable[]): BootEntries | null {
  const bytesOf = (name: string) => variables.find((one) => one.name === name)?.bytes;
  const order = wordsOf(bytesOf('BootOrder'));
  const entries = variables.flatMap(({ name, bytes }) => {
    const [, digits] = /^Boot([0-9A-F]{4})$/i.exec(name) ?? [];
    const entry = digits === undefined ? null : readLoadOption(Number.parseInt(digits, 16), bytes);
    return entry ? [entry] : [];
  });
  if (order.length === 0 && entries.length === 0) return null;
  const rank = ({ number }: BootEntry) => (order.includes(number) ? order.indexOf(number) : order.length + number);
  return {
    entries: entries.sort((a, b) => rank(a) - rank(b)),
    current: wordsOf(bytesOf('BootCurrent'))[0] ?? null,
    order,
  };
}

/** Whether Secure Boot verifies what is started; null where the firmware does not say. */
export function readSecureBoot(variables: readonly FirmwareVariable[]): boolean | null {
  const [said] = variables.find(({ name }) => name === 'SecureBoot')?.bytes ?? [];
  return said === 0 || said === 1 ? said === 1 : null;
}

function wordsOf(bytes: Uint8Array = new Uint8Array()): number[] {
  return Array.from({ length: Math.floor(Math.min(bytes.length, LONGEST) / 2) }, (_, n) => u16(bytes, 2 * n));
}

/** One entry; null where it is shorter than its head or its name does not end. */
function readLoadOption(number: number, bytes: Uint8Array): BootEntry | null {
  if (bytes.length < 8 || bytes.length > LONGEST) return null;
  const active = (u32(bytes, 0) & 1) === 1;
  const length = u16(bytes, 4);
  let end = 6;
  while (end + 2 <= bytes.length && u16(bytes, end) !== 0) end += 2;
  if (end + 2 > bytes.length) return null;
  const name = utf16(bytes, 6, (end - 6) / 2).slice(0, 80);
  return { number, name, active, ...readDevicePath(bytes.subarray(end + 2, end + 2 + length)) };
}

/** The partition and the file of a device path; what it has beside is for the firmware alone. */
function readDevicePath(path: Uint8Array): Pick<BootEntry, 'partition' | 'path'> {
  const told: Pick<BootEntry, 'partition' | 'path'> = { partition: null, path: '' };
  for (let at = 0; at + 4 <= path.length;) {
    const [type, kind, size] = [path[at], path[at + 1], u16(path, at + 2)];
    if (type === 0x7f || size < 4 || at + size > path.length) break;
    if (type === 4 && kind === 1 && size >= 42) told.partition = partitionOf(path.subarray(at, at + size));
    if (type === 4 && kind === 4) told.path = (told.path + utf16(path, at + 4, (size - 4) / 2)).slice(0, 200);
    at += size;
  }
  return told;
}

function partitionOf(node: Uint8Array): BootEntry['partition'] {
  const startSector = u64(node, 8);
  const signature = node[41];
  if (signature === 2) return { id: guid(node, 24), startSector };
  const disk = u32(node, 24).toString(16).toUpperCase().padStart(8, '0');
  return signature === 1 ? { id: disk, startSector } : null;
}
