import type { JobView } from '@udrel/contract/types';
import { Code } from './Code';
import styles from './print.module.css';

/** A label for everything that lies here for the job: tag and number, as text and as a 2-D code. */
export function Labels({ job, shop }: { job: JobView; shop: string }) {
  const here = job.things.filter((thing) => !thing.back);
  return (
    <>
      {here.map((thing) => (
        <article key={thing.id} className={styles.tagPaper}>
          <Code text={`${job.tag}-${thing.number}`} />
          <div>
            <div className={styles.big}>
              {job.tag}-{thing.number}
            </div>
            <div>{thing.name}</div>
            {thing.place && <div className="mono">{thing.place}</div>}
            <div>{shop}</div>
          </div>
        </article>
      ))}
    </>
  );
}
