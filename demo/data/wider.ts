import type { Afterwards } from './afterwards';
import { bytesOfNominal, GIB } from '@udrel/core/capacity';
import type { DemoJob } from './demo-job';

const hours = (days: number) => days * 24;
export const disk = (serial: string, gb = 500, siteId = 'a'): NonNullable<DemoJob['old']> => ({
  serial,
  maker: 'Kestrin',
  name: 'D5',
  bytes: bytesOfNominal(gb),
  sectorSize: 512,
  class: 'disk 5400',
  link: { kind: 'sata', generation: 3 },
  siteId,
});
export const slow = {
  sequentialRead: 91,
  sequentialWrite: 84,
  randomRead: 0.4,
  randomWrite: 0.9,
  startUps: [101, 97, 99],
};
const quick = { sequentialRead: 534, sequentialWrite: 471, randomRead: 30, randomWrite: 79, startUps: [20, 21, 20] };

type Closed = [customer: DemoJob['customer'], model: string, serial: string, complaint: string, daysAgo: number];

const CLOSED: Closed[] = [
  ['ferry', 'T15-4820', 'T15-4820-40', 'The timetable comes up after the ferry has left.', 40],
  ['tide', 'SN15-077', 'SN15-077-0012', 'Loses the evening readings.', 36],
  ['birds', 'T17-4930', 'T17-4930-0221', 'Slow with the ringing lists.', 33],
  ['harbour', 'T15-4820', 'T15-4820-44', 'Takes the whole watch to start.', 29],
  ['harbour', 'T15-4820', 'T15-4820-45', 'The same as the other one.', 29],
  ['chandler', 'PH24-0980', 'PH24-0980-31', 'Customers wait for the price list.', 24],
  ['finch', 'SN15-077', 'SN15-077-0140', 'Slow.', 20],
  ['pell', 'T17-4930', 'T17-4930-0307', 'Games load for minutes.', 17],
  ['teacher', 'T15-4820', 'T15-4820-51', 'For the second classroom: slow too.', 13],
  ['osterholm', 'PM1-0044', 'PM1-0044-08', 'The accounts open one a minute.', 9],
];

/** Two new drives: the system goes to a card, data to a disk of its own. */
const systemHereDataThere = {
  model: 'CGT4-221',
  wish: { kind: 'new drive', least: bytesOfNominal(480) },
  wishes: [
    { kind: 'new drive', least: bytesOfNominal(480) },
    { kind: 'added drive', least: bytesOfNominal(1000) },
  ],
  condition: '',
  left: [],
  table: 'timetable750',
  health: 'good',
  take: { partNumber: 'EB-N2-500-80', siteId: 'c' },
  takeAdded: { partNumber: 'KE-D8ARCHIVE-2000-25', siteId: 'b' },
  intent: { onto: { p5: 'added' }, extent: 'whole device' },
  before: slow,
} satisfies Partial<DemoJob>;

/** How those jobs were paid: most of them at once; one is overdue, one half paid, one was put right afterwards. */
function moneyOf(n: number): Afterwards[] {
  const how = n % 2 === 0 ? 'card' : 'cash';
  if (n === UNPAID) return [{ act: 'bill' }];
  if (n === HALF_PAID) return [{ act: 'bill', paid: 5000, how: 'transfer' }];
  if (n === PUT_RIGHT)
    return [
      { act: 'bill', off: 10, reason: 'second device of the house', paid: 'all', how },
      { act: 'credit', amount: 1500, reason: 'scratch on the lid' },
    ];
  return [{ act: 'bill', paid: 'all', how }];
}
const [UNPAID, PUT_RIGHT, HALF_PAID] = [CLOSED.length - 4, CLOSED.length - 3, CLOSED.length - 2];

