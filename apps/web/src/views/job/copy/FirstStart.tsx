import type { JobView } from '@udrel/contract/types';
import type { Outcome } from '@udrel/core/reason';
import type { StartOutcome } from '@udrel/core/starting';
import { firstStartOf } from '@udrel/core/steps';
import { Ledger, OutcomeMark, Sheet } from '../../../ui';

const OUTCOMES: Readonly<Record<StartOutcome, { outcome: Outcome; sentence: string }>> = {
  starts: { outcome: 'pass', sentence: 'By what stands on it, the device will start from it.' },
  another: { outcome: 'fail', sentence: 'The device will start another drive, or either of the two.' },
  'does not': { outcome: 'fail', sentence: 'As it is, the device will not start from it.' },
  'not told': { outcome: 'unknown', sentence: 'Whether it starts cannot be told from what is known.' },
};

/** What the first start with the new drive will come to, before it is fitted: a sentence and a remedy, no promise. */
export function FirstStart({ job }: { job: JobView }) {
  const told = firstStartOf(job.snapshot);
  if (!told) return null;
  const { outcome, sentence } = OUTCOMES[told.outcome];
  return (
    <Sheet title="Will it start?" aside="a look at the finished drive, no promise">
      <p style={{ marginBottom: 8 }}>
        <OutcomeMark outcome={outcome} /> <b>{sentence}</b>
      </p>
      <Ledger reasons={told.reasons} />
    </Sheet>
  );
}
