const swap = (text: string, length: number) => {
  const bytes = [...text.padEnd(length, ' ')].map((letter) => letter.charCodeAt(0));
  return bytes.map((_byte, n) => bytes[n ^ 1] ?? 32);
};

const setSum = (bytes: Uint8Array) => {
  bytes[511] = (256 - (bytes.subarray(0, 511).reduce((sum, byte) => sum + byte, 0) % 256)) % 256;
  return bytes;
};

/** IDENTIFY DEVICE data of a disk: words by number over a plain 500 GB one. */
export function ataIdentify(words: Record<number, number> = {}): Uint8Array {
  const bytes = new Uint8Array(512);
  const view = new DataView(bytes.buffer);
  bytes.set(swap('KD5-ID77-0001', 20), 20);
  bytes.set(swap('F001', 8), 46);
  bytes.set(swap('Keel KD5', 40), 54);
  view.setBigUint64(200, 976_773_168n, true);
  const usual = { 76: 0b1110, 77: 3 << 1, 83: 0x4400, 106: 0x6003, 168: 3, 169: 0, 217: 5400, 255: 0xa5 };
  for (const [number, value] of Object.entries({ ...usual, ...words })) view.setUint16(2 * Number(number), value, true);
  return setSum(bytes);
}

/** A SMART data page: raw values by attribute, current value 100 unless given. */
export function smartData(
  attributes: Record<number, number | { raw: number; current: number; flags?: number }>,
  selfTest = 0,
): Uint8Array {
  const bytes = new Uint8Array(512);
  const view = new DataView(bytes.buffer);
  Object.entries(attributes).forEach(([id, value], n) => {
    const { raw, current, flags = 0 } = typeof value === 'number' ? { raw: value, current: 100 } : value;
    bytes[2 + 12 * n] = Number(id);
    view.setUint16(3 + 12 * n, flags, true);
    bytes[5 + 12 * n] = current;
    view.setUint32(7 + 12 * n, raw % 2 ** 32, true);
    view.setUint16(11 + 12 * n, Math.floor(raw / 2 ** 32), true);
  });
  bytes[363] = selfTest;
  return setSum(bytes);
}

/** Thresholds by attribute. */
export function smartThresholds(limits: Record<number, number>): Uint8Array {
  const bytes = new Uint8Array(512);
  Object.entries(limits).forEach(([id, limit], n) => bytes.set([Number(id), limit], 2 + 12 * n));
  return setSum(bytes);
}

/** Identify Controller and Namespace of an NVMe drive of a number of blocks. */
export function nvmeIdentify(blocks: number, shift: 9 | 12): { controller: Uint8Array; namespace: Uint8Array } {
  const controller = new Uint8Array(4096);
  controller.set(new TextEncoder().encode('PN5-ID77-0001'.padEnd(20)), 4);
  controller.set(new TextEncoder().encode('Pennant PN5'.padEnd(40)), 24);
  controller.set(new TextEncoder().encode('P01'.padEnd(8)), 64);
  controller[520] = 4;
  const namespace = new Uint8Array(4096);
  new DataView(namespace.buffer).setBigUint64(0, BigInt(blocks), true);
  namespace[128 + 2] = shift;
  return { controller, namespace };
}

/** A SMART / Health log of a drive that is well; bytes by offset over it. */
export function nvmeHealth(bytes: Record<number, number> = {}): Uint8Array {
  const log = new Uint8Array(512);
  log.set([0, 0x35, 0x01, 100, 10, 3]);
  for (const [at, value] of Object.entries(bytes)) log[Number(at)] = value;
  return log;
}
