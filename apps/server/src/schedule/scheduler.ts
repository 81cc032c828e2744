import type { Bench, WhatIf, WholeSchedule, Work } from '@udrel/core/schedule';
import { inThread } from '../platform/thread';
import { answered, type Answer, type Moved, type Question } from './questions';

const SOURCE = import.meta.url.endsWith('.ts');
const thread = inThread<Question, never, Answer>(new URL('./schedule-worker.js', import.meta.url), null, 'schedule');

/** As built it is gone through in a thread of its own, so that nobody waits for it; as source, in which a thread cannot be started, here. */
const ask = (question: Question): Promise<Answer> =>
  SOURCE ? Promise.resolve(answered(question)) : thread.ask(question);

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
