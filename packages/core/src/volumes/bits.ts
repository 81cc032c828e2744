import type { Image } from '../image';

/** Set bits of each byte value. */
const BITS = Uint8Array.from({ length: 256 }, (_none, byte) => {
  let count = 0;
  for (let rest = byte; rest > 0; rest >>= 1) count += rest & 1;
  return count;
});

/** Set bits among the first `count` of a bitmap, lowest bit of each byte first. */
export function setBits(bytes: Uint8Array, count: number): number {
  const whole = Math.min(bytes.length, Math.floor(count / 8));
  let set = 0;
  for (let n = 0; n < whole; n++) set += BITS[bytes[n] ?? 0] ?? 0;
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
