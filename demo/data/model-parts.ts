import type { ModelSpec } from '@udrel/contract/types';
import { GIB } from '@udrel/core/capacity';

type Site = ModelSpec['sites'][number];
type M2 = Extract<Site, { form: 'm2' }>;
type Bay = Extract<Site, { power12V: boolean }>;

export const m2 = (id: string, over: Partial<M2> = {}): M2 => ({
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
export const bay = (id: string, form: Bay['form'], height: number | null, over: Partial<Bay> = {}): Bay => ({
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
export const memory = (over: Partial<ModelSpec['memory']>): ModelSpec['memory'] => ({
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
export const LAPTOP = ['Keyboard', 'Touchpad', 'Display', 'Sound', 'Camera', 'Wireless', 'Charging', 'Lid sensor'];
export const DESKTOP = ['Front USB', 'Network', 'Sound', 'Display', 'Fans', 'Power button'];
export const modern: ModelSpec['firmware'] = {
  uefi: true,
  startsNvme: true,
  controller: 'AHCI',
  setUpKey: 'F2',
  startMenuKey: 'F12',
};

type SheetItem = ModelSpec['disassembly'][number];

/** So many places along the edge of a device, from its top left corner on. */
function around(count: number): { x: number; y: number }[] {
  const [left, top, width, height] = [0.06, 0.1, 0.88, 0.8];
  return Array.from({ length: count }, (_none, n) => {
    const at = (n / count) * 2 * (width + height);
    const [x, y] =
      at < width
        ? [at, 0]
        : at < width + height
          ? [width, at - width]
          : at < 2 * width + height
            ? [2 * width + height - at, height]
            : [0, 2 * (width + height) - at];
    return { x: Math.round((left + x) * 1000) / 1000, y: Math.round((top + y) * 1000) / 1000 };
  });
}
const at = (...places: [x: number, y: number][]) => places.map(([x, y]) => ({ x, y }));

export const disassembly = (screws: number, more: ModelSpec['disassembly'] = []): ModelSpec['disassembly'] => [
  {
    stage: 1,
    kind: 'screw',
    name: 'base screw M2.5×6',
    count: screws,
    details: { length: 6, head: 'flat', bit: 'cross 0', places: around(screws) },
  },
  ...more,
];
export const touchpadRibbon: SheetItem = {
  stage: 2,
  kind: 'cable',
  name: 'touchpad ribbon',
  count: 1,
  details: { latch: 'hinged', places: at([0.5, 0.86]) },
};
export const laptopInside: ModelSpec['disassembly'] = [
  {
    stage: 1,
    kind: 'screw',
    name: 'base screw M2.5×4, front edge',
    count: 2,
    details: { length: 4, head: 'flat', bit: 'cross 0', hidden: 'a foot', places: at([0.3, 0.94], [0.7, 0.94]) },
  },
  {
    stage: 2,
    kind: 'cable',
    name: 'battery lead',
    count: 1,
    details: { latch: 'wire plug', places: at([0.5, 0.62]) },
  },
];
export const trayParts: ModelSpec['disassembly'] = [
  {
    stage: 3,
    kind: 'screw',
    name: 'tray screw M3×3',
    count: 4,
    details: {
      length: 3,
      head: 'pan',
      bit: 'cross 1',
      moves: true,
      places: at([0.62, 0.2], [0.86, 0.2], [0.62, 0.44], [0.86, 0.44]),
    },
  },
  {
    stage: 3,
    kind: 'part',
    name: 'drive tray with rubber',
    count: 1,
    details: { moves: true, places: at([0.74, 0.32]) },
  },
  {
    stage: 3,
    kind: 'cable',
    name: 'drive ribbon',
    count: 1,
    details: { latch: 'sliding', places: at([0.56, 0.32]) },
  },
];
export const cardParts: ModelSpec['disassembly'] = [
  {
    stage: 3,
    kind: 'screw',
    name: 'card screw M2×3',
    count: 1,
    details: { length: 3, head: 'flat', bit: 'cross 0', places: at([0.4, 0.24]) },
  },
  {
    stage: 3,
    kind: 'part',
    name: 'thermal pad 0.5 mm',
    count: 1,
    details: { moves: true, places: at([0.3, 0.24]) },
  },
];
