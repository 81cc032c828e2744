import type { Stays } from '@udrel/core/custody';
import type { JobFacts, OldDrive, PreparationId, Route, SwitchedBesides } from '@udrel/core/facts';
import type { JobBooking, MarkPhoto } from '@udrel/contract/types';
import type { Station } from '@udrel/core/stations';
import type { MeasurementSet } from '@udrel/core/benchmarks';
import type { HealthGrade } from '@udrel/core/estimate';
import type { LayoutIntent } from '@udrel/core/layout';
import type { Loss, Wish } from '@udrel/core/steps';
import type { Afterwards } from './afterwards';
import type { CustomerName } from './customers';
import type { TableName } from './tables';

/** How far a demo job has come; each one includes those before it. */
export const REACHED = [
  'booked',
  'read',
  'assessed',
  'reserved',
  'agreed',
  'drafted',
  'planned',
  'prepared',
  'identified',
  'running',
  'failed once',
  'copied',
  'stripped',
  'fitted',
  'did not start',
  'started',
  'closed up',
  'proven',
  'document',
  'ready',
  'closed',
] as const;
export type Reached = (typeof REACHED)[number];

export interface DemoJob {
  customer: CustomerName;
  model: string;
  serial: string;
  wish: Wish;
  /** Several wishes; else it is the one. */
  wishes?: Wish[];
  /** Booked in one order with the job before. */
  together?: true;
  /** A model that the library does not have. */
  stub?: NonNullable<JobBooking['device']['stub']>;
  /** What happened to it beside the straight path, in order. */
  afterwards?: Afterwards[];
  place?: string;
  secrets?: JobBooking['secrets'];
  facts?: JobBooking['facts'];
  complaint: string;
  condition: string;
  left: [name: string, place: string][];
  /** Hours before now when it was booked, and after now until which it is promised. */
  bookedHoursAgo: number;
  promisedInHours: number;
  price: number;
  reached: Reached;
  /** What sits in its memory slots; nothing where it is not told. */
  memory?: NonNullable<JobFacts['memory']>;
  old?: OldDrive;
  table?: TableName;
  health?: HealthGrade;
  healthNote?: string;
  /** Part number and site of the drive, or part number and count of modules, to reserve. */
  take?: { partNumber: string; siteId?: string; count?: number };
  /** The drive that is added beside it. */
  takeAdded?: { partNumber: string; siteId: string };
  route?: Route;
  /** Berth of the copy; null: timed by hand. */
  berth?: number | null;
  before?: Partial<MeasurementSet>;
  after?: Partial<MeasurementSet>;
  whyNotBefore?: string;
  leftOut?: string[];
  /** The probe file that it was read from when it came; without one `old` and `table` were typed. */
  probe?: string;
  /** A photograph of it, as a file that ships, with what is drawn on it. */
  photo?: { file: string; station: Station } & MarkPhoto;
  /** What Prepare switched in the device; else all was so already. */
  switched?: PreparationId[];
  /** What was switched beside that. */
  besides?: SwitchedBesides[];
  /** What else was decided about its plan. */
  intent?: Partial<LayoutIntent>;
  /** Drives that stay in it. */
  others?: NonNullable<JobFacts['other drives']>['drives'];
  /** What its copy lost. */
  losses?: Loss[];
  /** How many of the first screws of its sheet were not there when it came. */
  missing?: number;
  /** What was seen when it was opened. */
  seenInside?: NonNullable<JobFacts['seen inside']>;
  /** Its drives were read over all of them, the old one before and the new one after. */
  reads?: true;
  /** What lies in the EFI system partition of the finished drive; else all that a copy brings. */
  loaders?: string[];
  /** What is seen of it where it does not start, and what was looked for. */
  noStart?: NonNullable<JobFacts['no start']>;
  /** What becomes of its old drive; else it goes back in its bag. `days` from now until which it is kept. */
  stays?: Pick<Stays, 'as' | 'place'> & { days?: number };
  /** Hours from booking in until it was closed. */
  tookHours?: number;
  /** The label of the lead that its copy went through, and whether that came down to USB 2. */
  lead?: string;
  crawled?: true;
  /** What it taught about its model. */
  lesson?: string;
}
