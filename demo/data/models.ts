import type { ModelSpec } from '@udrel/contract/types';
import { GIB } from '@udrel/core/capacity';

type Site = ModelSpec['sites'][number];
type M2 = Extract<Site, { form: 'm2' }>;
type Bay = Extract<Site, { power12V: boolean }>;

const m2 = (id: string, over: Partial<M2> = {}): M2 => ({
  id,
  name: `Site ${id.toUpperCase()}`,
  needs: '',
  disables: '',
  form: 'm2',
  key: 'M',
  posts: [80],
  sata: null,
  pcie: { generation: 3, lanes: 4 },
  roomAbove: 2.4,
  roomBelow: 0,
  screw: true,
  ...over,
});
const bay = (id: string, form: Bay['form'], height: number | null, over: Partial<Bay> = {}): Bay => ({
  id,
  name: `Site ${id.toUpperCase()}`,
  needs: '',
  disables: '',
  form,
  height,
  sata: 3,
  power12V: form === '3.5',
  ...over,
});
const memory = (over: Partial<ModelSpec['memory']>): ModelSpec['memory'] => ({
  generation: 'DDR4',
  form: 'SO-DIMM',
  soldered: 0,
  slots: ['slot 1', 'slot 2'],
  slotMaximum: 16 * GIB,
  maximum: 32 * GIB,
  speed: 2666,
  channels: 2,
  ...over,
});
const LAPTOP = ['Keyboard', 'Touchpad', 'Display', 'Sound', 'Camera', 'Wireless', 'Charging', 'Lid sensor'];
const DESKTOP = ['Front USB', 'Network', 'Sound', 'Display', 'Fans', 'Power button'];
const modern = { uefi: true, startsNvme: true };

const strip = (screws: number, more: ModelSpec['strip'] = []): ModelSpec['strip'] => [
  { stage: 1, kind: 'screw', name: 'base screw M2.5×6', count: screws },
  ...more,
];
const laptopInside: ModelSpec['strip'] = [
  { stage: 1, kind: 'screw', name: 'base screw M2.5×4, front edge', count: 2 },
  { stage: 2, kind: 'cable', name: 'battery lead', count: 1 },
];
const trayParts: ModelSpec['strip'] = [
  { stage: 3, kind: 'screw', name: 'tray screw M3×3', count: 4 },
  { stage: 3, kind: 'part', name: 'drive tray with rubber', count: 1 },
  { stage: 3, kind: 'cable', name: 'drive ribbon', count: 1 },
];
const cardParts: ModelSpec['strip'] = [
  { stage: 3, kind: 'screw', name: 'card screw M2×3', count: 1 },
  { stage: 3, kind: 'part', name: 'thermal pad 0.5 mm', count: 1 },
];

