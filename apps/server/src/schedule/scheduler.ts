import type { Bench, WhatIf, WholeSchedule, Work } from '@udrel/core/schedule';
import { inThread } from '../platform/thread';
import { answered, PIECES_UNKNOWN, type Answer, type Moved, type Question, type SentQuestion } from './questions';

const SOURCE = import.meta.url.endsWith('.ts');
const thread = inThread<SentQuestion, never, Answer>(
  new URL('./schedule-worker.js', import.meta.url),
  null,
  'schedule',
);

/** Pieces that were sent last, by their job: what a thread has is not sent again. */
let sent = new Map<string, Work['pieces']>();

/** As built it is gone through in a thread of its own, so that nobody waits for it; as source, in which a thread cannot be started, here. */
async function ask(question: Question): Promise<Answer> {
  if (SOURCE) return answered(question);
  const { works } = question;
  const had = sent;
  sent = new Map(works.map(({ tag, pieces }) => [tag, pieces]));
  const short = works.map((work) => (had.get(work.tag) === work.pieces ? { ...work, pieces: null } : work));
  const answer = await thread.ask({ ...question, works: short }).catch((error: { code?: unknown }) => {
    if (error.code === PIECES_UNKNOWN) return thread.ask(question);
    throw error;
  });
  return 'works' in answer ? { ...answer, works } : answer;
}

/** Everything that is open, put where it goes. */
export function wholeSchedule(works: Work[], bench: Bench): Promise<WholeSchedule> {
  return ask({ kind: 'whole', works, bench }) as Promise<WholeSchedule>;
}

/** Everything that is open, put where it would go if it were so. */
export function supposedSchedule(works: Work[], bench: Bench): Promise<WholeSchedule> {
  return ask({ kind: 'supposed', works, bench }) as Promise<WholeSchedule>;
}

/** What one more would be, and do. */
export function oneMore(works: Work[], bench: Bench, more: Work): Promise<WhatIf> {
  return ask({ kind: 'what if', works, bench, more }) as Promise<WhatIf>;
}

/** What moving one of it would do. */
export function oneMoved(works: Work[], bench: Bench, work: Work): Promise<Moved> {
  return ask({ kind: 'moved', works, bench, tag: work.tag, work }) as Promise<Moved>;
}
