import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { GIB, MIB, sectorsOfNominal, type SectorSize } from '../capacity';
import { guid, guidBytes, imageOfPieces, type Image } from '../image';
import { madeBySystems, madeImage } from '../volumes/made.test-data';
import { crc32 } from './crc32';
import {
  GPT_TYPE_OF,
  gptTypeOf,
  guessSectorSize,
  mbrTypeOf,
  readTable,
  writeGpt,
  writeMbr,
  type GptContent,
  type MbrContent,
} from './index';

const EFI = 'C12A7328-F81F-11D2-BA4B-00A0C93EC93B';
const BASIC = 'EBD0A0A2-B9E5-4433-87C0-68B6B72699C7';
const idOf = (n: number) => `00000000-0000-4000-8000-${n.toString(16).toUpperCase().padStart(12, '0')}`;

const plain: GptContent = {
  sectors: sectorsOfNominal(500),
  sectorSize: 512,
  diskId: idOf(99),
  entries: [
    { number: 1, startSector: 2048, sectors: 204_800, type: EFI, uniqueId: idOf(1), name: 'EFI', attributes: '0' },
    {
      number: 2,
      startSector: 206_848,
      sectors: (100 * GIB) / 512,
      type: BASIC,
      uniqueId: idOf(2),
      name: '',
      attributes: '0',
    },
  ],
};

function drive(content: GptContent, change: (head: Uint8Array, tail: Uint8Array) => void = () => undefined): Image {
  const { head, tail } = writeGpt(content);
  change(head.bytes, tail.bytes);
  return imageOfPieces(content.sectors * content.sectorSize, [head, tail]);
}

/** An MBR with entries `[status, type, start, sectors]`, on a drive of 64 MiB, with further sectors by place. */
function mbr(entries: [number, number, number, number][], more: Record<number, Uint8Array> = {}): Image {
  const pieces = [
    [0, mbrSector(entries)] as const,
    ...Object.entries(more).map(([at, one]) => [Number(at), one] as const),
  ];
  return imageOfPieces(
    64 * MIB,
    pieces.map(([at, bytes]) => ({ offset: at * 512, bytes })),
  );
}

function mbrSector(entries: [number, number, number, number][]): Uint8Array {
  const bytes = new Uint8Array(512);
  const view = new DataView(bytes.buffer);
  entries.forEach(([status, type, start, sectors], n) => {
    bytes[446 + 16 * n] = status;
    bytes[450 + 16 * n] = type;
    view.setUint32(454 + 16 * n, start, true);
    view.setUint32(458 + 16 * n, sectors, true);
  });
  bytes.set([0x55, 0xaa], 510);
  return bytes;
}

const rulesOf = (image: Image, size?: SectorSize) =>
  readTable(image, size).problems.map(({ rule, outcome }) => `${rule}: ${outcome}`);

describe('the standard’s own figures', () => {
  it('checksum', () => {
    expect(crc32(new TextEncoder().encode('123456789'))).toBe(0xcbf43926);
    expect(crc32(new Uint8Array(16_384))).toBe(0xab54d286);
  });

  it('GUID order', () => {
    const bytes = Uint8Array.from([
      0x28, 0x73, 0x2a, 0xc1, 0x1f, 0xf8, 0xd2, 0x11, 0xba, 0x4b, 0, 0xa0, 0xc9, 0x3e, 0xc9, 0x3b,
    ]);
    expect(guid(bytes, 0)).toBe(EFI);
    expect(guidBytes(EFI)).toEqual(bytes);
  });

  it('usable sectors of a 500 GB drive, at both sector sizes', () => {
    expect(readTable(drive(plain)).usable).toEqual({ first: 34, last: 976_773_134 });
    const wide = { ...plain, sectorSize: 4096 as const, sectors: sectorsOfNominal(500, 4096), entries: [] };
    expect(guessSectorSize(drive(wide))).toBe(4096);
    expect(readTable(drive(wide)).usable).toEqual({ first: 6, last: 122_096_640 });
  });
});

describe('tables as systems write them', () => {
  it('GPT', () => {
    const { scheme, entries, problems } = readTable(madeImage('gpt'));
    expect({ scheme, problems }).toEqual({ scheme: 'gpt', problems: [] });
    expect(entries.map(({ startSector, sectors, kind, name }) => [startSector, sectors, kind, name])).toEqual([
      [2048, 20_480, 'EFI system', 'EFI system'],
      [22_528, 32_768, 'reserved', ''],
      [55_296, 75_743, 'data', 'Büro'],
    ]);
  });

  it('MBR with logical partitions', () => {
    const { scheme, entries, problems } = readTable(madeImage('mbr'));
    expect({ scheme, problems }).toEqual({ scheme: 'mbr', problems: [] });
    expect(
      entries.map(({ number, startSector, sectors, type, active }) => [number, startSector, sectors, type, active]),
    ).toEqual([
      [1, 2048, 20_480, '07', true],
      [5, 24_576, 20_480, '83', false],
      [6, 47_104, 20_480, '82', false],
    ]);
  });
});

