/** A field of a structure: its place and its bytes, or a number with its width. */
type Field = [at: number, value: number, width?: 1 | 2 | 4 | 8];

/** One structure as firmware writes it: the formatted part of a length, then its strings. */
export function structure(type: number, length: number, fields: Field[], strings: string[] = []): number[] {
  const bytes = new Uint8Array(length);
  const view = new DataView(bytes.buffer);
  bytes.set([type, length, type, 0]);
  for (const [at, value, width = 1] of fields) {
    if (width === 8) view.setBigUint64(at, BigInt(value), true);
    else if (width === 4) view.setUint32(at, value, true);
    else if (width === 2) view.setUint16(at, value, true);
    else bytes[at] = value;
  }
  const texts = strings.flatMap((text) => [...new TextEncoder().encode(text), 0]);
  return [...bytes, ...(texts.length > 0 ? texts : [0]), 0];
}

export const END = structure(127, 4, []);

/** A portable with one fitted and one empty slot, as its firmware describes it. */
export const PORTABLE = Uint8Array.from([
  ...structure(
    0,
    0x18,
    [
      [4, 1],
      [5, 2],
      [8, 3],
      [0x13, 0x08],
    ],
    ['Lanternworks', 'LW 2.14', '03/17/2019'],
  ),
  ...structure(
    1,
    0x1b,
    [
      [4, 1],
      [5, 2],
      [7, 3],
      [8, 0x11],
      [0x19, 4],
      [0x1a, 5],
    ],
    ['Halyard', 'T15-4820', 'T15-00217', 'To be filled by O.E.M.', 'T15'],
  ),
  ...structure(
    2,
    8,
    [
      [4, 1],
      [5, 2],
    ],
    ['Halyard', 'HB-77'],
  ),
  ...structure(3, 0x15, [[5, 0x8a]]),
  ...structure(
    4,
    0x30,
    [
      [0x10, 1],
      [0x18, 0x41],
      [0x23, 0xff],
      [0x25, 8],
      [0x2a, 4, 2],
    ],
    ['Quarterdeck Q4'],
  ),
  ...structure(
    9,
    0x11,
    [
      [4, 1],
      [5, 0x17],
      [6, 0x0a],
      [7, 3],
    ],
    ['SSD1'],
  ),
  ...structure(16, 0x17, [
    [4, 3],
    [5, 3],
    [6, 3],
    [7, 32 * 1024 * 1024, 4],
    [0x0d, 2, 2],
  ]),
  ...structure(
    17,
    0x28,
    [
      [8, 64, 2],
      [0x0a, 64, 2],
      [0x0c, 8192, 2],
      [0x0e, 0x0d],
      [0x10, 1],
      [0x12, 0x1a],
      [0x15, 2666, 2],
      [0x17, 2],
      [0x1a, 3],
      [0x20, 2400, 2],
    ],
    ['DIMM A', 'Tidewright', 'TW-8G26'],
  ),
  ...structure(17, 0x28, [[0x10, 1]], ['DIMM B']),
  ...structure(
    22,
    0x16,
    [
      [8, 1],
      [0x0a, 4500, 2],
      [0x15, 10],
    ],
    ['Main'],
  ),
  ...END,
]);
