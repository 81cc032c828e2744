import { GB, MB } from './units';

/** Logical sector sizes that drives present. */
export const SECTOR_SIZES = [512, 4096] as const;
export type SectorSize = (typeof SECTOR_SIZES)[number];

/**
 * Sector count behind a nominal capacity.
 * @param nominalGB decimal gigabytes, 50 or more
 * @source IDEMA LBA1-03: 97,696,368 + 1,953,504 x (G - 50) for 512-byte sectors; an eighth for 4096
 */
export function sectorsOfNominal(nominalGB: number, sectorSize: SectorSize = 512): number {
  return sectorSize === 512 ? 97_696_368 + 1_953_504 * (nominalGB - 50) : 12_212_046 + 244_188 * (nominalGB - 50);
}

/**
 * Nominal decimal gigabytes of a sector count, or null where the count is none of the standard ones
 * (sticks, cards and some old drives differ: show their exact size instead).
 */
export function nominalOfSectors(sectors: number, sectorSize: SectorSize = 512): number | null {
  const step = sectorSize === 512 ? 1_953_504 : 244_188;
  const nominal = 50 + (sectors - sectorsOfNominal(50, sectorSize)) / step;
  return Number.isInteger(nominal) && nominal >= 50 ? nominal : null;
}

/** Capacities that drives are sold in, ascending, in decimal GB. */
export const SOLD_NOMINALS: readonly number[] = [
  60, 64, 120, 128, 160, 240, 250, 256, 320, 480, 500, 512, 640, 750, 960, 1000, 1024, 1920, 2000, 2048, 3000, 3840,
  4000, 5000, 6000, 7680, 8000, 10_000, 12_000, 14_000, 16_000, 18_000, 20_000, 22_000, 24_000, 26_000, 28_000, 30_000,
  32_000,
];

/** Bytes of a drive sold under a nominal capacity. */
export function bytesOfNominal(nominalGB: number, sectorSize: SectorSize = 512): number {
  return sectorsOfNominal(nominalGB, sectorSize) * sectorSize;
}

/** The smallest sold capacity with at least that many bytes, in decimal GB, or null beyond the list. */
export function smallestSold(bytes: number, sectorSize: SectorSize = 512): number | null {
  return SOLD_NOMINALS.find((nominal) => bytesOfNominal(nominal, sectorSize) >= bytes) ?? null;
}

/**
 * The name a drive is sold under: "1 TB", "480 GB". A size that is none of the standard ones is
 * rounded to whole GB, below one to whole MB.
 */
export function soldName(bytes: number, sectorSize: SectorSize = 512): string {
  if (bytes < GB) return `${Math.round(bytes / MB)} MB`;
  const nominal = nominalOfSectors(bytes / sectorSize, sectorSize) ?? Math.round(bytes / GB);
  if (nominal >= 1000 && nominal % 1000 === 0) return `${nominal / 1000} TB`;
  return `${nominal} GB`;
}

/**
 * Whether two listed sizes can be the same drive: tools round to one decimal and mix GB with GiB, so
 * sizes within 0.5 % are taken as about the same.
 */
export function aboutSameSize(first: number, second: number): boolean {
  return Math.abs(first - second) <= 0.005 * Math.max(first, second);
}
