import type { JobView } from '@udrel/contract/types';
import { binary, soldName } from '@udrel/core/capacity';
import { fullMoment } from '../../format/time';
import { money } from '../../format/units';
import { FactList } from '../../ui';
import { Code } from './Code';
import styles from './print.module.css';

/** What the customer gets for the device that stays here. */
export function Receipt({ job, shop }: { job: JobView; shop: string }) {
  const wishes = job.snapshot.wishes.map(({ kind, least }) =>
    kind === 'memory'
      ? `memory, at least ${binary(least)} in all`
      : `new drive of at least ${soldName(least)}, everything comes along`,
  );
  return (
    <article className={styles.paper}>
      <header className={styles.head}>
        <div>
          <h1>{shop}</h1>
          <p>Receipt for a device left with us</p>
          <p className="sub">
            Order {job.order}, {fullMoment(job.bookedAt)}
          </p>
        </div>
        <div style={{ textAlign: 'center' }}>
          <Code text={job.tag} />
          <div className="mono">{job.tag}</div>
        </div>
      </header>
      <FactList
        rows={[
          ['Customer', `${job.customer.name}${job.customer.phone ? `, ${job.customer.phone}` : ''}`],
          ['Device', `${job.device.model.maker} ${job.device.model.name}, serial ${job.device.serial}`],
          ['Wish', wishes.join('; ')],
          ['Complaint', job.complaint],
          ['Condition on arrival', job.condition || 'nothing noted'],
          ['Left with us', job.things.map((thing) => thing.name).join(', ') || 'nothing'],
          ['Promised', job.promisedAt ? fullMoment(job.promisedAt) : 'no promise'],
          ['Price agreed', job.price === null ? 'not agreed yet' : money(job.price)],
        ]}
      />
      <div className={styles.sign}>Customer</div>
    </article>
  );
}
