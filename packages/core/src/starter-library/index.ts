import { bytesOfNominal } from '../capacity';
import type { Berthing, Holder } from '../equipment';
import type { Adapter, BoxDrive, M2Drive } from '../fit';
import type { FilePart } from '../parts-file';

/** A kind of part as trade and standards know it, before a shop says what it asks for one. */
export interface GeneralKind extends Omit<FilePart, 'price' | 'cost' | 'reorderLevel'> {
  /** Whether customers buy it: it needs a price then. Tools of the bench do not. */
  sold: boolean;
}

/** Whoever made it: of a general kind nobody is named. */
const MAKER = 'general';

/**
 * Rates of usual drives of each kind, MB/s, at the slow end of what is sold, so that no copy is promised faster than it goes. A drive of
 * which more is known is described by itself.
 */
const CARDS = {
  'NVMe gen 3': { link: { kind: 'pcie', generation: 3, lanes: 4 }, keys: ['M'], read: 2000, write: 1500 },
  'NVMe gen 4': { link: { kind: 'pcie', generation: 4, lanes: 4 }, keys: ['M'], read: 4000, write: 3000 },
  'SATA SSD': { link: { kind: 'sata', generation: 3 }, keys: ['B', 'M'], read: 500, write: 450 },
} as const satisfies Record<string, Pick<M2Drive, 'link' | 'read' | 'write'> & { keys: readonly string[] }>;

const sizeName = (gb: number) => (gb >= 1000 ? `${gb / 1000} TB` : `${gb} GB`);
const numberOf = (...words: (string | number)[]) => `GEN-${words.join('-')}`.toUpperCase();

/** A card of the size `22xx` (PCI-SIG M.2, section 2.3: type 2230 to 22110), single-sided, components at most 1.5 mm (S3). */
function card(drive: keyof typeof CARDS, length: 30 | 42 | 80, gb: number): GeneralKind {
  const { keys, ...rates } = CARDS[drive];
  const name = `M.2 22${length} ${drive === 'SATA SSD' ? 'SATA' : drive}, ${sizeName(gb)}`;
  const spec: M2Drive = {
    ...{ maker: MAKER, name, bytes: bytesOfNominal(gb), sectorSize: 512, class: drive, ...rates, keys: [...keys] },
    ...{ form: 'm2', length, top: 1.5, bottom: 0, heatsink: 0 },
  };
  const short = drive === 'SATA SSD' ? 'SATA' : `NV${drive.at(-1) ?? ''}`;
  return { partNumber: numberOf('M2', length, short, gb), kind: 'drive', maker: MAKER, name, spec, sold: true };
}

/** A 2.5-inch drive without moving parts, 7 mm high (SFF-8201). */
function box(gb: number): GeneralKind {
  const name = `2.5 inch SATA SSD, ${sizeName(gb)}`;
  const spec: BoxDrive = {
    ...{ maker: MAKER, name, bytes: bytesOfNominal(gb), sectorSize: 512, class: 'SATA SSD' },
    ...{ link: { kind: 'sata', generation: 3 }, read: 500, write: 450, form: '2.5', height: 7, needs12V: false },
  };
  return { partNumber: numberOf('25', gb), kind: 'drive', maker: MAKER, name, spec, sold: true };
}

/** A 3.5-inch disk, 26.1 mm high (SFF-8301), which needs 12 V. */
function disk(gb: number): GeneralKind {
  const name = `3.5 inch disk, ${sizeName(gb)}`;
  const spec: BoxDrive = {
    ...{ maker: MAKER, name, bytes: bytesOfNominal(gb, 4096), sectorSize: 512, class: 'disk 5400' },
    ...{ link: { kind: 'sata', generation: 3 }, read: 150, write: 150, form: '3.5', height: 26.1, needs12V: true },
  };
  return { partNumber: numberOf('35', gb), kind: 'drive', maker: MAKER, name, spec, sold: true };
}

const adapter = (partNumber: string, name: string, spec: Adapter): GeneralKind => ({
  ...{ partNumber: numberOf(partNumber), kind: 'adapter', maker: MAKER, name, spec, sold: true },
});

const small = (partNumber: string, name: string): GeneralKind => ({
  ...{ partNumber: numberOf(partNumber), kind: 'small part', maker: MAKER, name, spec: null, sold: false },
});

