import type { ModelSpec } from '@udrel/contract/types';
import { GIB } from '@udrel/core/capacity';
import {
  bay,
  DESKTOP,
  laptopInside,
  LAPTOP,
  m2,
  memory,
  modern,
  disassembly,
  trayParts,
  cardParts,
} from './model-parts';
import { PORTS } from './equipment';

type Row = [
  maker: string,
  name: string,
  code: string,
  kind: ModelSpec['kind'],
  sites: ModelSpec['sites'],
  memory: Partial<ModelSpec['memory']>,
  note: string,
  firmware?: ModelSpec['firmware'],
];

/** What every site has, whatever its form. */
const site = (id: string) => ({ id, name: `Site ${id.toUpperCase()}`, needs: '', disables: '' });
const gen4 = { generation: 4, lanes: 4 } as const;
const gen5 = { generation: 5, lanes: 4 } as const;
const ddr5 = { generation: 'DDR5', slotMaximum: 32 * GIB, maximum: 64 * GIB, speed: 5600 } as const;
const ddr3 = { generation: 'DDR3L', slotMaximum: 8 * GIB, maximum: 16 * GIB, speed: 1600 } as const;
const dimm = { form: 'DIMM', slots: ['A1', 'A2', 'B1', 'B2'], slotChannels: [0, 0, 1, 1], maximum: 128 * GIB } as const;
const dimms = { ...dimm, slots: [...dimm.slots], slotChannels: [...dimm.slotChannels], slotMaximum: 32 * GIB };
const soldered = (gib: number) => ({ soldered: gib * GIB, slots: [], slotMaximum: 0, maximum: gib * GIB });

