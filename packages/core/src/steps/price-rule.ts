import { amount } from './money';
import { jobTotal, priceHolds } from './price';
import { always, type StepRule } from './step-rule';

/** Asking the customer: what a job costs follows from the other steps, so its rule stands apart from theirs. */
export const PRICE_RULE: StepRule = {
  id: 'agree price',
  station: 'Match',
  title: (job) => `Have the customer agree to ${amount(jobTotal(job))}`,
  minutes: 3,
  applies: always,
  done: (job) => priceHolds(job) || job.overrides.some((one) => one.gate === 'price agreed'),
  after: () => ['reserve drive', 'reserve memory'],
  gates: [],
};
