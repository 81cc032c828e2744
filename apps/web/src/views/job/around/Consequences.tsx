import type { ConsideredView } from '@udrel/contract/types';
import { TroubleNote } from '../../../ui';
import styles from '../../../features/job/job.module.css';

/** What a correction would lead to, by what it is about. */
export function Consequences({ considered, error }: { considered: ConsideredView | undefined; error: unknown }) {
  if (error) return <TroubleNote error={error} />;
  if (!considered) return <p className="sub">Working out what that means …</p>;
  if (considered.consequences.length === 0) return <p>This changes nothing else.</p>;
  return (
    <section aria-label="What that means">
      <h2>What that means</h2>
      <dl className={styles.consequences}>
        {considered.consequences.map(({ about, sentence }, index) => (
          <div key={index}>
            <dt>{about}</dt>
            <dd>{sentence}</dd>
          </div>
        ))}
      </dl>
    </section>
  );
}
