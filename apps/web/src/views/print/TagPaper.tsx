import type { JobView } from '@udrel/contract/types';
import { fullMoment } from '../../format/time';
import { Code } from '../../features/code/Code';
import styles from './print.module.css';

/** The tag that goes on the device: short code, 2-D code, what it is and until when. */
export function TagPaper({ job, shop }: { job: JobView; shop: string }) {
  return (
    <article className={styles.tagPaper}>
      <Code text={job.tag} />
      <div>
        <div className={styles.big}>{job.tag}</div>
        <div>
          {job.device.model.maker} {job.device.model.name}
        </div>
        <div className="mono">{job.device.serial}</div>
        {job.promisedAt && <div>promised {fullMoment(job.promisedAt)}</div>}
        <div>{shop}</div>
      </div>
    </article>
  );
}
