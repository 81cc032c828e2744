import type { WishKind } from '@udrel/core/steps';
import { nextOpen } from '@udrel/core/schedule';
import {
  agreeBegin,
  agreeVisit,
  calendarFrom,
  setHours,
  setPerson,
  viewJob,
  type CommandContext,
  placePurchase,
  viewToOrder,
} from '@udrel/server/services';

const DAY = 86_400_000;
const HOUR = 3_600_000;
const QUARTER = HOUR / 4;
/** The clock of the machine on which the demo runs. */
const FORMATS = { timeZone: '' };
const OPEN = { from: '09:00', until: '18:00' };
const AFTERNOON = { from: '12:00', until: '18:00' };

/** When the shop is open. */
const HOURS = { week: [OPEN, OPEN, OPEN, OPEN, OPEN, { from: '10:00', until: '14:00' }, null] };

/** Hours within which a promise stands as it is told; what is promised later is promised by days of work. */
const TODAY = 12;
/** Days of work that a day of a promise is. */
const DAYS_OF_WORK = 3.5;

/** When something is promised so many hours from now, at which the shop is open unless it is for today. */
export function promisedIn(hours: number, now: number): Date {
  if (hours < TODAY) return new Date(now + hours * HOUR);
  const { open } = calendarFrom({ ...HOURS, closed: [] }, new Date(now), FORMATS);
  const days = (hours / 24) * DAYS_OF_WORK;
  const span = open[Math.floor(days)] ?? { from: now, until: now };
  const quarter = 15 * 60_000;
  return new Date(Math.round((span.from + (days % 1) * (span.until - span.from)) / quarter) * quarter);
}

/** The day as a calendar has it. */
const dayOf = (ms: number) => new Date(ms).toISOString().slice(0, 10);

const VISITS: readonly {
  customer: string;
  phone: string;
  wishes: WishKind[];
  note: string;
  opening: number;
  after: number;
}[] = [
  {
    ...{
      customer: 'R. Osterholm',
      phone: '01555 010 164',
      wishes: ['memory'],
      note: 'brings the lid that came loose, too',
    },
    ...{ opening: 0, after: 1.5 },
  },
  {
    ...{ customer: 'Merrow Sound Ferry Office', phone: '01555 010 120', wishes: ['new drive'] },
    ...{ note: 'the second timetable terminal', opening: 1, after: 0.5 },
  },
];

/** Who is at the bench and when, who comes, and a job that is begun when it was agreed. */
export async function planTheDays(
  context: CommandContext,
  { now, technician, agreed }: { now: number; technician: string; agreed: string },
): Promise<void> {
  const hours = { ...HOURS, closed: [{ day: dayOf(now + 9 * DAY), name: 'Harbour regatta' }] };
  await setHours(context, hours);
  // She is there in the afternoon, and copies; she opens no devices yet.
  await setPerson(context, technician, {
    ...{ atBench: true, abilities: ['copying'] },
    week: [AFTERNOON, AFTERNOON, AFTERNOON, AFTERNOON, AFTERNOON, null, null],
    off: [{ from: dayOf(now + 5 * DAY), until: dayOf(now + 6 * DAY), name: 'course' }],
  });
  const { open } = calendarFrom(hours, new Date(now), FORMATS);
  for (const { opening, after, ...visit } of VISITS) {
    const at = nextOpen(open, (open[opening]?.from ?? now) + after * HOUR);
    // Nobody agrees to come at some second.
    const comes = Math.ceil(Math.max(at, now + HOUR) / QUARTER) * QUARTER;
    await agreeVisit(context, { ...visit, at: new Date(comes).toISOString(), promisedAt: null });
  }
  const { version } = await viewJob(context.manager, agreed, context.now);
  await agreeBegin(context, agreed, { version, at: new Date((open[1]?.from ?? now) + 2 * HOUR).toISOString() });
}

/** What the shelf is short of at the supplier that was asked last, with what jobs wait for there, in one order. */
export async function orderParts(given: CommandContext, now: number): Promise<void> {
  const context = { ...given, now: new Date(now) };
  const { suppliers } = await viewToOrder(context.manager, context.now);
  const first = suppliers.find(({ supplier, lines }) => supplier !== '' && lines.some(({ jobs }) => jobs.length > 0));
  const short = suppliers.find(({ supplier }) => supplier === '')?.lines.slice(0, SHORT) ?? [];
  if (!first) return;
  const lines = [...first.lines, ...short].map(({ partId, short: count, jobs }) => ({
    ...{ partId, count: Math.max(0, count), orders: jobs.map(({ order }) => order) },
  }));
  await placePurchase(context, { supplier: first.supplier, expected: dayOf(now + 2 * DAY), lines });
}

/** Parts below their level that go with it. */
const SHORT = 1;
