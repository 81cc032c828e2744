import type { Reason } from '../reason';
import type { MeasurementSet } from './types';

/** Busy shares from which on the drive is what makes a device slow, and below which it is not, per cent. */
const BUSY = 80;
const IDLE = 40;

/** Whether the drive is what the complaint comes from, from how busy it is; null where that was not noted. */
export function complaintOf({ busyShare }: Pick<MeasurementSet, 'busyShare'>): Reason | null {
  if (busyShare === undefined) return null;
  const measured = `${busyShare} %`;
  const told = { rule: 'Busy', measured };
  if (busyShare >= BUSY)
    return { ...told, outcome: 'pass', sentence: `Busy ${measured} of the time: the drive is what makes it slow.` };
  if (busyShare >= IDLE)
    return {
      ...told,
      outcome: 'limit',
      sentence: `Busy ${measured} of the time: the drive is part of it; look at memory too.`,
    };
  const sentence = `Busy ${measured} of the time: a faster drive alone will hardly help.`;
  return { ...told, outcome: 'limit', sentence, remedy: 'look at memory, heat and what runs at the start' };
}
