import type { Image } from '../image';

/** Set bits of each byte value. */
const BITS = Uint8Array.from({ length: 256 }, (_none, byte) => {
  let count = 0;
  for (let rest = byte; rest > 0; rest >>= 1) count += rest & 1;
  return count;
});

/** Set bits of a 32-bit word: pairs, nibbles and bytes are added up side by side. */
function bitsOfWord(word: number): number {
  const pairs = word - ((word >>> 1) & 0x5555_5555);
  const nibbles = (pairs & 0x3333_3333) + ((pairs >>> 2) & 0x3333_3333);
  return Math.imul((nibbles + (nibbles >>> 4)) & 0x0f0f_0f0f, 0x0101_0101) >>> 24;
}

/** Set bits among the first `count` of a bitmap, lowest bit of each byte first. */
export function setBits(bytes: Uint8Array, count: number): number {
  const whole = Math.min(bytes.length, Math.floor(count / 8));
  const aligned = bytes.byteOffset % 4 === 0 ? bytes : bytes.slice();
  const words = new Uint32Array(aligned.buffer, aligned.byteOffset, whole >> 2);
  let set = 0;
  for (const word of words) set += bitsOfWord(word);
  for (let n = words.length * 4; n < whole; n++) set += BITS[bytes[n] ?? 0] ?? 0;
  const rest = count - whole * 8;
  return rest > 0 && rest < 8 ? set + (BITS[(bytes[whole] ?? 0) & ((1 << rest) - 1)] ?? 0) : set;
}

/** Bytes that are looked at in one piece. */
const STEP = 1024 * 1024;

/**
 * Set bits among the first `count` of a bitmap that lies in stretches of an image; null where part of it is not at
 * hand or the stretches are too short.
 */
export function setBitsOf(image: Image, stretches: Iterable<{ offset: number; length: number }>, count: number) {
  let left = Math.ceil(count / 8);
  let bits = count;
  let set = 0;
  for (const { offset, length } of stretches) {
    for (let at = 0; at < length && left > 0;) {
      const step = Math.min(STEP, length - at, left);
      const bytes = image.read(offset + at, step);
      if (!bytes) return null;
      const here = Math.min(bits, step * 8);
      set += setBits(bytes, here);
      bits -= here;
      left -= step;
      at += step;
    }
    if (left <= 0) break;
  }
  return left > 0 ? null : set;
}
