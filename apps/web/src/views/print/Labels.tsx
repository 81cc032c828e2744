import type { JobView } from '@udrel/contract/types';
import { Code } from '../../features/code/Code';
import styles from './print.module.css';

/** A label for everything that lies here for the job: tag and number, as text and as a 2-D code. */
export function Labels({ job, shop }: { job: JobView; shop: string }) {
  const here = job.belongings.filter((belonging) => !belonging.back);
  return (
    <>
      {here.map((belonging) => (
        <article key={belonging.id} className={styles.tagPaper}>
          <Code text={`${job.tag}-${belonging.number}`} />
          <div>
            <div className={styles.big}>
              {job.tag}-{belonging.number}
            </div>
            <div>{belonging.name}</div>
            {belonging.place && <div className="mono">{belonging.place}</div>}
            <div>{shop}</div>
          </div>
        </article>
      ))}
    </>
  );
}
