import type { StepId } from '../stations';

/** Something that was stamped in a job: at what step, where it is one of it, by whom and when (ms). */
export interface Stamp {
  step: StepId | null;
  by: string;
  at: number;
}

/** From and until when something of the job ran by itself, ms. */
export interface RanBetween {
  from: number;
  until: number;
}

const MINUTE = 60_000;
/** From one stamp to the next nobody is at it for more than so many times what the step is told to take, or so many minutes. */
const AWAY = { times: 3, minutes: 15 } as const;
/** Of the hands of a job so much must have been timed. */
const ENOUGH = 0.4;

/**
 * How long hands took at a job, in hundredths of what its steps are told to take; null where too little of it was
 * timed. What somebody needs for a step is the time since their stamp before it, where nobody else stamped between
 * them, nothing ran meanwhile, and it is not so long that they were elsewhere.
 *
 * @param minutes what each step is told to take
 */
export function handsAgainst(
  stamps: readonly Stamp[],
  ran: readonly RanBetween[],
  minutes: ReadonlyMap<StepId, number>,
): number | null {
  const timed = new Set<StepId>();
  let took = 0;
  for (const [index, { step, by, at }] of stamps.entries()) {
    const before = stamps[index - 1];
    const told = step === null ? undefined : minutes.get(step);
    if (step === null || !told || !before || before.by !== by) continue;
    const gap = (at - before.at) / MINUTE;
    if (gap > Math.max(AWAY.minutes, told * AWAY.times)) continue;
    if (ran.some(({ from, until }) => from < at && until > before.at)) continue;
    timed.add(step);
    took += gap;
  }
  const sum = (steps: Iterable<StepId>) => [...steps].reduce((total, step) => total + (minutes.get(step) ?? 0), 0);
  const [of, all] = [sum(timed), sum(minutes.keys())];
  return of === 0 || of < all * ENOUGH ? null : Math.round((100 * took) / of);
}
