/** Binary and decimal byte units (IEC 80000-13). */
export const KIB = 1024;
export const MIB = 1024 ** 2;
export const GIB = 1024 ** 3;
export const TIB = 1024 ** 4;
export const MB = 1e6;
export const GB = 1e9;
export const TB = 1e12;

/** Partitions start and end on multiples of this many bytes. */
export const ALIGNMENT = 1024 * KIB;

/** Whole alignment steps of a size, in 512-byte sectors; rounded down, at least one step. */
export function alignedSectors(bytes: number): number {
  return Math.max(1, Math.floor(bytes / ALIGNMENT)) * (ALIGNMENT / 512);
}
