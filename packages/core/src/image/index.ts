/**
 * Bytes of a drive, a partition or a dump, of which only some may be at hand. Offsets and sizes in bytes.
 * `read` answers null where any of the bytes asked for is not there.
 */
export interface Image {
  size: number;
  read(offset: number, length: number): Uint8Array | null;
}

/** A stretch of an image that is at hand. */
export interface Piece {
  offset: number;
  bytes: Uint8Array;
}

const possible = (offset: number, length: number, size: number) =>
  Number.isSafeInteger(offset) && Number.isSafeInteger(length) && offset >= 0 && length >= 0 && offset + length <= size;

/** The same bytes as plain ones: what some runtimes derive from them copies less than its methods promise. */
const plain = ({ buffer, byteOffset, length }: Uint8Array) => new Uint8Array(buffer, byteOffset, length);

/** An image that is wholly at hand. */
export function imageOf(given: Uint8Array): Image {
  const bytes = plain(given);
  return {
    size: bytes.length,
    read: (offset, length) => (possible(offset, length, bytes.length) ? bytes.subarray(offset, offset + length) : null),
  };
}

/** An image of which only some pieces are at hand; reads may run over pieces that touch or overlap. */
export function imageOfPieces(size: number, pieces: readonly Piece[]): Image {
  const sorted = pieces
    .map(({ offset, bytes }): Piece => ({ offset, bytes: plain(bytes) }))
    .sort((a, b) => a.offset - b.offset || b.bytes.length - a.bytes.length);
  const endOf = (piece: Piece) => piece.offset + piece.bytes.length;
  return {
    size,
    read(offset, length) {
      if (!possible(offset, length, size)) return null;
      const whole = sorted.find((piece) => piece.offset <= offset && endOf(piece) >= offset + length);
      if (whole) return whole.bytes.subarray(offset - whole.offset, offset - whole.offset + length);
      let at = offset;
      const parts: Uint8Array[] = [];
      for (const piece of sorted) {
        if (at >= offset + length || piece.offset > at) break;
        if (endOf(piece) <= at) continue;
        parts.push(piece.bytes.subarray(at - piece.offset, offset + length - piece.offset));
        at = Math.min(endOf(piece), offset + length);
      }
      return at < offset + length ? null : joined(parts, length);
    },
  };
}

/** Parts one behind the other; `length` is that of all of them. */
export function joined(parts: readonly Uint8Array[], length: number): Uint8Array {
  const whole = new Uint8Array(length);
  let at = 0;
  for (const part of parts) {
    whole.set(part, at);
    at += part.length;
  }
  return whole;
}

/** A stretch of an image as an image of its own, such as one partition of a drive; cut off at the image's end. */
export function partOf(image: Image, offset: number, length: number): Image {
  const size = Math.max(0, Math.min(length, image.size - offset));
  return {
    size,
    read: (at, count) => (possible(at, count, size) ? image.read(offset + at, count) : null),
  };
}

/** Unsigned little-endian numbers; bytes beyond the end count as zero, so that no content makes a reader throw. */
export const u8 = (bytes: Uint8Array, at: number): number => bytes[at] ?? 0;
export const u16 = (bytes: Uint8Array, at: number): number => u8(bytes, at) + u8(bytes, at + 1) * 0x100;
export const u32 = (bytes: Uint8Array, at: number): number => u16(bytes, at) + u16(bytes, at + 2) * 0x1_0000;
/** Above 2^53 the nearest number, which no drive reaches. */
export const u64 = (bytes: Uint8Array, at: number): number => u32(bytes, at) + u32(bytes, at + 4) * 0x1_0000_0000;
export const u128 = (bytes: Uint8Array, at: number): number => u64(bytes, at) + u64(bytes, at + 8) * 2 ** 64;

/** Big-endian, as some file systems write them. */
export const u16be = (bytes: Uint8Array, at: number): number => u8(bytes, at) * 0x100 + u8(bytes, at + 1);
export const u32be = (bytes: Uint8Array, at: number): number => u16be(bytes, at) * 0x1_0000 + u16be(bytes, at + 2);
export const u64be = (bytes: Uint8Array, at: number): number => u32be(bytes, at) * 2 ** 32 + u32be(bytes, at + 4);

const CONTROL = /\p{Cc}/gu;

/** Text of one byte a letter up to the first zero, without control characters and outer blanks. */
export function latin(bytes: Uint8Array, at: number, length: number): string {
  let text = '';
  for (let n = at; n < at + length && u8(bytes, n) !== 0; n++) text += String.fromCharCode(u8(bytes, n));
  return text.replace(CONTROL, '').trim();
}

/** UTF-16LE text up to the first zero, without control characters; `length` in letters. */
export function utf16(bytes: Uint8Array, at: number, length: number): string {
  let text = '';
  for (let n = 0; n < length; n++) {
    const code = u16(bytes, at + 2 * n);
    if (code === 0) break;
    text += String.fromCharCode(code);
  }
  return text.replace(CONTROL, '');
}

/** UTF-8 text up to the first zero; what is no UTF-8 becomes a replacement character. */
export function utf8(bytes: Uint8Array, at: number, length: number): string {
  const field = bytes.subarray(at, at + length);
  const end = field.indexOf(0);
  return new TextDecoder()
    .decode(end < 0 ? field : field.subarray(0, end))
    .replace(CONTROL, '')
    .trim();
}

/** Whether the bytes at a place spell a text of one byte a letter. */
export function spells(bytes: Uint8Array, at: number, text: string): boolean {
  for (let n = 0; n < text.length; n++) if (u8(bytes, at + n) !== text.charCodeAt(n)) return false;
  return true;
}

const DIGITS = Array.from({ length: 256 }, (_none, byte) => byte.toString(16).toUpperCase().padStart(2, '0'));

/** Two hexadecimal digits a byte, upper case. */
export function hex(bytes: Uint8Array): string {
  let text = '';
  for (const byte of bytes) text += DIGITS[byte] ?? '';
  return text;
}

const GUID_ORDER = [3, 2, 1, 0, 5, 4, 7, 6, 8, 9, 10, 11, 12, 13, 14, 15];

/** A GUID as written in text; the first three fields lie little-endian (UEFI specification, appendix A). */
export function guid(bytes: Uint8Array, at: number): string {
  let text = '';
  GUID_ORDER.forEach((from, n) => {
    if (n === 4 || n === 6 || n === 8 || n === 10) text += '-';
    text += DIGITS[u8(bytes, at + from)] ?? '';
  });
  return text;
}

/** The sixteen bytes of a GUID's text; zeros where it is none. */
export function guidBytes(text: string): Uint8Array {
  const plain = text.replaceAll('-', '');
  const bytes = new Uint8Array(16);
  GUID_ORDER.forEach((to, n) => (bytes[to] = Number.parseInt(plain.slice(2 * n, 2 * n + 2), 16) || 0));
  return bytes;
}
