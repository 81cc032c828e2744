import { median, type MeasurementSet } from '../benchmarks';
import { fail, limit, pass, type Reason } from '../reason';
import type { DriveReads } from './types';

/** A place that reaches less than this share of the middle one is weak; disks fall to half of it by themselves. */
const WEAK = 0.35;
/** A read that takes so long, ms, hangs: of a disk and of a drive without moving parts. */
const HANGS = { spinning: 500, still: 100 };

const known = ({ places }: DriveReads) => places.flatMap(({ rate }) => (rate === null ? [] : [rate]));

/**
 * What the reads of a drive say of it, beside what figures are held against: places that cannot be read or are far below
 * the others, and reads that hang.
 *
 * @param spins whether it is a disk
 * @source trade practice; a disk reads its innermost tracks at about half the rate of its outermost
 */
export function judgeReads(reads: DriveReads, spins: boolean): Reason[] {
  const rates = known(reads);
  const failed = reads.places.filter((place) => place.failed > 0);
  const usual = median(rates) ?? 0;
  const weak = reads.places.filter(({ rate }) => rate !== null && rate < usual * WEAK);
  const at = (places: readonly { offset: number }[]) =>
    places.map(({ offset }) => `${Math.round((100 * offset) / reads.bytes)} %`).join(', ');
  const { small } = reads;
  const hangs = spins ? HANGS.spinning : HANGS.still;
  const unread = failed.length + Math.sign(small?.failed ?? 0);
  const reasons = [
    ...(failed.length > 0
      ? [fail('Unreadable', `Reads failed at ${at(failed)} of it.`, 'copy what matters first')]
      : []),
    ...(small && small.failed > 0
      ? [fail('Unreadable', `${small.failed} of the small reads failed.`, 'copy what matters first')]
      : []),
    ...(weak.length > 0
      ? [
          limit(
            'Weak place',
            `At ${at(weak)} of it reads are far below the rest.`,
            'look at its health: it may be about to fail there',
          ),
        ]
      : []),
    ...(small && small.slowest100 > hangs
      ? [
          limit(
            'Reads hang',
            `One read of a hundred takes ${ms(small.slowest100)} or more.`,
            'look at its health, its lead and its heat',
          ),
        ]
      : []),
  ];
  if (reasons.length > 0 || unread > 0) return reasons;
  return rates.length === 0 ? [] : [pass('Reads', 'even over the whole drive, and none hangs')];
}

const ms = (value: number) => (value >= 100 ? `${Math.round(value)} ms` : `${value} ms`);

/** What a drive was read at as figures of a measuring session: a disk by its outermost place, as its box does. */
export function figuresOfReads(reads: DriveReads, spins: boolean): Partial<MeasurementSet> {
  const rates = known(reads);
  const sequentialRead = spins ? (reads.places[0]?.rate ?? null) : (median(rates) ?? null);
  return {
    ...(sequentialRead === null ? {} : { sequentialRead }),
    ...(reads.small ? { randomRead: reads.small.rate } : {}),
    method: methodOfReads(reads),
    attached: /usb/i.test(reads.link) ? 'USB' : 'inside',
  };
}

/** How it was read, in words: only like ones are compared. */
export function methodOfReads({ seconds, where }: Pick<DriveReads, 'seconds' | 'where'>): string {
  return `9 places, then 4 KiB QD1, ${seconds} s, ${where === 'berth' ? 'at a berth' : 'in the device'}`;
}

/** Whether both were read for as long and in a like place. */
export function alikeReads(one: DriveReads, other: DriveReads): boolean {
  return one.seconds === other.seconds && one.where === other.where;
}