/** Of some of them the old drive stays here: one longer than was agreed, one to be wiped, one for the recycler. */
const KEPT: Readonly<Record<number, DemoJob['stays']>> = {
  0: { as: 'kept as a fallback', place: 'rack D1', days: -4 },
  2: { as: 'to be wiped', place: 'rack D2' },
  4: { as: 'kept as a fallback', place: 'rack D1', days: 9 },
  5: { as: 'for recycling', place: 'rack D2' },
  6: { as: 'kept as a fallback', place: 'rack D1', days: 12 },
};

/** Copies that came down to USB 2: their old drives could have been read faster. */
const crawled = (n: number) => n === 5 || n === 9;

/** Hours that they were here: some over night, one longer than was promised. */
const TOOK: readonly number[] = [5, 22, 26, 7, 29, 4, 48, 9, 25, 6, 28];

/** Jobs that were closed in the weeks before: what the shop learnt from them stands at their models. */
export const history: DemoJob[] = CLOSED.map(([customer, model, serial, complaint, daysAgo], n) => ({
  customer,
  model,
  serial,
  wish: { kind: 'new drive', least: bytesOfNominal(480) },
  complaint,
  condition: n % 3 === 0 ? 'Worn at the corners.' : '',
  left: n % 2 === 0 ? [['charger', 'rack A4']] : [],
  bookedHoursAgo: hours(daysAgo),
  promisedInHours: -hours(daysAgo) + 30,
  price: 12900,
  reached: 'closed',
  old: {
    ...disk(`KD5-H${String(n).padStart(2, '0')}-4402`, 500, model === 'PM1-0044' ? 'b' : 'a'),
    ...(crawled(n) ? { name: 'D2, worn', class: 'SATA SSD' as const } : {}),
  },
  table: 'laptop500',
  health: n % 4 === 3 ? 'watch' : 'good',
  take: { partNumber: 'EB-R1-480-25', siteId: model === 'PM1-0044' ? 'b' : 'a' },
  route: n % 2 === 0 ? 'both at the bench' : 'new drive in an enclosure',
  berth: null,
  before: slow,
  after: { ...quick, startUps: [0, 1, 0].map((more) => 14 + ((n * 5) % 9) + more) },
  tookHours: TOOK[n % TOOK.length] ?? 6,
  // Through the device a copy goes by the lead that lies there: L2 has a bad plug.
  ...(n % 2 === 0 ? {} : n % 4 === 1 ? { lead: 'L2', ...(crawled(n) ? { crawled: true } : {}) } : { lead: 'L4' }),
  afterwards: moneyOf(n),
  ...(KEPT[n] ? { stays: KEPT[n] } : {}),
  ...(n === 0 ? { lesson: 'The two screws under the rear feet are 4 mm shorter: keep them apart.' } : {}),
  ...(n === 1 ? { lesson: 'The ribbon latch slides towards the hinge; lifted, it breaks.' } : {}),
  ...(n === 5 ? { lesson: 'Warm the lower edge for two minutes, then the cups hold.' } : {}),
}));

