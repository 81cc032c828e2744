import { GIB, KIB, MIB } from '../capacity';
import { u64 } from '../image';
import { RANKS } from '../memory';
import type { MemoryDevice } from './types';
import { byteOf, doubleOf, has, textOf, wordOf, type Structure } from './structures';

const GENERATIONS: Readonly<Record<number, string>> = {
  0x0f: 'SDRAM',
  0x12: 'DDR',
  0x13: 'DDR2',
  0x18: 'DDR3',
  0x1a: 'DDR4',
  0x1b: 'LPDDR',
  0x1c: 'LPDDR2',
  0x1d: 'LPDDR3',
  0x1e: 'LPDDR4',
  0x22: 'DDR5',
  0x23: 'LPDDR5',
};

const FORMS: Readonly<Record<number, MemoryDevice['form']>> = {
  0x05: 'soldered',
  0x09: 'DIMM',
  0x0b: 'soldered',
  0x0d: 'SO-DIMM',
  0x10: 'soldered',
  0x11: 'CAMM2',
};

/** A DDR3 module at 1.35 V is DDR3L: both report the same type. */
const LOW_VOLTAGE = 1350;

/** A memory device, type 17 (DSP0134 section 7.18). */
export function memoryDevice(one: Structure): MemoryDevice {
  const [total, data] = [wordOf(one, 0x08) ?? 0xffff, wordOf(one, 0x0a) ?? 0xffff];
  const type = GENERATIONS[byteOf(one, 0x12) ?? 0] ?? '';
  const form = FORMS[byteOf(one, 0x0e) ?? 0] ?? 'other';
  const low = type === 'DDR3' && (wordOf(one, 0x26) || wordOf(one, 0x22)) === LOW_VOLTAGE;
  return {
    slot: textOf(one, 0x10) || textOf(one, 0x11),
    bytes: sizeOf(one),
    generation: low ? 'DDR3L' : type,
    // Memory of the low-power kinds is soldered but for a CAMM2, also where the firmware calls it a module.
    form: type.startsWith('LP') && form !== 'CAMM2' ? 'soldered' : form,
    speed: rateOf(wordOf(one, 0x15), doubleOf(one, 0x54)),
    configured: rateOf(wordOf(one, 0x20), doubleOf(one, 0x58)),
    ecc: total !== 0xffff && data !== 0xffff && total > data,
    ranks: RANKS.find((count) => count === (byteOf(one, 0x1b) ?? 0) % 16) ?? null,
    registered: ((wordOf(one, 0x13) ?? 0) & 0xa000) !== 0,
    maker: textOf(one, 0x17),
    part: textOf(one, 0x1a),
    serial: textOf(one, 0x18),
  };
}

function sizeOf(one: Structure): number | null {
  const size = wordOf(one, 0x0c) ?? 0;
  if (size === 0 || size === 0xffff) return null;
  if (size === 0x7fff) return ((doubleOf(one, 0x1c) ?? 0) % 2 ** 31) * MIB || null;
  return (size % 0x8000) * (size >= 0x8000 ? KIB : MIB) || null;
}

function rateOf(word: number | null, wide: number | null): number | null {
  if (word === null || word === 0) return null;
  return word === 0xffff ? wide || null : word;
}

/** The board's memory array, type 16 (section 7.17): slots and maximum; advisory, firmware is often wrong. */
export function memoryArray(one: Structure): { slots: number | null; maximum: number | null; ecc: boolean | null } {
  const kib = doubleOf(one, 0x07);
  const wide = has(one, 0x0f, 8) ? u64(one.bytes, 0x0f) : null;
  const maximum = kib === 0x8000_0000 ? wide : kib === null ? null : kib * KIB;
  const correction = byteOf(one, 0x06);
  return {
    slots: wordOf(one, 0x0d),
    maximum: maximum !== null && maximum <= 64 * 1024 * GIB ? maximum : null,
    ecc: correction === null ? null : correction === 5 || correction === 6,
  };
}
