import type { PartKind } from '@udrel/server/services';
import { bytesOfNominal, GIB } from '@udrel/core/capacity';
import type { Equipment } from '@udrel/core/equipment';
import type { Adapter, BoxDrive, Drive, M2Drive, MsataDrive } from '@udrel/core/fit';
import type { MemoryModule } from '@udrel/core/memory';

/** A part of the demo shelf: price in minor units, how many pieces, and where. */
export interface DemoPart {
  kind: PartKind;
  maker: string;
  name: string;
  partNumber: string;
  price: number;
  pieces: number;
  place: string;
  spec: Drive | MemoryModule | Adapter | Equipment | null;
  /** Free pieces below which it is to be ordered again. */
  reorderLevel?: number;
  /** Days ago when a boot stick was last tried. */
  checkedDaysAgo?: number;
}

function card(
  maker: string,
  name: string,
  gb: number,
  over: Partial<M2Drive>,
  price: number,
  pieces: number,
): DemoPart {
  const spec: M2Drive = {
    maker,
    name,
    bytes: bytesOfNominal(gb),
    sectorSize: 512,
    class: 'NVMe gen 3',
    link: { kind: 'pcie', generation: 3, lanes: 4 },
    read: 3400,
    write: 3000,
    form: 'm2',
    length: 80,
    keys: ['M'],
    top: 1.5,
    bottom: 0,
    heatsink: 0,
    ...over,
  };
  return { ...drivePart(maker, name, gb, spec.length, price, pieces), spec };
}

function box(
  maker: string,
  name: string,
  gb: number,
  over: Partial<BoxDrive>,
  price: number,
  pieces: number,
): DemoPart {
  const spec: BoxDrive = {
    maker,
    name,
    bytes: bytesOfNominal(gb),
    sectorSize: 512,
    class: 'SATA SSD',
    link: { kind: 'sata', generation: 3 },
    read: 560,
    write: 510,
    form: '2.5',
    height: 7,
    needs12V: false,
    ...over,
  };
  return { ...drivePart(maker, name, gb, spec.form, price, pieces), spec };
}

function mini(maker: string, name: string, gb: number, price: number, pieces: number): DemoPart {
  const spec: MsataDrive = {
    maker,
    name,
    bytes: bytesOfNominal(gb),
    sectorSize: 512,
    class: 'SATA SSD',
    link: { kind: 'sata', generation: 3 },
    read: 530,
    write: 410,
    form: 'msata',
    size: 'full',
  };
  return { ...drivePart(maker, name, gb, spec.form, price, pieces), spec };
}

function drivePart(maker: string, name: string, gb: number, shape: string | number, price: number, pieces: number) {
  const short = `${maker.slice(0, 2)}-${name.replaceAll(' ', '')}`.toUpperCase();
  return {
    kind: 'drive' as const,
    maker,
    name,
    partNumber: `${short}-${gb}-${String(shape).replace('.', '')}`,
    price,
    pieces,
    place: `drawer ${(gb % 7) + 1}`,
  };
}

function ram(maker: string, name: string, over: Partial<MemoryModule>, price: number, pieces: number): DemoPart {
  const spec: MemoryModule = { maker, name, generation: 'DDR4', form: 'SO-DIMM', bytes: 8 * GIB, speed: 3200, ...over };
  const partNumber = `${maker.slice(0, 2)}-${name}-${spec.generation}-${spec.form}-${spec.bytes / GIB}`.toUpperCase();
  return { kind: 'memory', maker, name, partNumber, price, pieces, place: 'drawer 9', spec };
}

function adapter(name: string, partNumber: string, spec: Adapter, price: number, pieces: number): DemoPart {
  return { kind: 'adapter', maker: 'Thimble', name, partNumber, price, pieces, place: 'drawer 11', spec };
}

function small(name: string, partNumber: string, price: number, pieces: number): DemoPart {
  return { kind: 'small part', maker: 'Thimble', name, partNumber, price, pieces, place: 'drawer 12', spec: null };
}