/** Further models that come through the door of a harbour town, a line each. */
const ROWS: Row[] = [
  [
    'Ostrel',
    'Tern 14',
    'T14-4410',
    'laptop',
    [m2('a'), m2('b', { posts: [42] })],
    {},
    'Two slots; the short one is under the fan lead.',
  ],
  ['Ostrel', 'Tern 17', 'T17-4930', 'laptop', [bay('a', '2.5', 9.5), m2('b')], { maximum: 64 * GIB }, ''],
  ['Ostrel', 'Quill 15', 'Q15-2310', 'laptop', [m2('a', { pcie: gen4 })], { ...soldered(16) }, 'Memory is soldered.'],
  ['Ostrel', 'Plover 11', 'OP11-08', 'laptop', [m2('a', { posts: [30], roomAbove: 1.8 })], { ...soldered(8) }, ''],
  ['Corvane', 'Lattice 13', 'CL13-C', 'laptop', [m2('a', { posts: [30, 42], pcie: gen4 })], { ...soldered(16) }, ''],
  [
    'Corvane',
    'Lattice 17',
    'CL17-A',
    'laptop',
    [m2('a', { pcie: gen5 }), m2('b', { pcie: gen4 })],
    { ...ddr5 },
    'Heatsinks are screwed to the base.',
  ],
  [
    'Corvane',
    'Girder T4',
    'CGT4-221',
    'desktop',
    [bay('a', '3.5', 26.1), bay('b', '2.5', 15), m2('c', { pcie: gen4 })],
    dimms,
    '',
  ],
  [
    'Corvane',
    'Girder T6',
    'CGT6-307',
    'desktop',
    [bay('a', '3.5', 26.1), m2('b', { pcie: gen5 }), m2('c', { pcie: gen4 })],
    { ...dimms, ...ddr5, slots: ['A1', 'A2', 'B1', 'B2'] },
    '',
  ],
  [
    'Pellam',
    'Harbour 24',
    'PH24-0980',
    'all-in-one',
    [bay('a', '2.5', 9.5), m2('b', { roomAbove: 2.8 })],
    {},
    'Suction cups at the lower corners.',
  ],
  ['Pellam', 'Jetty 22', 'PJ22-0415', 'all-in-one', [bay('a', '3.5', 26.1)], { ...ddr3 }, ''],
  [
    'Pellam',
    'Pier 3',
    'PP3-0188',
    'desktop',
    [bay('a', '3.5', 26.1), bay('b', '3.5', 26.1)],
    { ...ddr3, form: 'DIMM' },
    'Legacy mode unless it is switched in setup.',
  ],
  ['Pellam', 'Mole 1', 'PM1-0044', 'small desktop', [m2('a'), bay('b', '2.5', 7)], {}, ''],
  [
    'Sandling',
    'Mini 5',
    'SM5-12',
    'small desktop',
    [m2('a', { pcie: gen4 }), m2('b', { posts: [42] })],
    { ...ddr5 },
    '',
  ],
  ['Sandling', 'Notebook 14', 'SN14-402', 'laptop', [m2('a', { posts: [42, 80] })], {}, ''],
  [
    'Sandling',
    'Notebook 15',
    'SN15-077',
    'laptop',
    [bay('a', '2.5', 7)],
    { ...ddr3 },
    'The ribbon latch slides, it does not flip.',
  ],
  [
    'Varrick',
    'Field 14',
    'VF14-31',
    'laptop',
    [m2('a', { sata: 3 }), bay('b', '2.5', 7)],
    {},
    'Sealed: renew the gasket.',
  ],
  [
    'Varrick',
    'Field 10',
    'VF10-02',
    'handheld',
    [m2('a', { posts: [42], key: 'B', sata: 3, pcie: null })],
    { ...soldered(8) },
    '',
  ],
  [
    'Varrick',
    'Pocket 8',
    'VP8-11',
    'handheld',
    [m2('a', { posts: [30], pcie: gen4, roomAbove: 2 })],
    { ...soldered(16) },
    '',
  ],
  [
    'Corvane',
    'Lattice 11',
    'CL11-E',
    'laptop',
    [{ ...site('a'), form: 'soldered' }, m2('b', { posts: [42], sata: 3, pcie: null, roomAbove: 2.2 })],
    { ...soldered(8) },
    'Storage of 64 GB on the board; the slot beside it is empty.',
  ],
  [
    'Pellam',
    'Pier 2',
    'PP2-0151',
    'desktop',
    [
      bay('a', '3.5', 26.1, { sata: 2, fourPin: true }),
      { ...site('b'), form: 'pcie', size: 16, pcie: { generation: 2, lanes: 4 }, bracket: 'full', room: 312 },
      { ...site('c'), form: 'pcie', size: 1, pcie: { generation: 2, lanes: 1 }, bracket: 'full', room: 190 },
    ],
    { ...ddr3, form: 'DIMM' },
    'Site B was the graphics card’s. Nobody has tried to start from a card.',
  ],
  [
    'Ostrel',
    'Kittiwake 13',
    'OK13-7',
    'laptop',
    [
      {
        ...site('a'),
        form: 'blade',
        contacts: '12+16',
        sata: null,
        pcie: { generation: 3, lanes: 4 },
        roomAbove: 4,
        screw: true,
      },
    ],
    { ...soldered(8) },
    'A slot of the maker’s own: cards of others sit on an adapter.',
  ],
  [
    'Sandling',
    'Notebook 12',
    'SN12-05',
    'laptop',
    [
      bay('a', '2.5', 9.5, { sata: 1, connector: 'PATA 44', pata: 100 }),
      { ...site('b'), form: 'optical', height: 12.7, sata: 1, pata: 33 },
    ],
    { ...ddr3, generation: 'DDR2', slotMaximum: 2 * GIB, maximum: 4 * GIB, speed: 667 },
    'One pin off, and the drive is gone: look along the row before pressing.',
    { uefi: false, startsNvme: false, controller: 'AHCI' },
  ],
  [
    'Halyard',
    'Petrel 14',
    'HP14-600',
    'laptop',
    [m2('a'), { ...bay('b', '2.5', 7), unconfirmed: true }],
    {},
    'Site B: nobody has looked yet.',
  ],
];

export const moreModels: ModelSpec[] = ROWS.map(([maker, name, code, kind, sites, over, note, firmware = modern]) => {
  const carried = kind === 'laptop' || kind === 'handheld';
  const boxed = sites.some((site) => site.form === '2.5' || site.form === '3.5');
  return {
    maker,
    name,
    code,
    kind,
    sites,
    memory: memory(over),
    firmware,
    ports: over.generation === 'DDR3L' ? PORTS.old : PORTS.modern,
    functions: carried ? LAPTOP : DESKTOP,
    disassembly: disassembly(carried ? 9 : 4, [...(carried ? laptopInside : []), ...(boxed ? trayParts : cardParts)]),
    note,
  };
});
