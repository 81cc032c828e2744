import {
  rescheduled,
  scheduleOf,
  simulate,
  slipsOf,
  standing,
  whatIf,
  type Bench,
  type ReadyAt,
  type Slip,
  type Standing,
  type WhatIf,
  type WholeSchedule,
  type Work,
} from '@udrel/core/schedule';

/** What is asked of everything that is open. */
export type Question =
  | { kind: 'whole'; works: Work[]; bench: Bench }
  | { kind: 'supposed'; works: Work[]; bench: Bench }
  | { kind: 'what if'; works: Work[]; bench: Bench; more: Work }
  | { kind: 'moved'; works: Work[]; bench: Bench; tag: string; work: Work };

export interface Moved {
  ready: ReadyAt | null;
  slips: Slip[];
  gains: Slip[];
}

export type Answer = WholeSchedule | WhatIf | Moved;

/** A job as it is sent to the thread: without its pieces where it has them. */
type SentWork = Omit<Work, 'pieces'> & { pieces: Work['pieces'] | null };
export type SentQuestion = Question extends infer One
  ? One extends Question
    ? Omit<One, 'works'> & { works: SentWork[] }
    : never
  : never;

/** What a thread says that was begun anew: it has none of them. */
export const PIECES_UNKNOWN = 'pieces-unknown';

let had = new Map<string, Work['pieces']>();

/** The question with the pieces that were sent before. */
export function withPieces(question: SentQuestion): Question {
  const works = question.works.map((work): Work => {
    const pieces = work.pieces ?? had.get(work.tag);
    if (!pieces) throw Object.assign(new Error('pieces of a job were not sent'), { code: PIECES_UNKNOWN });
    return { ...work, pieces };
  });
  had = new Map(works.map(({ tag, pieces }) => [tag, pieces]));
  return { ...question, works };
}

/** What was put last. */
let last: Standing | null = null;

function wholeOf(works: readonly Work[], bench: Bench): WholeSchedule {
  last = standing(last, works, bench);
  return last.whole;
}

/** Answers it. */
export function answered(question: Question): Answer {
  const { works, bench } = question;
  if (question.kind === 'whole') return wholeOf(works, bench);
  // What is only supposed leaves what stands alone.
  if (question.kind === 'supposed') return scheduleOf(works, bench);
  if (question.kind === 'what if') return whatIf(works, question.more, bench);
  const before = wholeOf(works, bench);
  const after = rescheduled(before, question.tag, question.work, bench);
  // As it stands now it is gone through by the same order, so that only the move tells.
  const stood = simulate(works, before.order, bench);
  return {
    ready: after.forecast.get(question.tag) ?? null,
    slips: slipsOf(after.works, stood, after),
    gains: slipsOf(works, after, stood),
  };
}
