import { bytesOfNominal } from '@udrel/core/capacity';
import type { OldDrive } from '@udrel/core/facts';
import type { DemoJob } from './demo-job';

const disk = (serial: string): OldDrive => ({
  ...{ serial, maker: 'Kestrin', name: 'D5', bytes: bytesOfNominal(500), sectorSize: 512, class: 'disk 5400' },
  ...{ link: { kind: 'sata', generation: 3 }, siteId: 'a' },
});

const WORK = {
  model: 'T15-4820',
  wish: { kind: 'new drive', least: bytesOfNominal(240) },
  condition: '',
  price: 13900,
  table: 'laptop500',
  health: 'good',
  take: { partNumber: 'PA-C1-480-25', siteId: 'a' },
  route: 'new drive in an enclosure',
  berth: null,
  before: { sequentialRead: 94, sequentialWrite: 90, randomRead: 0.5, randomWrite: 1, startUps: [101, 98, 99] },
  after: { sequentialRead: 528, sequentialWrite: 470, randomRead: 32, randomWrite: 77, startUps: [22, 21, 22] },
} satisfies Partial<DemoJob>;

/**
 * What waits for its customer: a device since yesterday, one for which nobody came after two reminders, a quote that they were sent; and one
 * that came back under guarantee, whose drive is claimed of its supplier. And one whose copy can be begun with one press.
 */
export const toFetch: DemoJob[] = [
  {
    ...WORK,
    customer: 'chandler',
    serial: 'T15-4820-TF0',
    complaint: 'The price list again, on the laptop this time.',
    left: [['charger', 'rack C2']],
    place: 'rack C2',
    bookedHoursAgo: 30,
    promisedInHours: 2,
    reached: 'ready',
    old: disk('KD5-TF01-3310'),
  },
  {
    ...WORK,
    customer: 'tide',
    serial: 'T15-4820-TF1',
    complaint: 'The gauge’s spare laptop takes minutes to start.',
    left: [],
    place: 'rack C2',
    bookedHoursAgo: 600,
    promisedInHours: -560,
    reached: 'ready',
    old: disk('KD5-TF02-3311'),
  },
  {
    ...WORK,
    customer: 'birds',
    serial: 'T15-4820-TF2',
    complaint: 'The hide’s laptop: slow with the sound recordings.',
    left: [],
    place: 'rack C3',
    bookedHoursAgo: 5,
    promisedInHours: 40,
    reached: 'reserved',
    old: disk('KD5-TF03-3312'),
    afterwards: [{ act: 'quote' }],
  },
  {
    ...WORK,
    customer: 'harbour',
    serial: 'T15-4820-44',
    complaint: 'It is not seen any more since this morning.',
    left: [],
    place: 'rack C3',
    bookedHoursAgo: 6,
    promisedInHours: 44,
    price: 0,
    reached: 'booked',
    facts: { 'guarantee return': { of: 'U-2394' } },
    afterwards: [
      {
        ...{ act: 'claim', of: 'U-2394', supplier: 'Brightwell Parts' },
        note: 'not listed at two ports and in an enclosure',
      },
    ],
  },
  {
    ...WORK,
    customer: 'chandler',
    serial: 'T15-4820-GO1',
    complaint: 'The second till: slow since the update.',
    left: [],
    place: 'rack C4',
    bookedHoursAgo: 7,
    promisedInHours: 26,
    reached: 'identified',
    take: { partNumber: 'PA-C1-240-25', siteId: 'a' },
    route: 'both at the bench',
    old: disk('KD5-TF04-3313'),
  },
];
