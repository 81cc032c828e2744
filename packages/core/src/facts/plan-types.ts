import type { Piece } from '../pieces';
import type { RunEstimate } from '../estimate';
import type { Reason } from '../reason';
import type { StartFiles } from '../starting';
import type {
  LayoutIntent,
  NewVolume,
  PlannedPartition,
  SourceTable,
  TargetId,
  TargetLayout,
  TargetPartition,
} from '../layout';

export const ROUTES = [
  'new drive in an enclosure',
  'second site',
  'old drive outside',
  'both at the bench',
  'both in one dock',
  'each in a holder',
  'stand-alone duplicator',
] as const;
/** Where both drives sit while copying. */
export type Route = (typeof ROUTES)[number];

export const STARTED_FROM = ['its own system', 'a boot stick'] as const;
/** What the customer's device runs from while it copies; null where it takes no part. */
export type StartedFrom = (typeof STARTED_FROM)[number] | null;

/** What was decided about the copy, before it is accepted. */
export interface PlanDraft {
  intent: LayoutIntent;
  /** Null while only what comes along is decided: before the drive is chosen. */
  route: Route | null;
  startedFrom: StartedFrom;
}

/** A plan as accepted. It holds only for the drives and the table it was made for. */
export interface AcceptedPlan extends PlanDraft {
  route: Route;
  sourceSerial: string;
  table: SourceTable;
  /** Version of the planner that laid it out: what follows is what it came to, and is not computed again. */
  planner: number;
  /** The drives that it goes onto: the one that takes over, and each other that something goes to. */
  drives: AcceptedDrive[];
  /** Every partition of the old drive, and what becomes of it. */
  changes: AcceptedChange[];
  /** Volumes that are made anew. */
  made: NewVolume[];
  /** Where each of them is placed, and its unique identifier there. */
  partitions: AcceptedPlace[];
  bytesToCopy: number;
  /** The runs of the plan in their order, each with how long it takes. */
  work: PlannedRun[];
  /** How long the copy onto the new drive takes. */
  estimate: RunEstimate;
  /** What the copy is to go through, as far as the shop tells one from another; absent from older plans. */
  through?: Piece[];
}

/** A drive that the plan goes onto, as it was when the plan was accepted. */
export interface AcceptedDrive extends TargetLayout {
  serial: string;
  /** Logical sectors that it has. */
  sectors: number;
  /** GUID of the drive, or the signature of an MBR. */
  diskId: string;
  /** Whether identifiers are those of the old drive: start entries and mount tables then hold on. */
  identifiersKept: boolean;
}

/** What becomes of a partition of the old drive, by its id. */
export type AcceptedChange = Omit<PlannedPartition, 'source' | 'target' | 'used'> & {
  id: string;
  /** Absent from plans that were accepted before anything could go from a volume. */
  used?: PlannedPartition['used'];
};

export interface AcceptedPlace extends TargetPartition {
  uniqueId: string;
}

/** A run that the plan asks for: `about` names the partition it is about, `onto` the drive that is written or read back. */
export interface PlannedRun {
  about: string | null;
  onto: TargetId | null;
  estimate: RunEstimate;
}

export const PREPARATION_IDS = [
  'backup',
  'risk told',
  'clean up',
  'files moved',
  'keys saved',
  'licences',
  'start mode',
  'decrypt',
  'check',
  'shut down fully',
  'copying tool',
  'close programs',
  'network off',
  'sleep off',
  'charger in',
  'boot stick',
  'may be overwritten',
  'files agreed',
  'programs listed',
  'install medium',
  'accounts',
  'drivers at hand',
] as const;
/** The ones that are runs of their own. */
export const PREPARING_RUNS = ['decrypt', 'check'] as const satisfies readonly PreparationId[];
/** Runs that are begun by hand; reading back is asked of a berth. */
export const BEGUN_RUNS = ['copy', ...PREPARING_RUNS, 'memory test'] as const;
export type PreparingRun = (typeof PREPARING_RUNS)[number];
export type PreparationId = (typeof PREPARATION_IDS)[number];

/**
 * A check before the copy, stamped; `of`: what it asked for then, as its title; `switched`: whether something was
 * switched for it, absent where nobody noted it.
 */
export interface PreparedStamp {
  id: PreparationId;
  of?: string;
  switched?: boolean;
  by: string;
  at: string;
  note: string;
}

/** What a preparation switches: what is owed back, what is said of having done it, and what is asked of how it stood. */
export interface Switched {
  owes: readonly string[];
  done: string;
  before: string | null;
}

/** Something to be done before the copy begins. */
export interface Preparation {
  id: PreparationId;
  title: string;
  why: string;
  /** The run that it is, of its own, about a partition; null for what is stamped by a person. */
  run: { kind: PreparingRun; about: string } | null;
  /** What is noted with the stamp, as a question; null where the stamp says enough. */
  asks: string | null;
  /** What it switches in the device, owed back afterwards where it was not so already; null where it switches nothing. */
  switches: Switched | null;
  stamp: PreparedStamp | null;
  done: boolean;
}

/** What was read of the finished drive. */
export interface SeenTarget {
  table: SourceTable;
  /** What is wrong with its table. */
  problems: Reason[];
  /**
   * Samples of both drives that were compared, partition by partition; `unreadable` could not be read from the old
   * one. Of what came without an id only the name is known.
   */
  compared: { id?: string; name: string; samples: number; different: number; unreadable?: number }[];
  /** What a firmware starts it by; absent where nobody looked. */
  start?: StartFiles;
}

export const READ_BACK_VERDICTS = ['as planned', 'as planned, contents not compared', 'other than planned'] as const;
export type ReadBackVerdict = (typeof READ_BACK_VERDICTS)[number];

/** The finished drive read back after an attempt, or why it was not. */
export interface ReadBackFact {
  serial: string;
  attempt: number;
  seen: SeenTarget | null;
  /** Whether all of it is as planned, as it was judged when it was read, and whether its contents were compared. */
  asPlanned: boolean;
  proven?: boolean;
  whyNot: string;
}