const sataCard = {
  class: 'SATA SSD',
  link: { kind: 'sata', generation: 3 },
  keys: ['B', 'M'],
  read: 550,
  write: 500,
} satisfies Partial<M2Drive>;
const gen4 = {
  class: 'NVMe gen 4',
  link: { kind: 'pcie', generation: 4, lanes: 4 },
  read: 7000,
  write: 6300,
} satisfies Partial<M2Drive>;
const disk = { class: 'disk 5400', read: 130, write: 125, height: 9.5 } satisfies Partial<BoxDrive>;

/** The demo shelf; every maker and name is invented. */
export const parts: DemoPart[] = [
  card('Kestrin', 'N6', 250, { read: 3100, write: 1800 }, 3400, 3),
  card('Kestrin', 'N6', 500, { read: 3100, write: 2600 }, 4800, 2),
  card('Kestrin', 'N6', 1000, {}, 7100, 4),
  card('Kestrin', 'N6', 2000, {}, 12900, 1),
  card('Palewood', 'M5', 1000, gen4, 8400, 3),
  card('Palewood', 'M5', 2000, gen4, 14900, 2),
  card('Palewood', 'M7 H', 2000, { ...gen4, heatsink: 6.5 }, 16900, 1),
  card('Palewood', 'M5 D', 4000, { ...gen4, bottom: 1.35 }, 28900, 1),
  card('Dunlin', 'S2', 500, { length: 30, read: 2300, write: 1600 }, 6200, 2),
  card('Dunlin', 'S2', 1000, { length: 30, read: 2400, write: 1800 }, 9600, 0),
  card('Dunlin', 'S4', 500, { length: 42, read: 2100, write: 1500 }, 5600, 2),
  card('Tamarack', 'V', 500, sataCard, 4100, 3),
  card('Tamarack', 'V', 1000, sataCard, 6500, 6),
  card('Tamarack', 'V Short', 480, { ...sataCard, length: 42 }, 4400, 2),
  box('Palewood', 'C1', 240, {}, 2600, 5),
  box('Palewood', 'C1', 480, {}, 3900, 12),
  box('Palewood', 'C1', 1000, {}, 5800, 3),
  box('Palewood', 'C1', 2000, {}, 10900, 2),
  box('Ebbtide', 'R1', 480, { read: 530, write: 450 }, 5200, 14),
  card('Ebbtide', 'N2', 500, { read: 2400, write: 1700 }, 6400, 4),
  box('Dunlin', 'B3', 500, { read: 540, write: 480 }, 3600, 4),
  { ...box('Dunlin', 'B3', 960, { read: 540, write: 500 }, 5500, 0), reorderLevel: 2 },
  box('Kestrin', 'D8 Archive', 2000, disk, 6900, 4),
  box(
    'Kestrin',
    'D9 Tower',
    4000,
    { ...disk, class: 'disk 7200', form: '3.5', height: 26.1, needs12V: true, read: 210, write: 205 },
    9900,
    1,
  ),
  box('Kestrin', 'X4 Native', 4000, { sectorSize: 4096, bytes: bytesOfNominal(4000, 4096) }, 24900, 1),
  ram('Brinewick', 'S4', {}, 2400, 6),
  ram('Brinewick', 'S4', { bytes: 16 * GIB }, 4300, 4),
  ram('Brinewick', 'S4', { bytes: 32 * GIB }, 8200, 2),
  ram('Brinewick', 'S5', { generation: 'DDR5', bytes: 16 * GIB, speed: 5600 }, 5900, 4),
  ram('Brinewick', 'S5 P', { generation: 'DDR5', bytes: 16 * GIB, speed: 4800, profile: 6400 }, 7400, 2),
  ram('Brinewick', 'C5', { generation: 'LPDDR5', form: 'CAMM2', bytes: 32 * GIB, speed: 7500 }, 19900, 1),
  ram('Brinewick', 'L3', { generation: 'DDR3L', speed: 1600 }, 1900, 5),
  ram('Brinewick', 'T3', { generation: 'DDR3', speed: 1600 }, 1700, 2),
  ram('Brinewick', 'D4', { form: 'DIMM', bytes: 16 * GIB }, 4100, 4),
  adapter('bracket 2.5 to 3.5', 'TH-BR-2535', { kind: 'bracket', from: '2.5', to: '3.5' }, 600, 5),
  adapter('extender 2242 to 2280', 'TH-EX-4280', { kind: 'extender', from: 42, to: 80 }, 500, 3),
  adapter('extender 2230 to 2280', 'TH-EX-3080', { kind: 'extender', from: 30, to: 80 }, 500, 0),
  adapter('2.5 inch shell for M.2 SATA', 'TH-SH-25', { kind: 'shell', height: 7 }, 1100, 2),
  adapter('optical bay caddy 12.7 mm', 'TH-CD-127', { kind: 'caddy', height: 12.7, takes: 9.5 }, 1600, 1),
  adapter('optical bay caddy 9.5 mm', 'TH-CD-95', { kind: 'caddy', height: 9.5, takes: 7 }, 1600, 2),
  adapter('Mini Card to 2.5 inch shell', 'TH-MS-25', { kind: 'msata shell', height: 7 }, 900, 1),
  adapter('1.8 to 2.5 inch frame', 'TH-FR-18', { kind: 'frame', from: '1.8', to: '2.5' }, 1400, 0),
  adapter('bridge PATA 44 to SATA', 'TH-BR-44', { kind: 'bridge', from: 'PATA 44', to: 'SATA' }, 1900, 1),
  adapter(
    'PCIe card x4 for M.2',
    'TH-CA-4',
    { kind: 'card', holds: 'm2', length: 80, size: 4, bracket: 'both', drives: 1 },
    1500,
    2,
  ),
  adapter(
    'PCIe card x16 for four M.2',
    'TH-CA-16',
    { kind: 'card', holds: 'm2', length: 110, size: 16, bracket: 'full', drives: 4 },
    5900,
    1,
  ),
  adapter(
    'PCIe card x4 for U.2',
    'TH-CA-U2',
    { kind: 'card', holds: 'U.2', length: 0, size: 4, bracket: 'full', drives: 1 },
    2400,
    1,
  ),
  adapter('M.2 to U.2 lead', 'TH-LD-U2', { kind: 'U.2 lead', length: 80 }, 2900, 1),
  adapter('U.2 shell for M.2', 'TH-SH-U2', { kind: 'U.2 shell', height: 15, length: 110 }, 2600, 0),
  adapter(
    'M.2 to flat slot 12+16',
    'TH-BL-1216',
    { kind: 'blade adapter', contacts: '12+16', length: 80, adds: 1.2 },
    1900,
    2,
  ),
  adapter(
    '2.5 inch shell 44-pin for M.2 SATA',
    'TH-SH-44',
    { kind: 'shell', height: 7, connector: 'PATA 44' },
    1800,
    1,
  ),
  adapter(
    'optical bay caddy 12.7 mm, parallel',
    'TH-CD-127P',
    { kind: 'caddy', height: 12.7, takes: 9.5, connector: 'PATA' },
    1900,
    1,
  ),
  adapter(
    '1.8 to 2.5 inch frame with regulator',
    'TH-FR-18R',
    { kind: 'frame', from: '1.8', to: '2.5', regulator: true },
    2200,
    1,
  ),
  adapter('bridge 5 mm edge to SATA', 'TH-BR-5E', { kind: 'bridge', from: 'SFF-8784', to: 'SATA' }, 1700, 0),
  adapter('4-pin to SATA power lead', 'TH-PL-4', { kind: 'power lead' }, 400, 6),
  mini('Palewood', 'K2', 256, 4200, 1),
  box('Kestrin', 'D9', 2000, { ...disk, height: 15 }, 6900, 1),
  box(
    'Dunmar',
    'V8',
    960,
    {
      connector: 'U.2',
      needs12V: true,
      link: { kind: 'pcie', generation: 4, lanes: 4 },
      class: 'NVMe gen 4',
      read: 6200,
      write: 2800,
      height: 15,
    },
    15900,
    1,
  ),
  box(
    'Dunmar',
    'W6',
    6000,
    {
      form: '3.5',
      height: 26.1,
      needs12V: true,
      powerDisable: true,
      class: 'disk 7200',
      read: 220,
      write: 215,
      sectorSize: 4096,
    },
    13900,
    1,
  ),
  { ...small('screw M2×3', 'TH-SC-M2X3', 20, 180), reorderLevel: 50 },
  small('spacer 2.5 mm', 'TH-SP-25', 90, 24),
  small('thermal pad 0.5 mm', 'TH-TP-05', 120, 30),
  { ...small('drive ribbon Q13', 'TH-RB-Q13', 1900, 1), reorderLevel: 2 },
  ...screws(),
  ...drawers(),
];

