/** Drives of screw heads, with their size as it is printed on bits. */
export const SCREW_BITS = [
  'cross 000',
  'cross 00',
  'cross 0',
  'cross 1',
  'cross 2',
  'six-lobe 3',
  'six-lobe 5',
  'six-lobe 6',
  'six-lobe 8',
  'six-lobe 10',
  'five-lobe 2',
  'five-lobe 4',
  'hexagon 2',
  'slot 3 mm',
] as const;
export type ScrewBit = (typeof SCREW_BITS)[number];

export const SCREW_HEADS = ['pan', 'flat', 'countersunk', 'with a collar', 'hexagon'] as const;
export type ScrewHead = (typeof SCREW_HEADS)[number];

/** How something holds, where it is not simply screwed or plugged. */
export const HOLDS = ['loosened only', 'captive', 'glued', 'heat-staked'] as const;
export type Holds = (typeof HOLDS)[number];

/** What lies over a thing that is not seen at once. */
export const HIDDEN_UNDER = ['a foot', 'a label', 'the drive', 'a cover', 'a seal'] as const;
export type HiddenUnder = (typeof HIDDEN_UNDER)[number];

export const LATCHES = ['hinged', 'sliding', 'friction', 'pressed', 'snapped', 'wire plug'] as const;
export type Latch = (typeof LATCHES)[number];

/**
 * How each latch opens, and what breaks.
 * @source facts of the trade, handling: connectors
 */
export const LATCH_HELP: Readonly<Record<Latch, { open: string; breaks: string }>> = {
  hinged: {
    open: 'lift the bar to 90°, pull straight',
    breaks: 'the bar, when it is pulled or lifted at the wrong edge',
  },
  sliding: { open: 'slide both ends by about 1 mm', breaks: 'one end, when only one is pushed' },
  friction: { open: 'pull straight', breaks: 'the pads, when it is levered at an angle' },
  pressed: { open: 'lift evenly', breaks: 'the pads, when it is levered at an angle' },
  snapped: { open: 'lift straight up', breaks: 'the centre, when it is pushed down askew' },
  'wire plug': { open: 'pull at the plug, not at the wires', breaks: 'the wires, which are drawn out' },
};

/** A place on the outline of the device, as shares of its width and height from top left. */
export interface Place {
  x: number;
  y: number;
}

/** What a sheet may note of an item beside its name; what is not noted is not known. */
export interface DisassemblyDetails {
  /** Length of a screw below its head, mm. */
  length?: number;
  head?: ScrewHead;
  bit?: ScrewBit;
  holds?: Holds;
  hidden?: HiddenUnder;
  latch?: Latch;
  /** It goes over to the new drive: a tray, a bracket, a rubber, a pad. */
  moves?: boolean;
  /** Where each of them is, as far as somebody has shown it. */
  places?: Place[];
}

/** The details of an item in a line; empty where nothing is noted. */
export function tellDetails({ length, head, bit, holds, hidden, latch, moves }: DisassemblyDetails): string {
  return [
    length === undefined ? '' : `${length} mm`,
    head ? `${head} head` : '',
    bit ? `bit ${bit}` : '',
    holds ?? '',
    hidden ? `under ${hidden}` : '',
    latch ? `${latch}: ${LATCH_HELP[latch].open}` : '',
    moves ? 'goes to the new drive' : '',
  ]
    .filter(Boolean)
    .join(', ');
}
