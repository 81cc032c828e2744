import type { ReadyView } from '@udrel/contract/types';
import { Tag } from '../../ui';
import styles from './floor.module.css';

/** What is done and waits for its customer: nobody at the bench has to see to it. */
export function ReadyToFetch({ ready }: { ready: readonly ReadyView[] }) {
  return (
    <section aria-labelledby="ready" className={styles.ready}>
      <div className={styles.head}>
        <h2 id="ready">Ready to be fetched</h2>
        <span className="sub">
          {ready.length} {ready.length === 1 ? 'job waits' : 'jobs wait'} for the customer
        </span>
      </div>
      <ul className={styles.fetch}>
        {ready.map((one) => (
          <li key={one.tag} title={`${one.device}: ${one.next}`}>
            <Tag tag={one.tag} /> <span className="sub">{one.customer}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}
