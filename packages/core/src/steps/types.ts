import type { MeasurementSet } from '../benchmarks';
import type { SectorSize } from '../capacity';
import type { CopyEstimate, HealthGrade } from '../estimate';
import type { DriveClass, Verdict } from '../fit';
import type { LayoutIntent, SourceTable, TargetPartition } from '../layout';
import type { Link } from '../links';
import type { FittedModule } from '../memory';
import type { StripItem } from '../strip';

export const STATIONS = ['Book in', 'Assess', 'Match', 'Plan', 'Copy', 'Swap', 'Prove', 'Hand over'] as const;
export type Station = (typeof STATIONS)[number];

export type WishKind = 'new drive' | 'memory';

/** What the customer wants; `least` in bytes: of the new drive, or of all memory together. */
export interface Wish {
  kind: WishKind;
  least: number;
}

export interface OldDrive {
  serial: string;
  maker: string;
  name: string;
  bytes: number;
  sectorSize: SectorSize;
  class: DriveClass;
  link: Link;
  siteId: string;
}

/** A drive that is in the device too and stays there. */
export interface OtherDrive {
  serial: string;
  name: string;
  bytes: number;
  siteId: string;
}

/** The drive reserved for this job, and how it will sit. */
export interface DriveChoice {
  stockId: string;
  partId: string;
  partNumber: string;
  serial: string;
  siteId: string;
  maker: string;
  name: string;
  bytes: number;
  sectorSize: SectorSize;
  class: DriveClass;
  ratedRead: number;
  ratedWrite: number;
  link: Link;
  speedHere: number;
  verdict: Verdict;
  partsNeeded: string[];
  price: number;
}

export interface MemoryChoice {
  partId: string;
  maker: string;
  name: string;
  count: number;
  into: string[];
  total: number;
  speed: number;
  channels: string;
  price: number;
}

/** Where both drives sit while copying. */
export type Route = 'new drive in an enclosure' | 'both at the bench';

/** A plan as accepted. It holds only for the drives and the table it was made for. */
export interface AcceptedPlan {
  sourceSerial: string;
  targetSerial: string;
  table: SourceTable;
  intent: LayoutIntent;
  route: Route;
  partitions: TargetPartition[];
  bytesToCopy: number;
  estimate: CopyEstimate;
}

/** Everything known of a job, entered once; a missing key is not known yet. */
export interface JobFacts {
  'old drive'?: OldDrive;
  'other drives'?: { drives: OtherDrive[] };
  'partition table'?: SourceTable;
  health?: { grade: HealthGrade; note: string };
  memory?: { modules: FittedModule[] };
  before?: { set: MeasurementSet | null; whyNot: string };
  'drive choice'?: DriveChoice;
  'memory choice'?: MemoryChoice;
  'plan draft'?: { intent: LayoutIntent; route: Route };
  plan?: AcceptedPlan;
  'source identified'?: { serial: string };
  'target identified'?: { serial: string };
  fitted?: { serial: string };
  'trial start'?: { started: boolean; oldDriveDetached: boolean; note: string };
  after?: { set: MeasurementSet | null; whyNot: string };
  functions?: { results: { name: string; works: boolean }[]; note: string };
  'old drive stays'?: { where: string; consent: boolean };
  'document given'?: { given: boolean };
  signature?: { name: string; path: string };
}

export type FactKey = keyof JobFacts;

export type RunOutcome = 'running' | 'ended well' | 'failed';

export interface RunSummary {
  id: string;
  attempt: number;
  sourceSerial: string;
  targetSerial: string;
  outcome: RunOutcome;
  /** Seconds until it is expected to end, as known now; null when nothing can be said. */
  left: { low: number; high: number } | null;
}

export type GateId =
  | 'assessed'
  | 'reserved'
  | 'planned'
  | 'identified'
  | 'copied'
  | 'started'
  | 'balanced'
  | 'measured'
  | 'functions'
  | 'old drive placed'
  | 'signed';

export interface Override {
  gate: GateId;
  reason: string;
  by: string;
  at: string;
}

/** The facts of a job from which its procedure follows. */
export interface JobSnapshot {
  wishes: Wish[];
  facts: JobFacts;
  runs: RunSummary[];
  strip: StripItem[];
  overrides: Override[];
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

export type StepId =
  | 'book in'
  | 'read drive'
  | 'grade health'
  | 'read memory'
  | 'measure before'
  | 'reserve drive'
  | 'reserve memory'
  | 'accept plan'
  | 'identify'
  | 'begin copy'
  | 'end copy'
  | 'strip down'
  | 'fit'
  | 'trial start'
  | 'close up'
  | 'measure after'
  | 'check functions'
  | 'place old drive'
  | 'give document'
  | 'sign'
  | 'close job';

export type StepState = 'done' | 'ready' | 'running' | 'waiting';

export interface Step {
  id: StepId;
  station: Station;
  title: string;
  /** Hands time, minutes. */
  minutes: number;
  state: StepState;
  /** Why it waits, one sentence each. */
  waitsFor: string[];
}

export interface StationState {
  station: Station;
  number: number;
  /** `open`: hands are needed; `running`: something runs by itself. */
  state: 'done' | 'open' | 'running' | 'ahead' | 'absent';
}

export interface Procedure {
  steps: Step[];
  gates: Gate[];
  stations: StationState[];
  /** Minutes of hands and of unattended work still ahead. */
  handsLeft: number;
  unattendedLeft: number;
}
