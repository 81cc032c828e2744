import type { FactKey } from '@udrel/core/facts';
import type { JobView } from '@udrel/contract/types';
import { tellFact } from '../../format/facts';
import { moment } from '../../format/time';
import { Empty, Sheet } from '../../ui';
import styles from '../../features/job/job.module.css';

/** What is known of the job, each with where it came from and when. */
export function FactsPanel({ job }: { job: JobView }) {
  const rows = job.origins.flatMap((origin) => {
    const key = origin.key as FactKey;
    const told = tellFact(key, job.snapshot.facts[key]);
    return told ? [{ ...origin, told }] : [];
  });
  const { firmware } = job.device.model;
  const mode =
    firmware.uefi === null
      ? 'firmware mode not known'
      : firmware.uefi
        ? 'starts in UEFI mode'
        : 'starts in legacy mode';
  return (
    <Sheet title="Facts" aside={`${job.device.model.code}, ${mode}`}>
      {rows.length === 0 ? (
        <Empty>Nothing is known yet beyond the booking.</Empty>
      ) : (
        <ul className={styles.history} tabIndex={0} aria-label="Facts">
          {rows.map((row) => (
            <li key={row.key}>
              <span className="sub">{row.key}</span>
              <span>{row.told}</span>
              <span className="sub">
                {row.origin} {moment(row.at)}
              </span>
            </li>
          ))}
        </ul>
      )}
    </Sheet>
  );
}
