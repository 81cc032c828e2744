import type { JobView } from '@udrel/contract/types';
import styles from '../../../features/job/job.module.css';

/** That a job ends without its work, and what is left to do. */
export function EndNotice({ job }: { job: JobView }) {
  const { end } = job.snapshot;
  if (!end) return null;
  const left = job.procedure.steps.filter((step) => step.state !== 'done').map((step) => step.title);
  return (
    <p className={styles.notice}>
      <b>Ends without work: {end.kind}.</b> {left.length > 0 && `Left to do: ${left.join('; ')}.`}
    </p>
  );
}
