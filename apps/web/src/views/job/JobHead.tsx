import type { JobView } from '@udrel/contract/types';
import { moment, slackWords } from '../../format/time';
import { Tag } from '../../ui';
import styles from './job.module.css';

/** Tag, customer, device, promise and slack. */
export function JobHead({ job }: { job: JobView }) {
  const slack = slackWords(job.slack);
  return (
    <div className={styles.head}>
      <Tag tag={job.tag} large />
      <h1 className={styles.title} title={job.customer.name}>
        {job.customer.name}{' '}
        <span className="sub" style={{ fontWeight: 400 }}>
          {job.device.model.maker} {job.device.model.name}, <span className="mono">{job.device.serial}</span>
        </span>
      </h1>
      <div className={styles.promise}>
        {job.closedAt ? (
          <span className={styles.closed}>closed {moment(job.closedAt)}</span>
        ) : (
          <>
            <span className="sub">promised</span>{' '}
            <b className="mono">{job.promisedAt ? moment(job.promisedAt) : '–'}</b>
            <span className={slack.late ? `${styles.slack} danger` : styles.slack}>{slack.text}</span>
          </>
        )}
      </div>
    </div>
  );
}