/** A holder of which no more is said than what it takes: one command at a time, no limit known. */
function holder(partNumber: string, name: string, spec: Partial<Holder> & Pick<Holder, 'kind' | 'bays'>): GeneralKind {
  const usual = { mode: '5 Gb/s', plug: 'A', ownPower: false, queued: false, largest: null } as const;
  const whole: Holder = { ...usual, sectors: null, duplicates: false, ...spec };
  return { partNumber: numberOf(partNumber), kind: 'equipment', maker: MAKER, name, spec: whole, sold: false };
}

const bay = (sizes: ('2.5' | '3.5')[], connector: 'SATA' | 'PATA 44' = 'SATA'): Berthing => ({
  ...{ form: 'box', sizes, connector, height: null },
});

/** What a shop of this trade begins with: kinds of drives, adapters, cables, enclosures and screws, without makers. */
export const GENERAL_KINDS: readonly GeneralKind[] = [
  ...[240, 480, 960, 1920].map(box),
  ...[500, 1000, 2000].map((gb) => card('NVMe gen 3', 80, gb)),
  ...[1000, 2000, 4000].map((gb) => card('NVMe gen 4', 80, gb)),
  ...[500, 1000].map((gb) => card('NVMe gen 3', 30, gb)),
  ...[500, 1000].map((gb) => card('NVMe gen 3', 42, gb)),
  ...[500, 1000].map((gb) => card('SATA SSD', 80, gb)),
  ...[2000, 4000].map(disk),
  adapter('BR-2535', 'bracket 2.5 to 3.5 inch', { kind: 'bracket', from: '2.5', to: '3.5' }),
  adapter('EX-3080', 'extender 2230 to 2280', { kind: 'extender', from: 30, to: 80 }),
  adapter('EX-4280', 'extender 2242 to 2280', { kind: 'extender', from: 42, to: 80 }),
  adapter('SH-25', '2.5 inch shell for an M.2 SATA card', { kind: 'shell', height: 7 }),
  adapter('MS-25', '2.5 inch shell for a Mini Card', { kind: 'msata shell', height: 7 }),
  adapter('CD-127', 'caddy for an optical bay, 12.7 mm', { kind: 'caddy', height: 12.7, takes: 9.5 }),
  adapter('CD-95', 'caddy for an optical bay, 9.5 mm', { kind: 'caddy', height: 9.5, takes: 7 }),
  adapter('BG-44', 'bridge PATA 44 to SATA', { kind: 'bridge', from: 'PATA 44', to: 'SATA' }),
  adapter('CA-4', 'PCIe card x4 for an M.2 card', {
    ...{ kind: 'card', holds: 'm2', length: 80, size: 4, bracket: 'both', drives: 1 },
  }),
  holder('EN-NV', 'enclosure for M.2 NVMe cards', {
    ...{ kind: 'enclosure', mode: '10 Gb/s', plug: 'C', lead: 'loose' },
    bays: [{ form: 'm2', lengths: [30, 42, 60, 80], protocols: ['NVMe'] }],
  }),
  holder('EN-SA', 'enclosure for M.2 SATA cards', {
    kind: 'enclosure',
    bays: [{ form: 'm2', lengths: [42, 60, 80], protocols: ['SATA'] }],
  }),
  holder('EN-MC', 'enclosure for Mini Cards', { kind: 'enclosure', bays: [{ form: 'msata' }] }),
  holder('DK-1', 'dock for one drive', { kind: 'dock', bays: [bay(['2.5', '3.5'])], ownPower: true }),
  holder('CB-SA', 'cable USB to SATA, 2.5 inch', { kind: 'cable', bays: [bay(['2.5'])] }),
  holder('CB-44', 'cable USB to PATA 44', {
    ...{ kind: 'cable', bays: [bay(['2.5'], 'PATA 44')], mode: '2.0' },
  }),
  small('SC-M2', 'screw M2×3 for an M.2 card'),
  small('SC-M2S', 'standoff for an M.2 card'),
  small('SC-25', 'screw M3×3 for a 2.5 inch drive'),
  small('SC-35', 'screw 6-32 UNC for a 3.5 inch drive'),
  small('PAD-05', 'thermal pad 0.5 mm'),
  small('PAD-10', 'thermal pad 1.0 mm'),
];
