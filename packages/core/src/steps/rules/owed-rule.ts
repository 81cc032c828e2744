import { owedBack } from '../evidence/owed';
import type { StepRule } from './step-rule';

/** What was switched for the job stands as before, or it is said why not: a step of the work, and of the way back. */
export const OWED_BACK: StepRule = {
  id: 'owed back',
  title: (job) =>
    `Set back what was switched: ${owedBack(job)
      .map(({ what }) => what)
      .join(', ')}`,
  minutes: 3,
  charged: false,
  applies: (job) => owedBack(job).length > 0,
  done: (job) => owedBack(job).every(({ known }) => known !== null),
  after: () => ['trial start'],
  gates: ['started'],
};
