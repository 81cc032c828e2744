import type { JobFacts, Preparation } from '../../facts';
import type { Station, StepId } from '../../stations';
import type { DisassemblyItem } from '../../disassembly';
import type { RunSummary } from './run-types';

export * from './run-types';

/**
 * A new drive takes over everything; where it is fitted beside, the old one stays where it is for data; an added one
 * joins what is there; with a fresh installation nothing is copied.
 */
export const WISH_KINDS = ['new drive', 'memory', 'new drive beside', 'added drive', 'fresh installation'] as const;
export type WishKind = (typeof WISH_KINDS)[number];

/** What the customer wants; `least` in bytes: of the new drive, or of all memory together. */
export interface Wish {
  kind: WishKind;
  least: number;
}

export const GATES = [
  'assessed',
  'described',
  'reserved',
  'price agreed',
  'planned',
  'prepared',
  'identified',
  'copied',
  'read back',
  'started',
  'balanced',
  'measured',
  'functions',
  'old drive placed',
  'signed',
  'as it came',
  'given back',
  'kept',
] as const;
export type GateId = (typeof GATES)[number];

export interface Override {
  gate: GateId;
  reason: string;
  by: string;
  at: string;
  /** What the job cost when it was passed, minor currency units: the price gate stays passed up to this. */
  amount: number | null;
}

export const ENDS = ['declined', 'not worth it', 'withdrawn', 'not collected'] as const;

/** Why a job ends without its work being done, or without being fetched. */
export interface End {
  kind: (typeof ENDS)[number];
}

/** A part that was ordered for a job because the shelf has none. */
export interface OrderedPart {
  id: string;
  partId: string;
  name: string;
  count: number;
  /** Whether each piece comes with a serial of its own. */
  serialised: boolean;
  supplier: string;
  /** Day on which it is expected, as `YYYY-MM-DD`. */
  expected: string;
  /** Beginning of that day, milliseconds since the epoch. */
  dueAt: number;
  /** What it was ordered for, as it stands on the quote. */
  quoted: PricedPart[];
}

/** The shop's rates: minor currency units for an hour of hands, and tax in per cent of the net amount. */
export interface Rates {
  hourly: number;
  taxPercent: number;
  /** What looking at a device costs where nothing is done afterwards, before tax; nothing where the shop has not said. */
  assessment?: number;
}

/** Pieces of a part at a price, minor currency units for each. */
export interface PricedPart {
  what: string;
  count: number;
  each: number;
}

/** What of a device's model the copy depends on. */
export interface DeviceTraits {
  uefi: boolean | null;
  /** Whether it runs from a battery when the lead comes out. */
  battery: boolean | null;
  /** Sites whose storage is on the board: it stays, and cannot be detached. */
  soldered: string[];
  /** Whether its firmware starts from a drive outside; null where nobody tried. */
  startsOutside: boolean | null;
}

/** The facts of a job from which its procedure follows. */
export interface JobSnapshot {
  wishes: Wish[];
  /** Whether the device's model is described; false while it is a stub from the counter. */
  modelKnown: boolean;
  /** What the device is, as far as the copy depends on it. */
  device: DeviceTraits;
  /** Minutes that opening this model is known to take; null for the rule of thumb. */
  opening: number | null;
  /** Set once it ends without work; its procedure is then the way back. */
  end: End | null;
  facts: JobFacts;
  /** In the order in which they began. */
  runs: RunSummary[];
  disassembly: DisassemblyItem[];
  overrides: Override[];
  /** Price said when it was booked in, minor currency units, tax included. */
  told: number | null;
  rates: Rates;
  /** Parts ordered for it that have not come yet. */
  ordered: OrderedPart[];
  closed: boolean;
}

/** A condition computed from evidence. */
export interface Gate {
  id: GateId;
  station: Station;
  title: string;
  holds: boolean;
  /** What is missing, one sentence each; empty when it holds. */
  missing: string[];
  overridden: Override | null;
  /** Who may pass it with a reason; null: nobody. */
  overridableBy: 'technician' | 'owner' | null;
}

export type StepState = 'done' | 'ready' | 'running' | 'waiting';

export interface Step {
  id: StepId;
  station: Station;
  title: string;
  /** Hands time, minutes. */
  minutes: number;
  state: StepState;
  /** Whether what ran by itself wants hands: it comes before anything else of the job. */
  calls: boolean;
  /** Why it waits, one sentence each: what gates miss, then the steps that come first. */
  waitsFor: string[];
  /** Titles of those steps. */
  first: string[];
}

export interface StationState {
  station: Station;
  number: number;
  /** `open`: hands are needed; `running`: something runs by itself; `left`: the job ended without it. */
  state: 'done' | 'open' | 'running' | 'ahead' | 'left' | 'absent';
}

export interface Procedure {
  steps: Step[];
  /** What to see to before the copy; empty without one. */
  preparations: Preparation[];
  gates: Gate[];
  stations: StationState[];
  /** Minutes of hands and of unattended work still ahead. */
  handsLeft: number;
  unattendedLeft: number;
}
