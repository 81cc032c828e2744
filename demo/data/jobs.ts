import type { JobBooking } from '@udrel/contract/types';
import { bytesOfNominal, GIB } from '@udrel/core/capacity';
import type { MeasurementSet } from '@udrel/core/benchmarks';
import type { HealthGrade } from '@udrel/core/estimate';
import type { LayoutIntent } from '@udrel/core/layout';
import type { JobFacts, OldDrive, Route, Wish } from '@udrel/core/steps';
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
  /** What else was decided about its plan. */
  intent?: Partial<LayoutIntent>;
  /** Drives that stay in it. */
  others?: NonNullable<JobFacts['other drives']>['drives'];
  /** What it taught about its model. */
  lesson?: string;
}

const disk = (serial: string, maker: string, name: string, gb: number, siteId = 'a'): OldDrive => ({
  serial,
  maker,
  name,
  bytes: bytesOfNominal(gb),
  sectorSize: 512,
  class: 'disk 5400',
  link: { kind: 'sata', generation: 3 },
  siteId,
});
const flash = (serial: string, maker: string, name: string, gb: number, siteId = 'a'): OldDrive => ({
  ...disk(serial, maker, name, gb, siteId),
  class: 'NVMe gen 3',
  link: { kind: 'pcie', generation: 3, lanes: 2 },
});
const drive = (gb: number): Wish => ({ kind: 'new drive', least: bytesOfNominal(gb) });
const memory = (gib: number): Wish => ({ kind: 'memory', least: gib * GIB });
const charger: [string, string] = ['charger', 'rack B2'];

