import type { DriveReads } from '../drive-reads';
import type { MeasurementSet, StartAttempt } from '../benchmarks';
import type { SectorSize } from '../capacity';
import type { HealthGrade } from '../estimate';
import type { Drive, DriveClass, InstalledSystem, M2Length, Verdict } from '../fit';
import type { DeviceState } from '../inventory';
import type { SourceTable } from '../layout';
import type { Link } from '../links';
import type { FittedModule, MemoryModule, SystemBits } from '../memory';
import type { AcceptedPlan, PlanDraft, PreparationId, PreparedStamp } from './plan-types';
import type { Sign, Try } from '../triage';
import type { ReturnCause } from './returns';
import type { FactsOfTargets } from './target-facts';
import type { Stays } from '../custody';

export interface OldDrive {
  serial: string;
  maker: string;
  name: string;
  bytes: number;
  sectorSize: SectorSize;
  class: DriveClass;
  link: Link;
  siteId: string;
  /** The system on it, as far as it matters to what it can run from; absent where nobody noted it. */
  system?: InstalledSystem;
}

/** A drive that is in the device too; `used`, bytes, and its kind are absent where nobody looked. */
export interface OtherDrive {
  serial: string;
  name: string;
  bytes: number;
  siteId: string;
  used?: number;
  class?: DriveClass;
}