describe('every problem is named', () => {
  const chain = mbrSector([
    [0, 0x83, 2048, 4096],
    [0, 0x05, 0, 8192],
  ]);
  const tailStart = 32 * 512;
  it('a table that was written behind another bridge', () => {
    const large = drive({ ...plain, sectors: sectorsOfNominal(500, 4096), sectorSize: 4096, entries: [] });
    expect(readTable(large, 512).problems).toMatchObject([{ rule: 'Sectors counted', outcome: 'fail' }]);
    expect(readTable(large, 4096).problems).toEqual([]);
    const volume = new Uint8Array(512);
    volume.set([0xeb, 0x52, 0x90]);
    volume.set([0x55, 0xaa], 510);
    // Begins at 256 sectors of 4096 bytes: 2048 of 512.
    const counted = mbr([[0, 7, 256, 1000]], { 2048: volume });
    expect(readTable(counted, 512).problems.map(({ rule }) => rule)).toContain('Sectors counted');
    expect(readTable(mbr([[0, 7, 2048, 1000]], { 2048: volume }), 512).problems).toHaveLength(1);
  });

  it('no partition that begins in the first sector: the drive is one volume', () => {
    expect(readTable(mbr([[0, 0x0c, 0, 1000]]))).toMatchObject({ scheme: 'none', entries: [], problems: [] });
    expect(
      readTable(
        mbr([
          [0, 0x0c, 0, 1000],
          [0, 7, 2048, 10],
        ]),
      ).entries,
    ).toHaveLength(2);
  });

  it('what was not read is not damaged', () => {
    const { head } = writeGpt(plain);
    const only = { offset: 0, bytes: head.bytes.subarray(0, 1024) };
    const read = readTable(imageOfPieces(plain.sectors * 512, [only]));
    expect(read).toMatchObject({ scheme: 'gpt', entries: [] });
    expect(read.problems).toMatchObject([{ rule: 'Table', outcome: 'unknown' }]);
    expect(read.problems[0]?.sentence).toContain('not read');
  });

  it.each<[string, Image, string]>([
    ['nothing read', imageOfPieces(MIB, []), 'Table: unknown'],
    ['primary damaged', drive(plain, (head) => head.fill(7, 600, 610)), 'Primary table: fail'],
    [
      'backup damaged',
      drive(plain, (_head, tail) => tail.fill(7, tailStart + 60, tailStart + 64)),
      'Backup table: limit',
    ],
    [
      'both damaged',
      drive(plain, (head, tail) => {
        head.fill(7, 600, 610);
        tail.fill(7, tailStart + 60, tailStart + 64);
      }),
      'Table: fail',
    ],
    ['entry array damaged', drive(plain, (head) => head.fill(7, 1100, 1104)), 'Primary table: fail'],
    [
      'hybrid',
      drive(plain, (head) => head.set(mbrSector([[0, 7, 2048, 99]]).subarray(446, 462), 462)),
      'Protective MBR: limit',
    ],
    ['protective MBR gone', drive(plain, (head) => head.fill(0, 446, 512)), 'Protective MBR: limit'],
    [
      'two active',
      mbr([
        [0x80, 7, 2048, 8],
        [0x80, 7, 4096, 8],
      ]),
      'Active: fail',
    ],
    ['none active', mbr([[0, 7, 2048, 8]]), 'Active: limit'],
    ['begins at sector 63', mbr([[0x80, 7, 63, 800]]), 'Alignment: limit'],
    ['past the end', mbr([[0x80, 7, 2048, 999_999]]), 'End: fail'],
    [
      'overlap',
      mbr([
        [0x80, 7, 2048, 4096],
        [0, 0x83, 4096, 4096],
      ]),
      'Overlap: fail',
    ],
    [
      'chain in a circle',
      mbr(
        [
          [0x80, 7, 2048, 8],
          [0, 5, 16_384, 65_536],
        ],
        { 16_384: chain },
      ),
      'Extended chain: fail',
    ],
    [
      'chain not read',
      mbr([
        [0x80, 7, 2048, 8],
        [0, 5, 16_384, 65_536],
      ]),
      'Extended chain: unknown',
    ],
    [
      'chain past the end',
      mbr(
        [
          [0x80, 7, 2048, 8],
          [0, 5, 16_384, 65_536],
        ],
        {
          16_384: mbrSector([
            [0, 0x83, 2048, 64],
            [0, 5, 900_000, 64],
          ]),
        },
      ),
      'Extended chain: fail',
    ],
    [
      'two extended',
      mbr([
        [0x80, 7, 2048, 8],
        [0, 5, 16_384, 8],
        [0, 15, 32_768, 8],
      ]),
      'Extended: fail',
    ],
    [
      'remains of a GPT',
      drive(plain, (head) => head.set(mbrSector([[0x80, 7, 2048, 99]]).subarray(446), 446)),
      'Scheme: limit',
    ],
  ])('%s', (_name, image, expected) => {
    expect(rulesOf(image)).toContain(expected);
  });

  it('a table from a smaller drive has its backup in the middle; from a larger one it misses it', () => {
    const { head, tail } = writeGpt({ ...plain, sectors: sectorsOfNominal(250), entries: plain.entries.slice(0, 1) });
    expect(rulesOf(imageOfPieces(plain.sectors * 512, [head, tail]))).toContain('Backup table: limit');
    expect(readTable(imageOfPieces(plain.sectors * 512, [head, tail])).usable.last).toBe(976_773_134);
    const large = writeGpt(plain).head;
    expect(rulesOf(imageOfPieces(sectorsOfNominal(250) * 512, [large]))).toContain('Backup table: fail');
  });

  it('two copies that disagree, the same GUID twice', () => {
    const other = { ...plain, entries: plain.entries.slice(0, 1) };
    const image = imageOfPieces(plain.sectors * 512, [writeGpt(plain).head, writeGpt(other).tail]);
    expect(rulesOf(image)).toContain('Two copies: fail');
    const twins = plain.entries.map((entry) => ({ ...entry, uniqueId: idOf(7) }));
    expect(rulesOf(drive({ ...plain, entries: twins }))).toContain('Identifiers: fail');
  });

  it('only a part of the drive at hand is not a damaged drive', () => {
    const { size, pieces } = madeBySystems('gpt');
    const first = pieces.filter(({ offset }) => offset === 0);
    expect(rulesOf(imageOfPieces(size, first))).toEqual(['Backup table: unknown']);
  });
});