/** Screws by thread and length, as they lie in the tray. */
function screws(): DemoPart[] {
  const lengths: Readonly<Record<string, readonly number[]>> = {
    'M1.6': [2, 3, 4],
    M2: [2, 2.5, 4, 5, 6, 8],
    'M2.5': [3, 4, 5, 6, 8, 10, 12],
    M3: [3, 4, 5, 6, 8, 10],
    '6-32': [5, 6, 8, 10],
  };
  return Object.entries(lengths).flatMap(([thread, all]) =>
    all.map((length, n) => ({
      ...small(`screw ${thread}×${length}`, `TH-SC-${thread}X${length}`.replaceAll('.', ''), 20, 40 + ((n * 37) % 90)),
      reorderLevel: 30,
    })),
  );
}

/** Everything else that a bench keeps in drawers. */
function drawers(): DemoPart[] {
  const of = (what: string, short: string, kinds: readonly string[], price: number): DemoPart[] =>
    kinds.map((kind, n) => {
      const number = `TH-${short}-${kind.replaceAll(/[ .]/g, '').toUpperCase()}`;
      return small(`${what} ${kind}`, number, price, 2 + ((n * 5) % 9));
    });
  return [
    ...of('stand-off', 'ST', ['M2 1.5 mm', 'M2 2.5 mm', 'M2 4 mm', 'M2.5 3 mm', 'M3 6.5 mm'], 60),
    ...of('thermal pad', 'TP', ['1.0 mm', '1.5 mm', '2.0 mm', '0.5 mm sheet', '1.0 mm sheet'], 150),
    ...of('spacer', 'SP', ['2 mm', '3 mm', '4.5 mm'], 90),
    ...of('rubber sleeve', 'RS', ['7 mm', '9.5 mm', '12.5 mm'], 120),
    ...of('rubber foot', 'RF', ['round 8 mm', 'round 10 mm', 'long 20 mm', 'long 32 mm'], 50),
    ...of('SATA lead', 'SL', ['30 cm', '50 cm', '50 cm angled', '70 cm'], 290),
    ...of('power lead', 'PL', ['15 pin', '15 pin double', '4 pin to 15 pin'], 390),
    ...of('drive ribbon', 'RB', ['T15', 'T17', 'SN15', 'SM3', 'PM1'], 1900),
    ...of('heatsink for M.2', 'HS', ['3 mm', '6 mm', '9 mm with fan'], 890),
    ...of('gasket', 'GK', ['VF12', 'VF14'], 700),
    ...of('optical bay bezel', 'OB', ['12.7 mm', '9.5 mm'], 400),
    ...of('adhesive strip', 'AS', ['display 24', 'display 27', 'battery'], 350),
    ...of('cable tie', 'CT', ['100 mm', '150 mm'], 5),
    ...of('anti-static bag', 'AB', ['drive 2.5', 'drive 3.5', 'card'], 15),
    ...of('drive label', 'DL', ['small', 'large'], 10),
  ];
}
