import type { MeasurementSet } from '../benchmarks';
import type { SectorSize } from '../capacity';
import type { HealthGrade } from '../estimate';
import type { Drive, DriveClass, M2Length, Verdict } from '../fit';
import type { SourceTable } from '../layout';
import type { Link } from '../links';
import type { FittedModule, MemoryModule } from '../memory';
import type { StripItem } from '../strip';
import type { AcceptedPlan, PlanDraft, Preparation, PreparedStamp, ReadBackFact } from './plan-types';
import type { RunSummary } from './run-types';

export * from './plan-types';
export * from './run-types';

export const STATIONS = ['Book in', 'Assess', 'Match', 'Plan', 'Copy', 'Swap', 'Prove', 'Hand over'] as const;
export type Station = (typeof STATIONS)[number];

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

/** A drive that the customer brought to be fitted. What is on it is lost: that needs a consent. */
export interface OwnDrive {
  serial: string;
  drive: Drive;
  mayBeOverwritten: boolean;
}

/** What the customer says of a backup of their own. */
export const BACKUP_STATES = ['has a backup', 'has no backup', 'does not know'] as const;
export type BackupState = (typeof BACKUP_STATES)[number];

/** What the customer agreed to, in the words of the receipt. */
export const CONSENTS = [
  'the device may be opened',
  'the data may be copied and looked at to check the copy',
  'seals may be broken where there is no other way',
  'the old drive may be wiped when the copy is proven',
  'the device may be altered for good where a part asks for it',
] as const;
export type Consent = (typeof CONSENTS)[number];

/** The one that a fit with an alteration rests on. */
export const ALTERATION_CONSENT: Consent = 'the device may be altered for good where a part asks for it';

export const MARK_KINDS = ['scratch', 'dent', 'crack', 'missing screw', 'stuck key', 'liquid mark'] as const;
export const MARK_VIEWS = ['top', 'inside', 'underside'] as const;

/** A mark on the outline of the device: where it is, as shares of the outline's width and height from top left. */
export interface ConditionMark {
  kind: (typeof MARK_KINDS)[number];
  view: (typeof MARK_VIEWS)[number];
  x: number;
  y: number;
  note: string;
}

/** The drive reserved for this job, and how it will sit. */
export interface DriveChoice {
  /** Null for a drive that the customer brought. */
  stockId: string | null;
  partId: string | null;
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
  /** What is done to the site for good, with the customer's consent. */
  alteration?: string;
  /** With its adapters, minor currency units. */
  price: number;
  /** What it needs to sit there, small parts included, each with its price. */
  adapters?: { name: string; price: number }[];
}

export interface MemoryChoice {
  /** Null for modules that the customer brought. */
  partId: string | null;
  maker: string;
  name: string;
  count: number;
  into: string[];
  total: number;
  speed: number;
  channels: string;
  price: number;
}

/** The old drive stays in the device at another site, as a drive for data. */
export interface OldDriveMove {
  siteId: string;
  /** What was measured of it for this: card length or height, mm; null where it does not apply. */
  length: M2Length | null;
  height: number | null;
  link: Link;
  partsNeeded: string[];
  adapters: { name: string; price: number }[];
}

/** Everything known of a job, entered once; a missing key is not known yet. */
export interface JobFacts {
  backup?: { state: BackupState; irreplaceable: string };
  consents?: { given: Consent[] };
  /** Minor currency units up to which work goes ahead without asking. */
  'go-ahead limit'?: { amount: number };
  'condition marks'?: { marks: ConditionMark[] };
  'own drive'?: OwnDrive;
  /** Modules that the customer brought. */
  'own memory'?: { count: number; module: MemoryModule };
  'old drive'?: OldDrive;
  'other drives'?: { drives: OtherDrive[] };
  'partition table'?: SourceTable;
  health?: { grade: HealthGrade; note: string };
  memory?: { modules: FittedModule[] };
  before?: { set: MeasurementSet | null; whyNot: string };
  'drive choice'?: DriveChoice;
  'added choice'?: DriveChoice;
  'memory choice'?: MemoryChoice;
  'old drive moves'?: OldDriveMove;
  /** This job's share of the version that the customer agreed to, tax included, minor currency units. */
  'quote accepted'?: { version: number; total: number; how: QuoteAcceptance; note: string };
  'plan draft'?: PlanDraft;
  prepared?: { stamps: PreparedStamp[] };
  plan?: AcceptedPlan;
  'source identified'?: { serial: string };
  'target identified'?: { serial: string };
  'added identified'?: { serial: string };
  /** What a drive to be written to is known to hold, which is lost, and the serial typed again to say that it may be. */
  'target holds'?: { serial: string; what: string[] };
  'added holds'?: { serial: string; what: string[] };
  'overwrite confirmed'?: { serial: string };
  'added overwrite confirmed'?: { serial: string };
  'read back'?: ReadBackFact;
  'added read back'?: ReadBackFact;
  /** What was lost in a copy and acknowledged, each by its name, for the drive and the attempt. */
  'losses told'?: { told: { serial: string; attempt: number; names: string[] }[] };
  fitted?: { serial: string };
  /** The old drive is attached again, at the site where it goes on for data; whether the device then starts from the new one. */
  'old drive refitted'?: { serial: string; startsFromNew: boolean; note: string };
  'added fitted'?: { serial: string };
  /** A system put on the new drive afresh, and what became of the customer's files. */
  installed?: { system: string; files: InstalledFiles; note: string };
  /** `done`: what was done about it, or before this start. */
  'trial start'?: { started: boolean; oldDriveDetached: boolean; note: string; done?: string };
  after?: { set: MeasurementSet | null; whyNot: string };
  functions?: { results: { name: string; works: boolean }[]; note: string };
  'old drive stays'?: { where: string; consent: boolean };
  'document given'?: { given: boolean };
  signature?: { name: string; path: string };
  /** After an end without work: what sits in the device again, and whether it starts as it came. */
  'put back'?: { serial: string };
  'as it came'?: { starts: boolean; note: string };
  'kept until'?: { place: string; until: string };
}

export const INSTALLED_FILES = ['copied from the old drive', 'not wanted', 'restored from their backup'] as const;
export type InstalledFiles = (typeof INSTALLED_FILES)[number];

/** How a customer agreed to a quote. */
export const QUOTE_ACCEPTANCES = ['at the counter', 'by phone'] as const;
export type QuoteAcceptance = (typeof QUOTE_ACCEPTANCES)[number];

export type FactKey = keyof JobFacts;

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
  strip: StripItem[];
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

export type StepId =
  | 'book in'
  | 'describe device'
  | 'read drive'
  | 'grade health'
  | 'read memory'
  | 'measure before'
  | 'reserve drive'
  | 'reserve added'
  | 'reserve memory'
  | 'receive part'
  | 'agree price'
  | 'accept plan'
  | 'prepare'
  | 'identify'
  | 'begin copy'
  | 'end copy'
  | 'tell losses'
  | 'read back'
  | 'strip down'
  | 'fit'
  | 'fit added'
  | 'install'
  | 'trial start'
  | 'refit old'
  | 'close up'
  | 'measure after'
  | 'check functions'
  | 'place old drive'
  | 'give document'
  | 'sign'
  | 'put back'
  | 'see as it came'
  | 'give back'
  | 'keep'
  | 'close job';

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
