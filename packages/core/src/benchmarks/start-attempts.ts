/** How a start began: nothing but a cold one is a measurement. */
export const START_KINDS = ['cold', 'restarted', 'resumed'] as const;
export type StartKind = (typeof START_KINDS)[number];
/** The marks of a start, in their order: the first sign of life, the sign-in, a program that takes input. */
export const START_MARKS = ['sign of life', 'sign-in', 'usable'] as const;
export type StartMark = (typeof START_MARKS)[number];
/** Before the work, or after it. */
export const START_TIMES = ['before', 'after'] as const;
export type StartTime = (typeof START_TIMES)[number];

/** One start by the stopwatch. */
export interface StartAttempt {
  /** When its power button was pressed, as an ISO moment. */
  at: string;
  when: StartTime;
  kind: StartKind;
  /** Seconds from the power button to each mark that was reached. */
  seconds: Partial<Record<StartMark, number>>;
  /** What was seen, and what was done before this start. */
  seen: string;
  done: string;
}

/** Starts that are a measurement, seconds to usable, and why each of the others is none. */
export interface CountedStarts {
  seconds: number[];
  left: { attempt: StartAttempt; why: string }[];
}

/**
 * Which starts are put side by side: cold ones that were usable, without the first one after the work, which sets itself up.
 *
 * @source facts of the trade, “benchmark method”: cold start, power button to usable; the first after a swap is discarded
 */
export function countedStarts(attempts: readonly StartAttempt[], when: StartTime): CountedStarts {
  const own = attempts.filter((one) => one.when === when);
  const first = when === 'after' ? own.find(({ seconds }) => seconds.usable !== undefined) : undefined;
  const left: CountedStarts['left'] = [];
  const seconds = own.flatMap((attempt) => {
    const { usable } = attempt.seconds;
    const why =
      usable === undefined
        ? 'it was not usable'
        : attempt === first
          ? 'the first after the work: it sets itself up'
          : attempt.kind === 'cold'
            ? null
            : `${attempt.kind}, not from cold`;
    if (why === null && usable !== undefined) return [usable];
    left.push({ attempt, why: why ?? '' });
    return [];
  });
  return { seconds, left };
}