/** What became of the files of another drive of the device that were to come onto the new one. */
export interface BroughtFiles {
  serial: string;
  brought: boolean;
  /** How many, how large and how they were checked; or why they stay where they are. */
  note: string;
  /** Where that drive is now. */
  where: string;
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

/** A drive reserved for a job, and how it will sit. */
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
  /** What is to be tried before hand-over because of how it sits. */
  checks?: string[];
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
  /** Peak bandwidth to expect, MB/s; absent in what was reserved before it was kept. */
  bandwidth?: number;
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

/** What is found inside of a device that nobody has told of. */
export const SEEN_INSIDE = [
  'dust',
  'liquid',
  'corrosion',
  'a swollen battery',
  'an earlier repair',
  'damage',
  'a missing part',
  'a strange part',
] as const;
export type SeenInside = (typeof SEEN_INSIDE)[number];
/** What of that the customer is told before work goes on: it may not be worth it any more, or be held against the shop. */
export const MATTERS_INSIDE: readonly SeenInside[] = [
  'liquid',
  'corrosion',
  'a swollen battery',
  'damage',
  'a missing part',
];

/** Everything known of a job, entered once; a missing key is not known yet. */
export interface JobFacts extends FactsOfTargets {
  backup?: { state: BackupState; irreplaceable: string };
  /** `own`: what the shop asks besides, in its words of that day. */
  consents?: { given: Consent[]; own?: string[] };
  /** Minor currency units up to which work goes ahead without asking. */
  'go-ahead limit'?: { amount: number };
  'condition marks'?: { marks: ConditionMark[] };
  'own drive'?: OwnDrive;
  /** Modules that the customer brought. */
  'own memory'?: { count: number; module: MemoryModule };
  'old drive'?: OldDrive;
  /** What a holder or another site asks of the old drive, mm: length of a card, height of its box or parts. */
  'old drive measured'?: { length: M2Length | null; height: number | null };
  'other drives'?: { drives: OtherDrive[] };
  'partition table'?: SourceTable;
  /** `interfaceErrors`: as the drive counted them when its page was read; more of them later point to the cable. */
  health?: { grade: HealthGrade; note: string; interfaceErrors?: number };
  /** `system`: absent where nobody noted of how many bits it is. */
  memory?: { modules: FittedModule[]; system?: SystemBits };
  /** Photographs that stages of the strip-down sheet are drawn on, by the photograph's id. */
  'sheet pictures'?: { stages: { stage: number; photo: string }[] };
  /** Starts by the stopwatch, in their order. */
  'start attempts'?: { attempts: StartAttempt[] };
  /** What the old drive was read at when it came, and what took over from it after the work. */
  'reads before'?: DriveReads;
  'reads after'?: DriveReads;
  /** What the device said of itself when it came, and after the work. */
  'device read'?: DeviceState;
  'device read again'?: DeviceState;
  before?: { set: MeasurementSet | null; whyNot: string };
  'memory choice'?: MemoryChoice;
  'old drive moves'?: OldDriveMove;
  /** This job's share of the version that the customer agreed to, tax included, minor currency units. */
  'quote accepted'?: { version: number; total: number; how: QuoteAcceptance; note: string };
  'plan draft'?: PlanDraft;
  prepared?: { stamps: PreparedStamp[] };
  /** What was switched for the copy, and how it stood before where that was noted; it outlives the stamps. */
  switched?: { items: { id: PreparationId; before: string }[] };
  plan?: AcceptedPlan;
  'source identified'?: { serial: string };
  /** What was lost in a copy and acknowledged, each by its name, for the drive and the attempt. */
  'losses told'?: { told: { serial: string; attempt: number; names: string[] }[] };
  /** The modules that were reserved sit in their slots: they are known by these, not by serials. */
  'memory fitted'?: { modules: number };
  /** The old drive is attached again, at the site where it goes on for data; whether the device then starts from the new one. */
  'old drive refitted'?: { serial: string; startsFromNew: boolean; note: string };
  /** A system put on the new drive afresh, and what became of the customer's files. */
  installed?: { system: string; files: InstalledFiles; note: string };
  /**
   * What was seen when it was opened; nothing of it where all was as it should be. `told`: what the customer said to it, and how
   * they were told.
   */
  'seen inside'?: { what: SeenInside[]; note: string; told?: string };
  /** The start files or entries on a new drive that other identifiers or another table would leave pointing nowhere. */
  'start repaired'?: { note: string };
  /** An encrypted volume that was decrypted on the new drive and took the room behind it; or why it stays as it is. */
  'volume grown'?: { grown: boolean; note: string };
  /** Drive by drive, what became of files that were to come onto the new drive. */
  'files brought'?: { drives: BroughtFiles[] };
  /** A start from the finished drive while it is still outside. */
  'outside start'?: { started: boolean; note: string };
  /** `done`: what was done about it, or before this start. */
  'trial start'?: { started: boolean; oldDriveDetached: boolean; note: string; done?: string };
  /** Why it does not start: what is seen, and which causes were looked for, in their order. */
  'no start'?: { signs: Sign[]; tries: (Try & { note: string })[] };
  /** What was switched, taken out or put on for the job beside what is asked: what for, and how it stood before. */
  'switched besides'?: { items: SwitchedBesides[] };
  /** Whether the firmware lost its settings during the job, and how that came. */
  'firmware reset'?: { reset: boolean; note: string };
  /** What was switched for the job: whether it is as before, or why it stays. */
  'owed back'?: { items: { what: string; back: boolean; note: string }[] };
  after?: { set: MeasurementSet | null; whyNot: string };
  /** What of the device works when it comes; what nobody looked at is not among them. */
  'functions on arrival'?: { results: { name: string; works: boolean }[]; note: string };
  /** `why`: of what does not work, where it did when the device came. */
  functions?: { results: { name: string; works: boolean; why?: string }[]; note: string };
  /** Brought back under the guarantee of an earlier job, and why it came back. */
  'guarantee return'?: { of: string };
  'return cause'?: ReturnCause;
  /** What becomes of what came out for good. */
  'old drive stays'?: Stays;
  'modules stay'?: Stays;
  'document given'?: { given: boolean };
  signature?: { name: string; path: string };
  /** After an end without work: what sits in the device again, and whether it starts as it came. */
  'put back'?: { serial: string };
  'as it came'?: { starts: boolean; note: string };
  'kept until'?: { place: string; until: string };
}

export interface SwitchedBesides {
  what: string;
  why: string;
  /** Empty where nobody looked before it was switched. */
  before: string;
}

export const INSTALLED_FILES = ['copied from the old drive', 'not wanted', 'restored from their backup'] as const;
export type InstalledFiles = (typeof INSTALLED_FILES)[number];

/** How a customer agreed to a quote. */
/** As the counter takes it. */
export const QUOTE_ACCEPTANCES = ['at the counter', 'by phone'] as const;
export type QuoteAcceptance = (typeof QUOTE_ACCEPTANCES)[number] | 'on their page';

export type FactKey = keyof JobFacts;