/** Jobs of the demo scenario, oldest first: every station and most troubles at least once. */
export const jobs: DemoJob[] = [
  {
    customer: 'pottery',
    model: 'SM3-77',
    serial: 'SM3-77-20418',
    wish: drive(480),
    complaint: 'Takes minutes until the kiln program opens.',
    condition: 'Clay dust in the vents.',
    left: [],
    bookedHoursAgo: 74,
    promisedInHours: -44,
    price: 9500,
    reached: 'closed',
    old: disk('KD5-40A1-9931', 'Kestrin', 'D5', 500, 'b'),
    table: 'laptop500',
    health: 'good',
    take: { partNumber: 'DU-B3-500-25', siteId: 'b' },
    route: 'both at the bench',
    berth: null,
    before: { sequentialRead: 96, sequentialWrite: 91, randomRead: 0.5, randomWrite: 1.1, startUps: [104, 99, 108] },
    after: { sequentialRead: 531, sequentialWrite: 462, randomRead: 31, randomWrite: 78, startUps: [21, 20, 22] },
  },
  {
    customer: 'choir',
    model: 'CL14-B',
    serial: 'CL14-8830-55',
    wish: memory(32),
    complaint: 'The score editor runs out of memory with the whole oratorio open.',
    condition: '',
    left: [charger],
    bookedHoursAgo: 51,
    promisedInHours: -20,
    price: 11200,
    reached: 'closed',
    take: { partNumber: 'BR-S4-DDR4-SO-DIMM-16', count: 2 },
    before: { startUps: [24, 23, 24], randomRead: 41 },
    after: { startUps: [24, 23, 23], randomRead: 41 },
  },
  {
    customer: 'chandler',
    model: 'PH27-1140',
    serial: 'PH27-00213',
    wish: drive(960),
    complaint: 'Everything is slow since spring, the stock list most of all.',
    condition: 'Scratch along the lower edge; one rubber foot missing.',
    left: [['power lead', 'rack A1']],
    bookedHoursAgo: 29,
    promisedInHours: 5,
    price: 16400,
    reached: 'running',
    old: { ...disk('KD7-91C3-4470', 'Kestrin', 'D7', 1000), class: 'disk 7200' },
    table: 'tide1000',
    health: 'watch',
    healthNote: '4 sectors reallocated, stable.',
    take: { partNumber: 'PA-C1-1000-25', siteId: 'a' },
    route: 'both at the bench',
    berth: 1,
    before: { sequentialRead: 121, sequentialWrite: 117, randomRead: 0.6, randomWrite: 1.2, startUps: [141, 133, 137] },
  },
  {
    customer: 'birds',
    model: 'VF12-09',
    serial: 'VF12-5514',
    wish: drive(480),
    complaint: 'Clicks now and then; opening the field notebooks takes very long.',
    condition: 'Salt marks at the hinge. Key F4 sticks.',
    left: [charger, ['carrying bag', 'rack B4']],
    bookedHoursAgo: 27,
    promisedInHours: 26,
    price: 12800,
    reached: 'running',
    old: disk('TR3-2090-1187', 'Tamarack', 'R3', 320),
    table: 'field320',
    health: 'failing',
    healthNote: '38 pending sectors and growing: copy first, with a tool that retries.',
    take: { partNumber: 'PA-C1-480-25', siteId: 'a' },
    route: 'both at the bench',
    berth: 2,
    whyNotBefore: 'The disk is failing: every read counts, so it was not measured.',
  },
  {
    customer: 'finch',
    model: 'Q13-2207',
    serial: 'Q13-71190',
    wish: drive(500),
    complaint: 'Disk full, no room for updates any more.',
    condition: '',
    left: [charger],
    bookedHoursAgo: 25,
    promisedInHours: 1,
    price: 13900,
    reached: 'failed once',
    old: flash('KN4-0113-5521', 'Kestrin', 'N4', 128),
    table: 'small128',
    health: 'good',
    take: { partNumber: 'KE-N6-500-80', siteId: 'a' },

    berth: null,
    before: { sequentialRead: 1480, sequentialWrite: 520, randomRead: 38, randomWrite: 92, startUps: [31, 30, 33] },
  },
  {
    customer: 'tide',
    model: 'SM3-77',
    serial: 'SM3-77-20977',
    wish: drive(1000),
    complaint: 'The gauge log falls behind when the hourly report is made.',
    condition: 'Cable gland sealed with putty.',
    left: [],
    bookedHoursAgo: 24,
    promisedInHours: 3,
    price: 18900,
    reached: 'did not start',
    old: disk('KD7-33B8-0062', 'Kestrin', 'D7', 1000, 'b'),
    table: 'tide1000',
    health: 'good',
    take: { partNumber: 'KE-N6-1000-80', siteId: 'a' },
    route: 'both at the bench',
    berth: null,
    before: { sequentialRead: 104, sequentialWrite: 99, randomRead: 0.5, randomWrite: 1.0, startUps: [88, 84, 86] },
  },
  {
    customer: 'teacher',
    model: 'T15-4820',
    serial: 'T15-4820-31',
    wish: drive(480),
    complaint: 'Ten minutes before the lesson can start.',
    condition: 'Crack at the left hinge, 2 cm. Two base screws missing on arrival.',
    left: [charger],
    bookedHoursAgo: 23,
    promisedInHours: 2,
    price: 11900,
    reached: 'started',
    old: disk('KD7-20A7-6613', 'Kestrin', 'D7', 500),
    table: 'laptop500',
    health: 'good',
    take: { partNumber: 'PA-C1-480-25', siteId: 'a' },
    route: 'both at the bench',
    berth: null,
    before: { sequentialRead: 88, sequentialWrite: 84, randomRead: 0.4, randomWrite: 0.9, startUps: [118, 121, 115] },
  },
  {
    customer: 'harbour',
    model: 'CL16-A',
    serial: 'CL16-40022-A',
    wish: drive(1000),
    complaint: 'Charts and port plans no longer fit; the old drive must come along whole.',
    condition: '',
    left: [charger, ['docking cable', 'rack B1']],
    bookedHoursAgo: 21,
    promisedInHours: 1,
    price: 19900,
    reached: 'proven',
    old: flash('PM2-7741-0090', 'Palewood', 'M2', 512),
    table: 'laptop500',
    health: 'good',
    take: { partNumber: 'PA-M5-1000-80', siteId: 'a' },

    berth: null,
    before: { sequentialRead: 1610, sequentialWrite: 890, randomRead: 39, randomWrite: 98, startUps: [27, 26, 28] },
    after: { sequentialRead: 6680, sequentialWrite: 5900, randomRead: 71, randomWrite: 190, startUps: [19, 18, 19] },
  },
  {
    customer: 'osterholm',
    model: 'PP5-0610',
    serial: 'PP5-11873',
    wish: memory(64),
    complaint: 'Wants to keep four virtual machines open.',
    condition: 'Side panel dented at the back.',
    left: [],
    bookedHoursAgo: 8,
    promisedInHours: 6,
    price: 17900,
    reached: 'reserved',
    take: { partNumber: 'BR-D4-DDR4-DIMM-16', count: 4 },
    before: { startUps: [22, 21, 22], randomRead: 44 },
  },
  {
    customer: 'ferry',
    model: 'T15-4820',
    serial: 'T15-4820-77',
    wish: drive(480),
    complaint: 'Timetable terminal needs five minutes in the morning; passengers wait.',
    condition: '',
    left: [charger, ['wall bracket', 'rack A3']],
    bookedHoursAgo: 7,
    promisedInHours: 6,
    price: 12900,
    reached: 'drafted',
    old: disk('KD7-55Q0-2218', 'Kestrin', 'D7', 750),
    table: 'timetable750',
    health: 'good',
    healthNote: '21,870 h',
    take: { partNumber: 'PA-C1-480-25', siteId: 'a' },
    route: 'both at the bench',
    before: { sequentialRead: 104, sequentialWrite: 98, randomRead: 0.5, randomWrite: 1.0, startUps: [96, 101, 98] },
    leftOut: ['p5'],
  },
  {
    customer: 'ferry',
    model: 'T15-4820',
    serial: 'T15-4820-78',
    wish: drive(480),
    complaint: 'Second terminal, same wish.',
    condition: 'Sticker residue on the lid.',
    left: [],
    bookedHoursAgo: 7,
    promisedInHours: 27,
    price: 12900,
    reached: 'planned',
    old: disk('KD7-55Q0-2219', 'Kestrin', 'D7', 750),
    table: 'timetable750',
    health: 'good',
    take: { partNumber: 'PA-C1-480-25', siteId: 'a' },

    before: { sequentialRead: 101, sequentialWrite: 95, randomRead: 0.5, randomWrite: 0.9, startUps: [99, 97, 103] },
  },
  {
    customer: 'teacher',
    model: 'Q13-2207',
    serial: 'Q13-70052',
    wish: drive(500),
    complaint: 'Full. Everything must stay as it is.',
    condition: '',
    left: [charger],
    bookedHoursAgo: 5,
    promisedInHours: 30,
    price: 13900,
    reached: 'assessed',
    old: flash('KN4-0113-7718', 'Kestrin', 'N4', 128),
    table: 'small128',
    health: 'good',
    healthNote: '2,870 h',
    before: { sequentialRead: 1510, sequentialWrite: 540, randomRead: 38, randomWrite: 95, startUps: [33, 31, 32] },
  },
  {
    customer: 'birds',
    model: 'CL14-B',
    serial: 'CL14-8831-02',
    wish: drive(1000),
    complaint: 'Photo archive of the ringing season does not fit.',
    condition: 'Liquid mark under the touchpad.',
    left: [charger],
    bookedHoursAgo: 4,
    promisedInHours: 31,
    price: 15900,
    reached: 'read',
    old: flash('PM2-6620-4413', 'Palewood', 'M2', 256),
    table: 'locked256',
  },
  {
    customer: 'pell',
    model: 'VP7-02',
    serial: 'VP7-02-6641',
    wish: drive(500),
    complaint: 'No room for more than two games.',
    condition: 'Screen protector bubbles.',
    left: [],
    bookedHoursAgo: 2,
    promisedInHours: 50,
    price: 14900,
    reached: 'assessed',
    old: flash('DS1-0099-2175', 'Dunlin', 'S1', 64),
    table: 'handheld64',
    health: 'good',
    before: { sequentialRead: 780, sequentialWrite: 240, randomRead: 22, randomWrite: 60, startUps: [29, 28, 29] },
    afterwards: [
      { act: 'order', partNumber: 'DU-S2-1000-30', siteId: 'a', supplier: 'Harbour Parts', inDays: 2 },
      { act: 'deposit', amount: 4000, how: 'card' },
    ],
  },
  {
    customer: 'chandler',
    model: 'T15-4820',
    serial: 'T15-4820-90',
    wish: memory(12),
    complaint: 'Till freezes when the price list is open beside it.',
    condition: '',
    left: [],
    bookedHoursAgo: 1,
    promisedInHours: 28,
    price: 6900,
    reached: 'booked',
  },
  {
    customer: 'osterholm',
    model: 'SM3-77',
    serial: 'SM3-77-21005',
    wish: drive(960),
    complaint: 'The recordings of the harbour band fill the drive.',
    condition: '',
    left: [],
    bookedHoursAgo: 1,
    promisedInHours: 7,
    price: 12400,
    reached: 'running',
    old: disk('KD5-41B0-2207', 'Kestrin', 'D5', 500, 'b'),
    table: 'laptop500',
    health: 'good',
    take: { partNumber: 'PA-C1-1000-25', siteId: 'b' },

    berth: null,
    before: { sequentialRead: 97, sequentialWrite: 92, randomRead: 0.5, randomWrite: 1.0, startUps: [92, 90, 95] },
  },
];
