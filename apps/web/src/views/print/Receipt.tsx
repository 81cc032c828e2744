import type { JobView } from '@udrel/contract/types';
import { MARKS, receiptRows } from '@udrel/core/customer-paper';
import { day, fullMoment } from '../../format/time';
import { money } from '../../format/units';
import { FactList } from '../../ui';
import { ConditionOutline } from '../../features/device/ConditionOutline';
import { Code } from '../../features/code/Code';
import { Logo } from '../../features/logo/Logo';
import styles from './print.module.css';

/** What the customer gets for the device that stays here. */
export function Receipt({ job, shop }: { job: JobView; shop: string }) {
  const { snapshot, customer, device, complaint, condition, belongings, promisedAt, price } = job;
  const rows = receiptRows(
    {
      ...{ snapshot, complaint, condition, promisedAt, price, customer: customer.name, phone: customer.phone },
      ...{ device: `${device.model.maker} ${device.model.name}`, serial: device.serial },
      loose: belongings.flatMap(({ number, name }) => (number > 0 ? [name] : [])),
    },
    { moment: fullMoment, day, money },
  );
  const marks = snapshot.facts['condition marks']?.marks ?? [];
  return (
    <article className={styles.paper}>
      <header className={styles.head}>
        <div>
          <Logo />
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
        rows={rows.map(
          ({ name, value }) => [name, name === MARKS ? <ConditionOutline marks={marks} /> : value] as const,
        )}
      />
      <div className={styles.sign}>Customer</div>
    </article>
  );
}
