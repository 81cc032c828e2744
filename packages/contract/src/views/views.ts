import type { ShopFormats } from '../shapes/orders';
import type { BelongingStay } from '@udrel/core/custody';
import type { JobFacts } from '@udrel/core/facts';
import type { StepId } from '@udrel/core/stations';
import type { ProgressState, Progress, RunWants } from '@udrel/core/progress';
import type { Holding } from '@udrel/core/equipment';
import type { Piece } from '@udrel/core/pieces';
import type { RunEstimate, RunKind, Score } from '@udrel/core/estimate';
import type { ResolvedCase } from '@udrel/core/triage';
import type { Candidate } from '@udrel/core/fit';
import type { Alarm } from '@udrel/core/identity';
import type { TargetId } from '@udrel/core/layout';
import type { MemorySet } from '@udrel/core/memory';
import type { JudgedStick, Placing } from '@udrel/core/routes';
import type { LeftAs, Consequence, End, JobSnapshot, Loss, Procedure, RunOutcome, Step } from '@udrel/core/steps';
import type { JobEventKind } from '../terms/events';
import type { Role } from '../terms/permissions';
import type { ModelSpec } from '../shapes/models';

export interface StaffView {
  id: string;
  name: string;
  initials: string;
  role: Role;
}

/** Who is signed in, and what sign-in offers when nobody is. */
export interface SessionView {
  staff: StaffView | null;
  shop: string;
  formats: ShopFormats;
  /** Tells the picture on papers from an earlier one; null: there is none. */
  logo: string | null;
  demo: boolean;
  needsSetUp: boolean;
  /** Who may take the screen by PIN while it is locked; null while it is not. */
  locked: SwitchableView[] | null;
  /** Minutes without a touch after which it is; null: never. */
  idleMinutes: number | null;
  demoAccounts: { login: string; password: string; name: string; role: Role }[];
}

/** RFC 9457 problem details. */
export interface Problem {
  type: string;
  title: string;
  status: number;
  code: string;
  detail: string;
  problems?: { field: string; sentence: string }[];
  /** On 409: the job as it stands now. */
  current?: JobView;
}

export interface CustomerView {
  id: string;
  name: string;
  phone: string;
  email: string;
  openJobs: number;
}

export interface ModelView extends ModelSpec {
  id: string;
  /** Only a name from the counter so far: nothing is known of its sites. */
  stub: boolean;
}

export interface EventView {
  seq: number;
  kind: JobEventKind;
  sentence: string;
  /** Numbers of the earlier entries that it puts right. */
  corrects: number[];
  /** The drive that was copied onto or read; null for what is about none of them. */
  onto: TargetId | null;
  by: string;
  at: string;
}

export interface RunView {
  id: string;
  kind: RunKind;
  /** The partition that it is about, by id, or the modules that are tested; null for the whole drive. */
  about: string | null;
  /** The drive that a copy goes onto; null for what only concerns the old one. */
  onto: TargetId | null;
  /** Counted from 1 for each drive that is copied onto. */
  attempt: number;
  /** How often a memory test goes over all of it; null for every other run. */
  passes: number | null;
  berth: number | null;
  simulatedSpeed: number | null;
  outcome: RunOutcome;
  beganAt: string;
  endedAt: string | null;
  note: string;
  /** Null where it is about no drive. */
  sourceSerial: string | null;
  targetSerial: string | null;
  plannedBytes: number;
  progress: Progress;
  curve: ProgressState['curve'];
  /** Estimated seconds when it began. */
  estimate: { low: number; middle: number; high: number };
  /** What did not come along. */
  losses: Loss[];
  /** Seconds that it took where that was typed; null where its berth or the clock say it. */
  took: number | null;
  /** Whether estimates learn from it. */
  learn: boolean;
  /** What was changed since the attempt before, and how device or tool was left. */
  changed: string;
  leftAs: LeftAs | null;
  /** What its data passes, each piece by its name. */
  through: Piece[];
  /** What was seen at the berth that should not be, each kind once. */
  alarms: (Alarm & { at: string })[];
  /** Seconds since the last figure came from the berth; null where none is expected or came. */
  silentFor: number | null;
}

/** How long what no plan holds takes in a job; null where what it depends on is not known. */
export interface TakesView {
  memoryTest: RunEstimate | null;
  wipe: RunEstimate | null;
}

export interface FactOrigin {
  key: string;
  origin: string;
  by: string;
  at: string;
}

/** Something that lies in the shop for a job; number 0 is the device itself. Its label is tag and number. */
export interface BelongingView {
  id: string;
  number: number;
  name: string;
  place: string;
  /** Of a drive; empty of anything else. */
  serial: string;
  /** Why it lies here after the job, and until when. */
  stay: BelongingStay | null;
  until: string | null;
  back: boolean;
}

/** Who has the job in hand, or with what state it was put down. */
export interface HoldingView {
  claimed: { id: string; name: string; at: string } | null;
  handOff: { by: string; at: string; batteryOff: boolean; tried: string; next: string } | null;
}

/** A secret is known by its label; its text is only shown on its own, and each showing is kept. */
export interface SecretView {
  id: string;
  label: string;
  by: string;
  at: string;
  shown: number;
  erased: boolean;
}

/** An earlier job on the same device. */
export interface EarlierJob {
  tag: string;
  closedAt: string;
  fitted: string[];
  end: End['kind'] | null;
  guaranteedUntil: string | null;
}

/** What is known of a device by its serial. */
export interface KnownDevice {
  id: string;
  serial: string;
  model: ModelView;
  customer: { id: string; name: string; phone: string };
  openTag: string | null;
  earlier: EarlierJob[];
}

