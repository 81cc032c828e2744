import type { JobView } from '@udrel/contract/types';
import { soldName } from '@udrel/core/capacity';
import { ownLabel, type LabelledRole } from '@udrel/core/identity';
import { Empty } from '../../ui';
import { Code } from './Code';
import styles from './print.module.css';

const WORDS: Readonly<Record<LabelledRole, string>> = {
  old: 'OLD: is read',
  new: 'NEW: is written to',
  added: 'ADDED: is written to',
};

/** Labels for the drives of a job whose own cannot be read; scanned, they identify the drive they are stuck on. */
export function DriveLabels({ job }: { job: JobView }) {
  const { 'old drive': old, 'drive choice': fresh, 'added choice': added } = job.snapshot.facts;
  const drives = [
    ...(old ? [{ role: 'old' as const, drive: old }] : []),
    ...(fresh ? [{ role: 'new' as const, drive: fresh }] : []),
    ...(added ? [{ role: 'added' as const, drive: added }] : []),
  ];
  if (drives.length === 0) return <Empty>No drive of this job is known yet.</Empty>;
  return (
    <>
      {drives.map(({ role, drive }) => (
        <article key={role} className={styles.tagPaper}>
          <Code text={ownLabel(job.tag, role)} />
          <div>
            <div className={styles.big}>{job.tag}</div>
            <div>
              <b>{WORDS[role]}</b>
            </div>
            <div className="mono">{drive.serial}</div>
            <div>
              {drive.maker} {drive.name}, {soldName(drive.bytes, drive.sectorSize)}
            </div>
          </div>
        </article>
      ))}
    </>
  );
}
