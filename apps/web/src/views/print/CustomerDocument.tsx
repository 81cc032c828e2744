import type { JobView } from '@udrel/contract/types';
import { customerPaper } from '@udrel/core/customer-paper';
import { fullMoment, longDay } from '../../format/time';
import { figure } from '../../format/shop-formats';
import { shopNow } from '../../format/shop-now';
import { FactList } from '../../ui';
import { Logo } from '../../features/logo/Logo';
import styles from './print.module.css';

/** What was done, or found, in words the customer understands: the same as stands on its paper. */
export function CustomerDocument({ job, shop }: { job: JobView; shop: string }) {
  const { maker, name } = job.device.model;
  const { title, rows, start, measured, notes, signature } = customerPaper(
    { snapshot: job.snapshot, device: `${maker} ${name}`, complaint: job.complaint, guarantee: null },
    { day: longDay, figure },
  );
  return (
    <article className={styles.paper}>
      <header className={styles.head}>
        <div>
          <Logo />
          <h1>{shop}</h1>
          <p>{title}</p>
          <p className="sub">
            {job.customer.name}, job {job.tag}, serial {job.device.serial}
          </p>
        </div>
        <p className="sub">{fullMoment(job.closedAt ?? new Date(shopNow()).toISOString())}</p>
      </header>
      <FactList rows={rows.map(({ name: what, value }) => [what, told(what, value)])} />
      {start && <h2>{start}</h2>}
      {measured.length > 0 && (
        <table>
          <thead>
            <tr>
              <th>Measured alike before and after</th>
              <th className="figure">Before</th>
              <th className="figure">After</th>
              <th className="figure">Faster</th>
            </tr>
          </thead>
          <tbody>
            {measured.map((row) => (
              <tr key={row.name}>
                <td>{row.name}</td>
                <td className="figure">{row.before}</td>
                <td className="figure">{row.after}</td>
                <td className="figure">{row.faster}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {notes.map((note) => (
        <p key={note} style={{ marginTop: 14 }}>
          {note}
        </p>
      ))}
      <div className={styles.sign}>
        {signature?.path && (
          <svg viewBox="0 0 360 90" width="200" height="50" aria-hidden>
            <path d={signature.path} fill="none" stroke="#14312f" strokeWidth="2" />
          </svg>
        )}
        <div>{signature?.name ?? 'Signature'}</div>
      </div>
    </article>
  );
}

function told(what: string, value: string | string[]) {
  if (typeof value === 'string') return value;
  return (
    <ul aria-label={what} style={{ margin: 0, paddingLeft: 18 }}>
      {value.map((one, index) => (
        <li key={index}>{one}</li>
      ))}
    </ul>
  );
}
