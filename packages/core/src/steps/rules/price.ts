import { perSnapshot } from '../snapshot/per-snapshot';
import { targetKey, type DriveChoice, type MemoryChoice } from '../../facts';
import { TARGET_IDS } from '../../layout';
import { DRIVE_WISHED } from '../evidence/evidence';
import { STEPS, type Station } from '../../stations';
import { soldName } from '../../capacity';
import type { JobSnapshot, Override, PricedPart, Rates } from '../snapshot/types';
import { minutesOf } from './step-rule';
import { WORK_RULES } from './work-rules';

/** One line of a quote, in minor currency units before tax. */
export interface PriceLine {
  kind: 'part' | 'work' | 'fee';
  what: string;
  /** Pieces, or minutes of work. */
  count: number;
  /** For a piece, or for an hour of work. */
  each: number;
  amount: number;
}

/** Time at the counter is not charged, nor is taking in what was ordered. */
const CHARGED: readonly Station[] = ['Assess', 'Match', 'Plan', 'Copy', 'Swap', 'Prove'];

/**
 * What a job costs: its chosen parts, and the hands time of its steps whether done or not, so that the amount does
 * not sink while the work goes on. A job that ended without work costs what looking at it costs, once somebody did.
 */
export function priceLines(job: JobSnapshot): PriceLine[] {
  const lines = job.end ? assessmentLine(job) : [...partLines(job), ...workLine(job)];
  return atNoCharge(job) ? lines.map((line) => ({ ...line, each: 0, amount: 0 })) : lines;
}

/** Whether a job came back under guarantee, and nothing was found that the shop does not answer for. */
export function atNoCharge({ facts }: Pick<JobSnapshot, 'facts'>): boolean {
  return facts['guarantee return'] !== undefined && facts['return cause']?.cause !== 'something else';
}

/** Facts that only looking at the device brings. */
const LOOKED_AT = ['old drive', 'other drives', 'partition table', 'health', 'memory', 'before'] as const;

/** What the customer was told that looking costs, where the device was looked at. */
function assessmentLine({ facts, rates: { assessment = 0 } }: JobSnapshot): PriceLine[] {
  const looked = LOOKED_AT.some((key) => facts[key] !== undefined);
  return looked && assessment > 0
    ? [{ kind: 'fee', what: 'Assessment', count: 1, each: assessment, amount: assessment }]
    : [];
}

function partLines({ facts, ordered }: JobSnapshot): PriceLine[] {
  const { 'memory choice': memory, 'old drive moves': moved } = facts;
  const chosen = [
    ...TARGET_IDS.flatMap((on) => {
      const drive = facts[targetKey(on, 'choice')];
      return drive ? drivePrices(drive) : [];
    }),
    ...(moved?.adapters ?? []).map(({ name, price }) => ({ what: name, count: 1, each: price })),
    ...(memory ? memoryPrices(memory) : []),
    ...(ordered[0]?.quoted ?? []),
  ];
  return chosen.map((part) => ({ kind: 'part', ...part, amount: part.each * part.count }));
}

const OWN = ', their own';

/** A drive and its adapters as they stand on a quote. */
export function drivePrices(
  drive: Pick<DriveChoice, 'maker' | 'name' | 'bytes' | 'sectorSize' | 'partId' | 'price' | 'adapters'>,
): PricedPart[] {
  const { maker, name, bytes, sectorSize, partId, price, adapters = [] } = drive;
  const others = adapters.reduce((sum, adapter) => sum + adapter.price, 0);
  const what = `${maker} ${name} ${soldName(bytes, sectorSize)}${partId === null ? OWN : ''}`;
  return [
    { what, count: 1, each: price - others },
    ...adapters.map((adapter) => ({ what: adapter.name, count: 1, each: adapter.price })),
  ];
}

/** A set of modules as it stands on a quote. */
export function memoryPrices({
  maker,
  name,
  partId,
  count,
  price,
}: Pick<MemoryChoice, 'maker' | 'name' | 'partId' | 'count' | 'price'>): PricedPart[] {
  return [{ what: `${maker} ${name}${partId === null ? OWN : ''}`, count, each: Math.round(price / count) }];
}

function workLine(job: JobSnapshot): PriceLine[] {
  const charged = WORK_RULES.filter(
    (rule) =>
      CHARGED.includes(STEPS[rule.id]) && rule.charged !== false && rule.id !== 'receive part' && rule.applies(job),
  );
  const minutes = charged.reduce((sum, rule) => sum + minutesOf(rule, job), 0);
  const { hourly } = job.rates;
  if (minutes === 0 || hourly === 0) return [];
  return [{ kind: 'work', what: 'Work', count: minutes, each: hourly, amount: Math.round((minutes * hourly) / 60) }];
}

/** Tax on a net amount, rounded half up to the minor unit. */
export function taxOn(net: number, { taxPercent }: Rates): number {
  return Math.round((net * taxPercent) / 100);
}

/** What looking at a device costs where nothing is done after it, tax included, minor currency units; 0 where nothing. */
export function assessmentFee(rates: Rates): number {
  const { assessment = 0 } = rates;
  return assessment + taxOn(assessment, rates);
}

/** What the customer pays for a job, tax included, minor currency units. */
export const jobTotal = perSnapshot((job): number => {
  const net = priceLines(job).reduce((sum, line) => sum + line.amount, 0);
  return net + taxOn(net, job.rates);
});

/**
 * The highest amount that the customer agreed to, tax included, and how; null when nothing was agreed. What was
 * accepted takes the place of what was said at booking, be it less; a go-ahead limit stands beside both.
 */
export function agreedPrice({ facts, told }: JobSnapshot): { amount: number; how: string } | null {
  const accepted = facts['quote accepted'];
  const limit = facts['go-ahead limit'];
  const all = [
    ...(accepted ? [{ amount: accepted.total, how: `quote ${accepted.version}, ${accepted.how}` }] : []),
    ...(limit ? [{ amount: limit.amount, how: 'the go-ahead limit' }] : []),
    ...(told === null || accepted ? [] : [{ amount: told, how: 'the price said at booking' }]),
  ];
  return all.reduce<(typeof all)[number] | null>((most, one) => (most && most.amount >= one.amount ? most : one), null);
}

/** Whether it is known which parts go in: chosen, or on order. */
export function partsKnown({ wishes, facts, ordered }: JobSnapshot): boolean {
  if (ordered.length > 0) return true;
  return wishes.every(({ kind }) => {
    const on = DRIVE_WISHED[kind];
    return facts[on ? targetKey(on, 'choice') : 'memory choice'] !== undefined;
  });
}

/** Whether going ahead without asking, with a reason, was decided for at least what the job costs now. */
export function overrideCovers(job: JobSnapshot, { gate, amount }: Override): boolean {
  return gate === 'price agreed' && amount !== null && jobTotal(job) <= amount;
}

/** Whether the customer agreed to what the job costs as it stands now. */
export function priceHolds(job: JobSnapshot): boolean {
  return jobTotal(job) <= (agreedPrice(job)?.amount ?? 0);
}
