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
export const modern: ModelSpec['firmware'] = { uefi: true, startsNvme: true, controller: 'AHCI' };

export const disassembly = (screws: number, more: ModelSpec['disassembly'] = []): ModelSpec['disassembly'] => [
  { stage: 1, kind: 'screw', name: 'base screw M2.5×6', count: screws },
  ...more,
];
export const laptopInside: ModelSpec['disassembly'] = [
  { stage: 1, kind: 'screw', name: 'base screw M2.5×4, front edge', count: 2 },
  { stage: 2, kind: 'cable', name: 'battery lead', count: 1 },
];
export const trayParts: ModelSpec['disassembly'] = [
  { stage: 3, kind: 'screw', name: 'tray screw M3×3', count: 4 },
  { stage: 3, kind: 'part', name: 'drive tray with rubber', count: 1 },
  { stage: 3, kind: 'cable', name: 'drive ribbon', count: 1 },
];
export const cardParts: ModelSpec['disassembly'] = [
  { stage: 3, kind: 'screw', name: 'card screw M2×3', count: 1 },
  { stage: 3, kind: 'part', name: 'thermal pad 0.5 mm', count: 1 },
];
