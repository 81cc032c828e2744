import { amount } from '../../money';
import { jobTotal, overrideCovers, partsKnown, priceHolds } from './price';
import { always, type StepRule } from './step-rule';

/** Asking the customer: what a job costs follows from the other steps, so its rule stands apart from theirs. */
export const PRICE_RULE: StepRule = {
  id: 'agree price',
  title: (job) => `Have the customer agree to ${partsKnown(job) ? amount(jobTotal(job)) : 'the price'}`,
  minutes: 3,
  applies: always,
  done: (job) => (partsKnown(job) && priceHolds(job)) || job.overrides.some((one) => overrideCovers(job, one)),
  after: ({ ordered }) =>
    ordered.length > 0 ? ['book in'] : ['reserve new drive', 'reserve added drive', 'reserve memory'],
  gates: [],
};
