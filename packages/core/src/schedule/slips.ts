import type { Schedule, Work } from './engine/types';

const MINUTE = 60_000;
/** Slips of less are none that anybody feels, minutes. */
export const FELT = 15;

/** A job that becomes late, or later than it would be, minutes. */
export interface Slip {
  tag: string;
  by: number;
}

/** How late a job is, minutes; never where nothing was promised. */
export function lateBy({ tag, promisedAt }: Work, { ready }: Schedule): number {
  return promisedAt === null ? 0 : Math.max(0, (ready.get(tag) ?? 0) - promisedAt) / MINUTE;
}

/** What becomes late, or later, from one schedule to another: the most first. */
export function slipsOf(works: readonly Work[], before: Schedule, after: Schedule): Slip[] {
  return works
    .flatMap((work) => {
      const by = Math.round(lateBy(work, after) - lateBy(work, before));
      return by >= FELT ? [{ tag: work.tag, by }] : [];
    })
    .sort(most);
}

/** What is ready later than before, whether that is late or not: the most first. */
export function delaysOf(works: readonly Work[], before: Schedule, after: Schedule): Slip[] {
  return works
    .flatMap(({ tag }) => {
      const [was, is] = [before.ready.get(tag), after.ready.get(tag)];
      const by = was === undefined || is === undefined ? 0 : Math.round((is - was) / MINUTE);
      return by >= FELT ? [{ tag, by }] : [];
    })
    .sort(most);
}

const most = (one: Slip, other: Slip) => other.by - one.by || (one.tag < other.tag ? -1 : 1);
