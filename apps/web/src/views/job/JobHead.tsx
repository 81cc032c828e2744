import { Link } from 'react-router';
import type { Station } from '@udrel/core/stations';
import type { JobView } from '@udrel/contract/types';
import { moment, slackWords } from '../../format/time';
import { Tag } from '../../ui';
import { Holding } from './around/Holding';
import { JobMenu } from './around/JobMenu';
import styles from '../../features/job/job.module.css';

/** Tag, customer, device, who has it in hand, what lies beside the path, promise and slack. */
export function JobHead({ job, station }: { job: JobView; station: Station }) {
  const slack = slackWords(job.slack);
  return (
    <div className={styles.head}>
      <Tag tag={job.tag} large />
      <h1 className={styles.title} title={job.customer.name}>
        <Link to={`/customers/${job.customer.id}`} className={styles.whose}>
          {job.customer.name}
        </Link>{' '}
        <span className="sub" style={{ fontWeight: 400 }}>
          {job.device.model.maker} {job.device.model.name}, <span className="mono">{job.device.serial}</span>
        </span>
      </h1>
      {!job.closedAt && (
        <div className={styles.around}>
          <Holding job={job} />
          <JobMenu job={job} station={station} />
        </div>
      )}
      <div className={styles.promise}>
        {job.closedAt ? (
          <span className={job.snapshot.end ? styles.ended : styles.closed}>
            {job.snapshot.end ? job.snapshot.end.kind : 'closed'} {moment(job.closedAt)}
          </span>
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
