import type { JobView } from '@udrel/contract/types';
import { soldName } from '@udrel/core/capacity';
import { targetKey } from '@udrel/core/facts';
import { TARGET_IDS } from '@udrel/core/layout';
import { ownLabel, type LabelledRole } from '@udrel/core/identity';
import { Empty } from '../../ui';
import { Code } from '../../features/code/Code';
import styles from './print.module.css';

const wordsOf = (role: LabelledRole) => `${role.toUpperCase()}: is ${role === 'old' ? 'read' : 'written to'}`;

/** Labels for the drives of a job whose own cannot be read; scanned, they identify the drive they are stuck on. */
export function DriveLabels({ job }: { job: JobView }) {
  const { facts } = job.snapshot;
  const drives = (['old', ...TARGET_IDS] as const).flatMap((role) => {
    const drive = facts[role === 'old' ? 'old drive' : targetKey(role, 'choice')];
    return drive ? [{ role, drive }] : [];
  });
  if (drives.length === 0) return <Empty>No drive of this job is known yet.</Empty>;
  return (
    <>
      {drives.map(({ role, drive }) => (
        <article key={role} className={styles.tagPaper}>
          <Code text={ownLabel(job.tag, role)} />
          <div>
            <div className={styles.big}>{job.tag}</div>
            <div>
              <b>{wordsOf(role)}</b>
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
