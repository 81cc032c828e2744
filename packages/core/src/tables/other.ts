import { latin, spells, u16, u16be, u32, u32be, type Image } from '../image';

const BSD = 0x8256_4557;
const SUN = 0xdabe;

/**
 * Partition tables of other kinds, which are named and not read: the Apple partition map, the BSD disk label, the Sun
 * label; and what a table cannot show: null where there is none of them.
 * @source Inside Macintosh: Devices, "The SCSI Manager" (driver descriptor and partition map); BSD `disklabel`; Sun
 * `dk_label` with its exclusive-or sum
 */
export function otherTable(image: Image): string | null {
  const first = image.read(0, 512);
  const second = image.read(512, 512);
  if (first && spells(first, 0, 'ER')) {
    // The map lies in the second block; blocks are 512 bytes, or as large as the driver descriptor says.
    const block = u16be(first, 2);
    const map = block === 512 ? second : image.read(block, 512);
    if (map && spells(map, 0, 'PM')) return `an Apple partition map of ${u32be(map, 4)} entries`;
  }
  if (first && u16be(first, 508) === SUN && sumOf(first) === 0) {
    const text = latin(first, 0, 128);
    return `a Sun label${text ? ` (“${text.slice(0, 40)}”)` : ''}`;
  }
  for (const bytes of [second, first?.subarray(64) ?? null]) {
    if (bytes && u32(bytes, 0) === BSD && u32(bytes, 132) === BSD) return 'a BSD disk label';
  }
  return null;
}

/** All words of a label, the sum among them, put together by exclusive or give zero. */
function sumOf(bytes: Uint8Array): number {
  let sum = 0;
  for (let at = 0; at < 512; at += 2) sum ^= u16(bytes, at);
  return sum;
}