it('what is written is read again, whatever it is', () => {
  const anyTable = fc
    .record({
      sectorSize: fc.constantFrom<SectorSize>(512, 4096),
      count: fc.integer({ min: 0, max: 128 }),
      names: fc.array(fc.string({ maxLength: 36, unit: fc.constantFrom('a', 'Ü', '7', ' ') }), {
        minLength: 128,
        maxLength: 128,
      }),
      attributes: fc.bigInt({ min: 0n, max: 2n ** 64n - 1n }),
    })
    .map(({ sectorSize, count, names, attributes }): GptContent => ({
      sectors: sectorsOfNominal(1000, sectorSize),
      sectorSize,
      diskId: idOf(1000),
      entries: Array.from({ length: count }, (_none, n) => ({
        number: n + 1,
        startSector: (n + 1) * 262_144,
        sectors: 262_144 - n,
        type: n % 2 === 0 ? BASIC : EFI,
        uniqueId: idOf(n + 1),
        name: names[n] ?? '',
        attributes: attributes.toString(16).toUpperCase().padStart(16, '0'),
      })),
    }));
  fc.assert(
    fc.property(anyTable, (content) => {
      const { scheme, diskId, entries, problems } = readTable(drive(content));
      expect({ scheme, diskId, problems }).toEqual({ scheme: 'gpt', diskId: content.diskId, problems: [] });
      const kept = entries.map(({ number, startSector, sectors, type, uniqueId, name, attributes }) => ({
        number,
        startSector,
        sectors,
        type,
        uniqueId,
        name,
        attributes,
      }));
      expect(kept).toEqual(content.entries);
    }),
    { numRuns: 60 },
  );
});

it('writes no table that has no room or no such entry', () => {
  expect(() => writeGpt({ ...plain, sectors: 40 })).toThrow(RangeError);
  const [first] = plain.entries;
  expect(() => writeGpt({ ...plain, entries: first ? [{ ...first, number: 129 }] : [] })).toThrow(RangeError);
});

