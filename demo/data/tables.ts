import { GIB, MIB } from '@udrel/core/capacity';
import type { FileSystem, PartitionKind, SourcePartition, SourceTable } from '@udrel/core/layout';

type Row = readonly [
  name: string,
  kind: PartitionKind,
  fileSystem: FileSystem,
  mib: number,
  usedGib: number | null,
  encrypted?: boolean,
];

/** A table of such rows; `more`: what was found in a partition besides, by its name. */
function table(
  scheme: SourceTable['scheme'],
  rows: readonly Row[],
  more: Readonly<Record<string, Pick<SourcePartition, 'clearable' | 'holds'>>> = {},
): SourceTable {
  let start = MIB / 512;
  const partitions = rows.map(([name, kind, fileSystem, mib, usedGib, encrypted = false], index) => {
    const sectors = (mib * MIB) / 512;
    const one = {
      id: `p${index + 1}`,
      name,
      kind,
      fileSystem,
      startSector: start,
      sectors,
      used: usedGib === null ? null : Math.round(usedGib * GIB),
      encrypted,
      ...roundedOff(more[name]),
    };
    start += sectors;
    return one;
  });
  return { scheme, sectorSize: 512, partitions };
}

/** Sizes in whole bytes. */
function roundedOff({ clearable, holds }: Pick<SourcePartition, 'clearable' | 'holds'> = {}) {
  const whole = <T extends { bytes: number }>(list: readonly T[]) =>
    list.map((one) => ({ ...one, bytes: Math.round(one.bytes) }));
  return { ...(clearable ? { clearable: whole(clearable) } : {}), ...(holds ? { holds: whole(holds) } : {}) };
}

/** Partition tables as found on old drives of the demo scenario; sizes in MiB, used space in GiB. */
export const tables = {
  timetable750: table('gpt', [
    ['EFI system', 'EFI system', 'FAT32', 100, 0.03],
    ['Reserved', 'reserved', 'none', 16, null],
    ['System', 'system', 'NTFS', 689_000, 188.4],
    ['Recovery', 'recovery', 'NTFS', 1000, 0.5],
    ['Timetables', 'data', 'NTFS', 22_900, 18.1],
  ]),
  laptop500: table('gpt', [
    ['EFI system', 'EFI system', 'FAT32', 260, 0.04],
    ['Reserved', 'reserved', 'none', 16, null],
    ['System', 'system', 'NTFS', 475_600, 96.2],
    ['Recovery', 'recovery', 'NTFS', 990, 0.6],
  ]),
  full500: table(
    'gpt',
    [
      ['EFI system', 'EFI system', 'FAT32', 260, 0.04],
      ['Reserved', 'reserved', 'none', 16, null],
      ['System', 'system', 'NTFS', 475_600, 222.6],
      ['Recovery', 'recovery', 'NTFS', 990, 0.6],
    ],
    {
      System: {
        clearable: [
          { what: 'hibernation file', bytes: 12.8 * GIB },
          { what: 'page files', bytes: 8 * GIB },
          { what: 'old installations', bytes: 24.5 * GIB },
          { what: 'recycle folder', bytes: 6.25 * GIB },
          { what: 'temporary folders', bytes: 3.5 * GIB },
        ],
      },
    },
  ),
  group500: {
    ...table(
      'gpt',
      [
        ['EFI system', 'EFI system', 'FAT32', 512, 0.02],
        ['boot', 'loader', 'ext4', 1024, 0.3],
        ['loft', 'system', 'LVM', 442_000, null],
        ['rest', 'swap', 'swap', 16_384, null],
      ],
      {
        loft: {
          holds: [
            { name: 'root', bytes: 60 * GIB },
            { name: 'home', bytes: 340 * GIB },
          ],
        },
      },
    ),
    remarks: [
      {
        rule: 'Suspended',
        outcome: 'limit',
        sentence: 'A suspended system waits in it to go on where it stopped: its volumes are half-written.',
        remedy: 'start its own system, shut it down fully',
        about: 'p4',
      },
    ],
  },
  mirror500: {
    ...table('gpt', [
      ['EFI system', 'EFI system', 'FAT32', 512, 0.02],
      ['tank', 'not known', 'RAID member', 476_000, null],
    ]),
    remarks: [
      {
        rule: 'Set',
        outcome: 'limit',
        sentence: 'One drive of a Linux RAID (“mews:tank”, level 1, 2 drives; format 1.0).',
        remedy: 'copy every drive of the set, or bring its files over in its own system',
        about: 'p2',
      },
    ],
  },
  either750: {
    ...table('gpt', [
      ['EFI system', 'EFI system', 'FAT32', 100, 0.03],
      ['Reserved', 'reserved', 'none', 16, null],
      ['Old stand', 'not known', 'NTFS', 100_000, 61.4],
      ['Workshop', 'not known', 'NTFS', 614_000, 188.7],
    ]),
    remarks: [
      {
        rule: 'Clean',
        outcome: 'limit',
        sentence: 'It was not closed in order: the system was hibernated, not shut down.',
        remedy: 'start it once and shut it down',
        about: 'p4',
      },
    ],
  },
  small128: table('gpt', [
    ['EFI system', 'EFI system', 'FAT32', 100, 0.03],
    ['Reserved', 'reserved', 'none', 16, null],
    ['System', 'system', 'NTFS', 121_300, 95.9],
    ['Recovery', 'recovery', 'NTFS', 650, 0.4],
  ]),
  locked256: table('gpt', [
    ['EFI system', 'EFI system', 'FAT32', 260, 0.04],
    ['Reserved', 'reserved', 'none', 16, null],
    ['System', 'system', 'NTFS', 242_900, null, true],
    ['Recovery', 'recovery', 'NTFS', 990, 0.6],
  ]),
  ledger500: table('gpt', [
    ['EFI system', 'EFI system', 'FAT32', 260, 0.04],
    ['Reserved', 'reserved', 'none', 16, null],
    ['System', 'system', 'NTFS', 475_600, 71.3, true],
    ['Recovery', 'recovery', 'NTFS', 990, 0.6],
  ]),
  till500: table('mbr', [
    ['System partition', 'loader', 'NTFS', 100, 0.03],
    ['Till', 'system', 'NTFS', 476_200, 61.8],
  ]),
  field320: table('mbr', [
    ['System partition', 'loader', 'NTFS', 100, 0.03],
    ['Field notebooks', 'system', 'NTFS', 304_900, 61.7],
  ]),
  tide1000: table('gpt', [
    ['EFI system', 'EFI system', 'FAT32', 512, 0.02],
    ['root', 'system', 'ext4', 920_000, 43.5],
    ['swap', 'swap', 'none', 32_000, null],
  ]),
  board64: table('gpt', [
    ['EFI system', 'EFI system', 'FAT32', 100, 0.03],
    ['Reserved', 'reserved', 'none', 16, null],
    ['System', 'system', 'NTFS', 59_500, 51.2],
    ['Recovery', 'recovery', 'NTFS', 500, 0.4],
  ]),
  notebook80: table('mbr', [['Notebook', 'system', 'NTFS', 76_200, 38.4]]),
  handheld64: table('gpt', [
    ['EFI system', 'EFI system', 'FAT32', 256, 0.02],
    ['System', 'system', 'ext4', 60_300, 24.8],
  ]),
} satisfies Record<string, SourceTable>;

export type TableName = keyof typeof tables;
