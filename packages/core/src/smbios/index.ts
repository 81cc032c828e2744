import { u8 } from '../image';
import type { Reason } from '../reason';
import { memoryArray, memoryDevice } from './memory';
import { byteOf, structuresOf, textOf, uuidOf, versionOf, wordOf, type Structure } from './structures';
import type { BoardSlot, ChassisGroup, DeviceIdentity } from './types';

export type * from './types';

const CHASSIS: readonly (readonly [ChassisGroup, readonly number[]])[] = [
  ['laptop', [0x08, 0x09, 0x0a, 0x0e, 0x1f, 0x20]],
  ['tablet', [0x0b, 0x1e]],
  ['desktop', [0x03, 0x04, 0x05, 0x06, 0x07, 0x0f, 0x10, 0x18]],
  ['all-in-one', [0x0d]],
  ['mini', [0x22, 0x23, 0x24]],
  ['server', [0x11, 0x17, 0x1c]],
];

const SLOT_KINDS: readonly (readonly [string, number, number])[] = [
  ['M.2 socket 1', 0x14, 0x15],
  ['M.2 socket 2', 0x16, 0x16],
  ['M.2 socket 3', 0x17, 0x17],
  ['U.2', 0x1f, 0x20],
  ['Mini Card', 0x21, 0x23],
  ['U.2', 0x24, 0x25],
  ['PCIe 1', 0xa5, 0xaa],
  ['PCIe 2', 0xab, 0xb0],
  ['PCIe 3', 0xb1, 0xb6],
  ['PCIe 4', 0xb8, 0xbd],
  ['PCIe 5', 0xbe, 0xc3],
  ['PCIe 6', 0xc4, 0xc9],
];

/** The use of a memory array (DSP0134 section 7.17.2). */
const SYSTEM_MEMORY = 3;

const LANES: Readonly<Record<number, number>> = { 0x08: 1, 0x09: 2, 0x0a: 4, 0x0b: 8, 0x0d: 16 };

/**
 * What a device says of itself: the structures of an SMBIOS table dump, with or without an entry point before them.
 * Never throws; what a structure is too short for is not reported.
 * @source DMTF DSP0134, sections 6.1 and 7
 */
export function readSmbios(dump: Uint8Array): DeviceIdentity {
  const { structures, whole } = structuresOf(dump);
  const all = (type: number) => structures.filter((one) => one.type === type);
  const text = (type: number, at: number) =>
    all(type)
      .map((one) => textOf(one, at))
      .find(Boolean) ?? '';
  const [system] = all(1);
  const [firmware] = all(0);
  // Type 16, use 3: system memory; others are caches, graphics and flash, whose devices are no modules.
  const arrays = all(16).filter((one) => byteOf(one, 0x05) === SYSTEM_MEMORY);
  const others = new Set(all(16).flatMap((one) => (arrays.includes(one) ? [] : [one.handle])));
  const devices = all(17)
    .filter((one) => !others.has(wordOf(one, 0x04) ?? -1))
    .map(memoryDevice);
  const problems: Reason[] = [];
  if (structures.length === 0) {
    problems.push({
      rule: 'Table',
      outcome: 'fail',
      sentence: 'This is no SMBIOS table.',
      remedy: 'take the file DMI of the tables folder, or the probe file',
    });
  } else if (!whole) {
    problems.push({ rule: 'Table', outcome: 'limit', sentence: 'The table breaks off before its end mark.' });
  }
  const told = together(arrays.map(memoryArray));
  const fitted = devices.reduce((sum, { bytes }) => sum + (bytes ?? 0), 0);
  if (told.maximum !== null && fitted > told.maximum) {
    problems.push({
      rule: 'Memory maximum',
      outcome: 'limit',
      sentence: 'The firmware names a maximum below what is fitted: do not go by it.',
    });
  }
  return {
    tableVersion: versionOf(dump),
    maker: text(1, 0x04),
    product: text(1, 0x05),
    version: text(1, 0x06),
    family: text(1, 0x1a),
    sku: text(1, 0x19),
    serial: text(1, 0x07) || text(3, 0x07),
    uuid: system ? uuidOf(system, 0x08) : '',
    board: text(2, 0x05),
    chassis: chassisOf(all(3)),
    firmware: {
      maker: text(0, 0x04),
      version: text(0, 0x05),
      date: isoDate(text(0, 0x08)),
      uefi: firmware ? uefiOf(firmware) : null,
    },
    processors: all(4)
      .filter((one) => ((byteOf(one, 0x18) ?? 0x40) & 0x40) !== 0)
      .map((one) => ({ name: textOf(one, 0x10), cores: countOf(one, 0x23, 0x2a), threads: countOf(one, 0x25, 0x2e) })),
    memory: { ...told, devices },
    slots: all(9).map(slotOf),
    battery: batteryOf(all(22)[0]),
    problems,
  };
}

/** Several arrays, as boards with two processors have them, hold and take what each of them does. */
function together(arrays: readonly ReturnType<typeof memoryArray>[]): ReturnType<typeof memoryArray> {
  const sum = (key: 'slots' | 'maximum') => {
    const told = arrays.map((one) => one[key]);
    return told.length === 0 || told.includes(null) ? null : told.reduce<number>((all, one) => all + (one ?? 0), 0);
  };
  return { slots: sum('slots'), maximum: sum('maximum'), ecc: arrays[0]?.ecc ?? null };
}

function chassisOf(list: readonly Structure[]): ChassisGroup {
  const types = list.map((one) => (byteOf(one, 0x05) ?? 0) & 0x7f);
  return CHASSIS.find(([, numbers]) => types.some((type) => numbers.includes(type)))?.[0] ?? 'other';
}

/** Bit 3 of the second extension byte, unless the characteristics say that they are not supported (bit 3). */
function uefiOf(one: Structure): boolean | null {
  const extension = byteOf(one, 0x13);
  return extension === null || (u8(one.bytes, 0x0a) & 8) !== 0 ? null : (extension & 8) !== 0;
}

/** A date as the firmware writes it, month/day/year, in the order that sorts. */
function isoDate(text: string): string {
  const [, month, day, year] = /^(\d{2})\/(\d{2})\/(\d{4})$/.exec(text) ?? [];
  return year ? `${year}-${month}-${day}` : text;
}

/** A count in one byte, or where that says FFh in a word further on. */
function countOf(one: Structure, at: number, wide: number): number | null {
  const count = byteOf(one, at);
  return (count === 0xff ? wordOf(one, wide) : count) || null;
}

function slotOf(one: Structure): BoardSlot {
  const type = byteOf(one, 0x05) ?? 0;
  const usage = byteOf(one, 0x07);
  return {
    name: textOf(one, 0x04),
    kind: SLOT_KINDS.find(([, from, to]) => type >= from && type <= to)?.[0] ?? 'other',
    lanes: LANES[byteOf(one, 0x06) ?? 0] ?? null,
    used: usage === 4 ? true : usage === 3 ? false : null,
  };
}

function batteryOf(one: Structure | undefined): DeviceIdentity['battery'] {
  if (!one) return null;
  const design = (wordOf(one, 0x0a) ?? 0) * (byteOf(one, 0x15) || 1);
  return { name: textOf(one, 0x08), designMilliwattHours: design || null };
}