/** What a correction would lead to, and as which version of the job it was considered. */
export interface ConsideredView {
  version: number;
  consequences: Consequence[];
}

/** An order just booked: its number and the jobs in it. */
export interface OrderView {
  number: number;
  jobs: JobView[];
}

/** Someone who can be switched to with a PIN. */
export interface SwitchableView {
  id: string;
  name: string;
  initials: string;
  role: Role;
}

export interface AccountView extends StaffView {
  login: string;
  active: boolean;
  hasPin: boolean;
}

export interface SignedInView {
  id: string;
  begunAt: string;
  seenAt: string;
  agent: string;
  here: boolean;
}

/** Something worth looking back at: sign-ins, secrets shown, gates passed, corrections. */
/** What earlier jobs taught about a model, and how long its devices lay open, minutes. */
/** What the shop learnt of devices that did not start. */
export interface StartCasesView {
  cases: (ResolvedCase & { tag: string })[];
}

export interface LessonsView {
  lessons: { id: string; text: string; tag: string; by: string; at: string }[];
  opened: { jobs: number; minutes: number | null };
  /** How long taking one apart took, from the first piece out to the last. */
  stripped: { jobs: number; minutes: number | null };
}

/** A device of the same model in the same order, and whether its parts are chosen. */
export interface AlikeJob {
  tag: string;
  serial: string;
  chosen: boolean;
}

/** Everything a job's page shows. */
export interface JobView {
  id: string;
  tag: string;
  version: number;
  order: number;
  customer: { id: string; name: string; phone: string; email: string };
  device: { id: string; serial: string; model: ModelView };
  complaint: string;
  condition: string;
  price: number | null;
  bookedAt: string;
  promisedAt: string | null;
  closedAt: string | null;
  /** Since when nothing but the customer is waited for; null while something is. */
  readySince: string | null;
  /** Tags of the other jobs of the same order. */
  together: string[];
  /** Those of them on a device of the same model with the same wishes, still open. */
  alike: AlikeJob[];
  belongings: BelongingView[];
  holding: HoldingView;
  secrets: SecretView[];
  earlier: EarlierJob[];
  guaranteedUntil: string | null;
  /** Steps whose stamp can be taken back now. */
  retractable: StepId[];
  snapshot: JobSnapshot;
  origins: FactOrigin[];
  procedure: Procedure;
  readyIn: number;
  slack: number | null;
  runs: RunView[];
  /** Every trial start, the first one first, with what was done about each that failed. */
  trials: TrialView[];
  /** The newest entries; `history/earlier` has those before. */
  history: EventView[];
}

/** A trial start as it was recorded. */
export interface TrialView extends NonNullable<JobFacts['trial start']> {
  by: string;
  at: string;
}

/** Earlier entries of a job's history, newest first. */
export interface HistoryPage {
  events: EventView[];
  /** Number to ask before for those before; null at the beginning. */
  before: number | null;
}

export interface HandsView {
  tag: string;
  customer: string;
  device: string;
  step: Step;
  inMinutes: number;
  slack: number | null;
  readyIn: number;
  promisedAt: string | null;
  holding: HoldingView;
}

export interface FloorView {
  now: string;
  hands: HandsView[];
  /** What is done and waits to be fetched, promised first. */
  ready: ReadyView[];
  /** Open jobs in all: more than are looked at where the shop has very many; those promised last are left out then. */
  open: number;
  looked: number;
}

/** A finished job that waits for its customer. */
export interface ReadyView {
  tag: string;
  customer: string;
  device: string;
  promisedAt: string | null;
  /** What is left to do with the customer. */
  next: string;
}

export interface BerthView {
  number: number;
  watched: boolean;
  simulatedSpeed: number | null;
  /** Tag of the job whose drives lie there while something runs. */
  busy: string | null;
  handsWanted: boolean;
}

/** Something that runs now, at a berth or timed by hand. */
export interface RunNow extends RunView {
  tag: string;
  customer: string;
  device: string;
  /** Why hands are wanted at it; null while it goes by itself. */
  wants: RunWants | null;
}

export interface DriveMatch {
  siteId: string;
  candidates: (Candidate & { partNumber: string; own: boolean })[];
  /** Drives that were to choose from; only the best are told. */
  of: number;
}

/** With what each drive can be held while it is copied, and which sticks the device starts from. */
export interface CopyingView {
  old: Holding[] | null;
  target: Holding[] | null;
  sticks: JudgedStick[];
}

/** What decides how both drives can be placed while copying; null while one of them is not known. */
export interface PlacingView {
  placing: Placing | null;
}

export interface MatchView {
  need: { bytes: number; sentence: string };
  /** For each of the drives that go in, site by site; none for one that nobody wishes. */
  drives: Record<TargetId, DriveMatch[]>;
  /** Sets of modules, those that reach the wish first: the best of as many as there are. */
  memory: { sets: MemorySet[]; of: number };
  copying: CopyingView;
}

/** One thing found by the scan or find field. */
export interface Found {
  kind:
    'job' | 'order' | 'customer' | 'device' | 'drive' | 'model' | 'belonging' | 'stays' | 'place' | 'part' | 'berth';
  title: string;
  detail: string;
  /** Job to open, where there is one. */
  tag: string | null;
  id: string;
}

/** How well the shop's own runs kept to the ranges that were told before them. */
export interface EstimatesView {
  all: Score;
  kinds: { kind: RunKind; score: Score }[];
  /** As many of the latest runs as are looked at. */
  latest: number;
}

/** A server that can answer. */
export interface ReadyState {
  ready: true;
}

export interface HealthView {
  server: 'up';
  database: 'up' | 'down';
  version: string;
}