/** Device models of the demo scenario; every maker and name is invented. */
export const models: ModelSpec[] = [
  {
    maker: 'Ostrel',
    name: 'Heron 17',
    code: 'H17-0930',
    kind: 'laptop',
    sites: [
      bay('a', '2.5', 7, { sata: 2, alteration: { what: 'cut the rib in the floor of the bay', height: 9.5 } }),
      { id: 'b', name: 'Site B', needs: '', disables: '', form: 'msata', size: 'full', sata: null, screw: true },
      { id: 'c', name: 'Site C', needs: '', disables: '', form: 'optical', height: 12.7, sata: 1 },
      m2('d', { posts: [42], key: 'E', sata: null, pcie: { generation: 2, lanes: 1 } }),
    ],
    memory: memory({ generation: 'DDR3', slotMaximum: 8 * GIB, maximum: 16 * GIB, speed: 1333 }),
    firmware: { uefi: false, startsNvme: false },
    functions: LAPTOP,
    strip: strip(12, [...laptopInside, ...trayParts]),
    note: 'Site D is the wireless card’s. The Mini Card slot has no SATA lines.',
  },
  {
    maker: 'Ostrel',
    name: 'Tern 15',
    code: 'T15-4820',
    kind: 'laptop',
    sites: [bay('a', '2.5', 9.5), m2('b', { posts: [42], key: 'B', sata: 3, pcie: null, screw: false })],
    memory: memory({ soldered: 4 * GIB, slots: ['slot 1'], slotMaximum: 16 * GIB, maximum: 20 * GIB, speed: 2400 }),
    firmware: modern,
    functions: LAPTOP,
    strip: strip(10, [...laptopInside, ...trayParts]),
    note: 'Two of the base screws sit under the rear feet.',
  },
  {
    maker: 'Ostrel',
    name: 'Quill 13',
    code: 'Q13-2207',
    kind: 'laptop',
    sites: [m2('a', { posts: [30, 80] }), bay('b', '2.5', 7, { needs: 'drive ribbon Q13' })],
    memory: memory({ soldered: 8 * GIB, slots: ['slot 1'], maximum: 24 * GIB }),
    firmware: modern,
    functions: LAPTOP,
    strip: strip(8, [...laptopInside, ...cardParts]),
    note: '',
  },
  {
    maker: 'Corvane',
    name: 'Lattice 14',
    code: 'CL14-B',
    kind: 'laptop',
    sites: [m2('a', { roomAbove: 2.0, pcie: { generation: 4, lanes: 4 } })],
    memory: memory({ slotMaximum: 32 * GIB, maximum: 64 * GIB, speed: 3200 }),
    firmware: modern,
    functions: [...LAPTOP, 'Fingerprint reader'],
    strip: strip(5, [...laptopInside, ...cardParts]),
    note: 'The cover screws are captive: loosen, do not pull out.',
  },
  {
    maker: 'Corvane',
    name: 'Lattice 16',
    code: 'CL16-A',
    kind: 'laptop',
    sites: [
      m2('a', { pcie: { generation: 4, lanes: 4 } }),
      m2('b', { pcie: { generation: 3, lanes: 2 }, disables: 'the card reader' }),
    ],
    memory: memory({ generation: 'DDR5', slotMaximum: 32 * GIB, maximum: 64 * GIB, speed: 4800 }),
    firmware: modern,
    functions: [...LAPTOP, 'Card reader'],
    strip: strip(9, [...laptopInside, ...cardParts]),
    note: '',
  },
  {
    maker: 'Pellam',
    name: 'Harbour 27',
    code: 'PH27-1140',
    kind: 'all-in-one',
    sites: [bay('a', '3.5', 26.1), m2('b', { posts: [80], roomAbove: null })],
    memory: memory({ slotMaximum: 16 * GIB }),
    firmware: { uefi: true, startsNvme: null },
    functions: [...DESKTOP, 'Camera', 'Brightness keys'],
    strip: strip(14, [
      { stage: 2, kind: 'clip', name: 'stand cover clip', count: 4 },
      { stage: 3, kind: 'screw', name: 'tray screw 6-32×5', count: 4 },
      { stage: 3, kind: 'part', name: 'drive tray', count: 1 },
    ]),
    note: 'Open from the lower edge; the display lead is short.',
  },
  {
    maker: 'Pellam',
    name: 'Pier 5',
    code: 'PP5-0610',
    kind: 'desktop',
    sites: [bay('a', '3.5', 26.1), bay('b', '3.5', 26.1), m2('c', { sata: 3, screw: false })],
    memory: memory({
      form: 'DIMM',
      slots: ['A1', 'A2', 'B1', 'B2'],
      slotChannels: [0, 0, 1, 1],
      slotMaximum: 16 * GIB,
      maximum: 64 * GIB,
    }),
    firmware: modern,
    functions: DESKTOP,
    strip: strip(2, [
      { stage: 2, kind: 'screw', name: 'drive screw 6-32×5', count: 4 },
      { stage: 2, kind: 'cable', name: 'SATA data and power', count: 2 },
    ]),
    note: '',
  },
  {
    maker: 'Sandling',
    name: 'Mini 3',
    code: 'SM3-77',
    kind: 'small desktop',
    sites: [m2('a', { posts: [42, 80], sata: 3, roomAbove: 3.2, roomBelow: 1.5 }), bay('b', '2.5', 7)],
    memory: memory({ slotMaximum: 16 * GIB, maximum: 32 * GIB, speed: 2400 }),
    firmware: modern,
    functions: DESKTOP,
    strip: strip(4, cardParts),
    note: '',
  },
  {
    maker: 'Sandling',
    name: 'Notebook 11 School Edition for the Merrow Sound District',
    code: 'SN11-EDU-2019-REV-C',
    kind: 'laptop',
    sites: [],
    memory: memory({ soldered: 4 * GIB, slots: [], slotMaximum: 0, maximum: 4 * GIB, channels: 1 }),
    firmware: { uefi: true, startsNvme: false },
    functions: LAPTOP,
    strip: strip(7),
    note: 'All storage and memory is soldered: no upgrade. Say so at booking.',
  },
  {
    maker: 'Varrick',
    name: 'Field 12',
    code: 'VF12-09',
    kind: 'laptop',
    sites: [bay('a', '2.5', 7)],
    memory: memory({
      generation: 'DDR3L',
      slots: ['slot 1', 'slot 2'],
      slotMaximum: 8 * GIB,
      maximum: 16 * GIB,
      speed: 1600,
    }),
    firmware: { uefi: false, startsNvme: false },
    functions: LAPTOP,
    strip: strip(11, [...laptopInside, ...trayParts]),
    note: 'Starts in legacy mode only.',
  },
  {
    maker: 'Varrick',
    name: 'Pocket 7',
    code: 'VP7-02',
    kind: 'handheld',
    sites: [m2('a', { posts: [30], pcie: { generation: 3, lanes: 4 }, roomAbove: 2.0 })],
    memory: memory({ soldered: 16 * GIB, slots: [], slotMaximum: 0, maximum: 16 * GIB }),
    firmware: modern,
    functions: ['Sticks and buttons', 'Touch screen', 'Sound', 'Wireless', 'Charging'],
    strip: strip(8, cardParts),
    note: '',
  },
];