/** What else people ask for: a drive beside the one there, a fresh start, several alike, all in one opening. */
export const otherWishes: DemoJob[] = [
  {
    customer: 'tide',
    model: 'CGT4-221',
    serial: 'CGT4-221-17',
    wish: { kind: 'added drive', least: bytesOfNominal(2000) },
    complaint: 'Room for forty years of gauge sheets.',
    condition: '',
    left: [],
    bookedHoursAgo: 8,
    promisedInHours: 30,
    price: 19900,
    reached: 'agreed',
    others: [{ serial: 'KEN6-0417-8820', name: 'Kestrin N6 500 GB', bytes: bytesOfNominal(500), siteId: 'c' }],
    take: { partNumber: 'KE-D8ARCHIVE-2000-25', siteId: 'b' },
    before: { startUps: [22, 21, 22] },
  },
  {
    customer: 'pell',
    model: 'T14-4410',
    serial: 'T14-4410-60',
    wish: { kind: 'fresh installation', least: bytesOfNominal(500) },
    complaint: 'Bought second-hand: start it clean.',
    condition: 'Sticker residue on the lid.',
    left: [['charger', 'rack A4']],
    bookedHoursAgo: 6,
    promisedInHours: 27,
    price: 17900,
    reached: 'fitted',
    old: { ...disk('KN3-2204-1190', 256), class: 'NVMe gen 3', link: { kind: 'pcie', generation: 3, lanes: 4 } },
    take: { partNumber: 'EB-N2-500-80', siteId: 'a' },
    whyNotBefore: 'The password of the one before is not known.',
  },
  ...(['T15-4820-91', 'T15-4820-92'] as const).map((serial, n): DemoJob => ({
    customer: 'harbour',
    ...(n > 0 ? { together: true as const } : {}),
    model: 'T15-4820',
    serial,
    wish: { kind: 'new drive', least: bytesOfNominal(480) },
    complaint: 'As the two before: slow.',
    condition: '',
    left: [],
    bookedHoursAgo: 7,
    promisedInHours: 50,
    price: 12900,
    reached: n === 0 ? 'reserved' : 'booked',
    ...(n === 0
      ? {
          old: disk('KD5-TW01-3301'),
          table: 'laptop500' as const,
          health: 'good' as const,
          take: { partNumber: 'EB-R1-480-25', siteId: 'a' },
          before: slow,
        }
      : {}),
  })),
  {
    customer: 'finch',
    model: 'SM5-12',
    serial: 'SM5-12-0071',
    wish: { kind: 'new drive', least: bytesOfNominal(1000) },
    wishes: [
      { kind: 'new drive', least: bytesOfNominal(1000) },
      { kind: 'added drive', least: bytesOfNominal(480) },
      { kind: 'memory', least: 32 * GIB },
    ],
    complaint: 'Everything larger, in one go.',
    condition: '',
    left: [],
    bookedHoursAgo: 2,
    promisedInHours: 52,
    price: 49900,
    reached: 'booked',
  },
  {
    ...systemHereDataThere,
    customer: 'teacher',
    serial: 'CGT4-221-31',
    complaint: 'System fast, exercise books on a drive of their own.',
    bookedHoursAgo: 9,
    promisedInHours: 28,
    price: 39900,
    reached: 'drafted',
    old: { ...disk('KD7-77A1-5502', 750, 'a'), name: 'D7', class: 'disk 7200' },
  },
  {
    customer: 'pottery',
    model: 'T15-4820',
    serial: 'T15-4820-99',
    wish: { kind: 'new drive', least: bytesOfNominal(240) },
    complaint: 'Accounts on it are locked with a password; slow.',
    condition: '',
    left: [['charger', 'rack A4']],
    bookedHoursAgo: 10,
    promisedInHours: 29,
    price: 13900,
    reached: 'planned',
    old: disk('KD5-LG04-7713'),
    table: 'ledger500',
    health: 'good',
    take: { partNumber: 'PA-C1-240-25', siteId: 'a' },
    intent: { decrypted: ['p3'] },
    facts: { backup: { state: 'has a backup', irreplaceable: 'glaze recipes' } },
    before: slow,
  },
  {
    customer: 'choir',
    model: 'T15-4820',
    serial: 'T15-4820-98',
    wish: { kind: 'new drive', least: bytesOfNominal(480) },
    complaint: 'The scores open one page a minute.',
    condition: '',
    left: [],
    bookedHoursAgo: 11,
    promisedInHours: 31,
    price: 13900,
    reached: 'running',
    old: disk('KD5-SC02-9914'),
    table: 'laptop500',
    health: 'good',
    take: { partNumber: 'EB-R1-480-25', siteId: 'a' },
    route: 'both at the bench',
    berth: 5,
    before: slow,
  },
  {
    ...systemHereDataThere,
    customer: 'chandler',
    serial: 'CGT4-221-32',
    complaint: 'The stock lists are to have a drive of their own.',
    bookedHoursAgo: 12,
    promisedInHours: 26,
    price: 41900,
    reached: 'running',
    old: { ...disk('KD7-77A1-6127', 750, 'a'), name: 'D7', class: 'disk 7200' },
    berth: null,
  },
];
