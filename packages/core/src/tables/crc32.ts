const TABLE = Uint32Array.from({ length: 256 }, (_none, byte) => {
  let value = byte;
  for (let bit = 0; bit < 8; bit++) value = value & 1 ? (value >>> 1) ^ 0xedb88320 : value >>> 1;
  return value;
});

/**
 * CRC-32 as a GPT uses it (UEFI specification 5.3.2): reflected polynomial EDB88320h, start and final XOR FFFFFFFFh.
 */
export function crc32(bytes: Uint8Array): number {
  let crc = 0xffffffff;
  for (let n = 0; n < bytes.length; n++) crc = (crc >>> 8) ^ (TABLE[(crc ^ (bytes[n] ?? 0)) & 0xff] ?? 0);
  return (crc ^ 0xffffffff) >>> 0;
}
