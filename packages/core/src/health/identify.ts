import type { SectorSize } from '../capacity';
import { latin, u128, u16, u32, u64, u8 } from '../image';
import type { SataGeneration } from '../links';
import type { Reason } from '../reason';
import type { DriveIdentity } from './types';

const word = (bytes: Uint8Array, number: number) => u16(bytes, 2 * number);
const valid = (value: number) => value >> 14 === 1;

/** ATA strings lie with the letters of each word swapped. */
function swapped(bytes: Uint8Array, from: number, to: number): string {
  const field = Uint8Array.from(bytes.subarray(2 * from, 2 * to + 2));
  for (let n = 0; n + 1 < field.length; n += 2) field.subarray(n, n + 2).reverse();
  return latin(field, 0, field.length);
}

const FORMS: Readonly<Record<number, DriveIdentity['form']>> = { 2: '3.5', 3: '2.5', 4: '1.8', 6: 'mSATA', 7: 'm2' };

/**
 * What an ATA drive says of itself: the 512 bytes of IDENTIFY DEVICE; null where they are none.
 * @source INCITS ACS, IDENTIFY DEVICE data
 */
export function readAtaIdentify(bytes: Uint8Array): DriveIdentity | null {
  const serial = swapped(bytes, 10, 19);
  const model = swapped(bytes, 27, 46);
  if (bytes.length < 512 || (serial === '' && model === '') || word(bytes, 0) === 0xffff) return null;
  const sizes = word(bytes, 106);
  const logical = valid(sizes) && (sizes & 0x1000) !== 0 ? u32(bytes, 234) * 2 : 512;
  const sectors = (word(bytes, 83) & 0x400) !== 0 ? u64(bytes, 200) : u32(bytes, 120);
  const rotation = word(bytes, 217);
  const security = word(bytes, 128);
  const problems: Reason[] = [];
  if (word(bytes, 255) % 256 === 0xa5 && bytes.subarray(0, 512).reduce((sum, byte) => sum + byte, 0) % 256 !== 0) {
    problems.push({ rule: 'Identity', outcome: 'fail', sentence: 'Its checksum is wrong: read it again.' });
  }
  return {
    bus: 'ATA',
    serial,
    model,
    firmware: swapped(bytes, 23, 26),
    bytes: sectors > 0 && Number.isSafeInteger(sectors * logical) ? sectors * logical : null,
    logicalSector: sectorSize(logical),
    physicalSector: valid(sizes) && (sizes & 0x2000) !== 0 ? logical * 2 ** (sizes & 15) : logical,
    rotation: rotation === 1 ? 0 : rotation >= 0x401 && rotation < 0xffff ? rotation : null,
    form: FORMS[word(bytes, 168) & 15] ?? null,
    sata: sataOf(word(bytes, 76), word(bytes, 77)),
    trim: (word(bytes, 169) & 1) === 1,
    locked: (security & 0b111) === 0b111,
    problems,
  };
}

function sataOf(can: number, now: number): DriveIdentity['sata'] {
  if (can === 0 || can === 0xffff) return null;
  const generation = ([3, 2, 1] as const).find((one) => (can & (1 << one)) !== 0) ?? null;
  const runs = (now >> 1) & 7;
  return { can: generation, runs: runs >= 1 && runs <= 3 ? (runs as SataGeneration) : null };
}

const sectorSize = (bytes: number): SectorSize | null => (bytes === 512 || bytes === 4096 ? bytes : null);

/**
 * What an NVMe drive says of itself: the 4096 bytes of Identify Controller, and those of Identify Namespace where
 * they are at hand; null where they are none.
 * @source NVM Express base specification, Identify command
 */
export function readNvmeIdentify(controller: Uint8Array, namespace: Uint8Array | null): DriveIdentity | null {
  const serial = latin(controller, 4, 20);
  const model = latin(controller, 24, 40);
  if (controller.length < 4096 || (serial === '' && model === '')) return null;
  const format = namespace ? u32(namespace, 128 + 4 * (u8(namespace, 26) & 15)) : 0;
  const block = 2 ** ((format >>> 16) & 0xff);
  const size = namespace ? u64(namespace, 0) * block : u128(controller, 280);
  return {
    bus: 'NVMe',
    serial,
    model,
    firmware: latin(controller, 64, 8),
    bytes: Number.isSafeInteger(size) && size > 0 ? size : null,
    logicalSector: sectorSize(block),
    physicalSector: null,
    rotation: 0,
    form: 'm2',
    sata: null,
    trim: (u16(controller, 520) & 4) !== 0,
    locked: false,
    problems: [],
  };
}