describe('an MBR that is written', () => {
  const GAP = 2048;
  const piece = (startSector: number, sectors: number, over: Partial<MbrContent['entries'][number]> = {}) => ({
    startSector,
    sectors,
    type: '07',
    active: false,
    logical: false,
    ...over,
  });
  const write = (entries: MbrContent['entries'], sectorSize: SectorSize = 512) =>
    writeMbr({ sectorSize, diskId: '1A2B3C4D', recordGap: GAP, entries });

  it('leaves the boot code alone and chains its logical partitions', () => {
    const pieces = write([
      piece(2048, 20_480, { active: true }),
      piece(24_576, 20_480, { type: '83', logical: true }),
      piece(47_104, 20_480, { type: '82', logical: true }),
    ]);
    expect(pieces.map(({ offset, bytes }) => [offset, bytes.length])).toEqual([
      [440, 72],
      [22_528 * 512, 512],
      [45_056 * 512, 512],
    ]);
    const made = readTable(imageOfPieces(64 * MIB, [{ offset: 0, bytes: new Uint8Array(440) }, ...pieces]));
    const { entries } = readTable(madeImage('mbr'));
    expect(made.entries.map((entry) => ({ ...entry, attributes: '' }))).toEqual(
      entries.map((entry) => ({ ...entry, attributes: '' })),
    );
    expect(made.diskId).toBe('1A2B3C4D');
  });

  it('refuses what no MBR can hold', () => {
    expect(() => write([1, 2, 3, 4, 5].map((n) => piece(n * 4096, 2048)))).toThrow(RangeError);
    expect(() => write([piece(2 ** 32 - 10, 11)])).toThrow(RangeError);
    const torn = [piece(4096, 100, { logical: true }), piece(8192, 100), piece(16_384, 100, { logical: true })];
    expect(() => write(torn)).toThrow(RangeError);
    expect(() => write([piece(4096, 4000), piece(8192, 100, { logical: true })])).toThrow(RangeError);
  });

  it('reads back as it was written, whatever its partitions are', () => {
    const sizes = fc.array(fc.integer({ min: 1, max: 2 ** 22 }), { minLength: 1, maxLength: 12 });
    fc.assert(
      fc.property(
        sizes,
        fc.integer({ min: 0, max: 3 }),
        fc.constantFrom<SectorSize>(512, 4096),
        (list, primaries, size) => {
          let at = 2048;
          const wanted = list.map((sectors, n) => {
            const logical = n >= primaries;
            const startSector = at + (logical ? GAP : 0);
            at = startSector + sectors;
            return piece(startSector, sectors, { logical, active: n === 0 && !logical, type: logical ? '83' : '07' });
          });
          const pieces = write(wanted, size);
          const image = imageOfPieces((at + 1) * size, [{ offset: 0, bytes: new Uint8Array(440) }, ...pieces]);
          const { scheme, entries, problems } = readTable(image, size);
          expect([scheme, problems.filter(({ outcome }) => outcome === 'fail')]).toEqual(['mbr', []]);
          expect(
            entries.map(({ startSector, sectors, type, active, logical }) => {
              return { startSector, sectors, type, active, logical };
            }),
          ).toEqual(wanted);
        },
      ),
    );
  });
});

describe('types from one scheme to the other', () => {
  it('mean the same, so that a system finds what it looks for', () => {
    for (const mbr of ['27', '82', '83', '8E', 'AF', 'E8', 'FD']) {
      expect(mbrTypeOf('data', 'unknown', gptTypeOf('data', 'unknown', mbr))).toBe(mbr);
    }
    expect(gptTypeOf('system', 'ext4', '83')).toBe('0FC63DAF-8483-4772-8E79-3D69D8477DE4');
    // Without a type of its own it goes by what it holds; the root of a GPT is a Linux file system to an MBR.
    expect(gptTypeOf('system', 'ext4')).toBe('0FC63DAF-8483-4772-8E79-3D69D8477DE4');
    expect(mbrTypeOf('system', 'ext4', '4F68BCE3-E8CD-4DB1-96E7-FBCAF984B709')).toBe('83');
    expect(gptTypeOf('data', 'LVM', '8E')).toBe('E6D6D379-F507-44C2-A23C-238F2A3DF928');
  });

  it('go by the kind where neither says more, and a loader on NTFS is none in a GPT', () => {
    expect(gptTypeOf('system', 'NTFS', '07')).toBe(BASIC);
    expect(gptTypeOf('loader', 'NTFS', '07')).toBe(BASIC);
    expect(gptTypeOf('recovery', 'NTFS', '12')).toBe(GPT_TYPE_OF.recovery);
    expect(gptTypeOf('EFI system', 'FAT32')).toBe(EFI);
    expect(mbrTypeOf('recovery', 'NTFS', GPT_TYPE_OF.recovery)).toBe('27');
  });
});
