import type { ReactNode } from 'react';
import type { JobView } from '@udrel/contract/types';
import { binary, soldName } from '@udrel/core/capacity';
import { linkName } from '@udrel/core/links';
import type { FactKey, JobFacts } from '@udrel/core/steps';
import { moment } from '../../format/time';
import { Empty, Sheet } from '../../ui';
import styles from './job.module.css';

type Telling = { [K in FactKey]?: (value: NonNullable<JobFacts[K]>) => ReactNode };

/** How each fact is told in a line; facts that are shown elsewhere are left out. */
const TELLING: Telling = {
  'old drive': (drive) => `${drive.maker} ${drive.name}, ${soldName(drive.bytes, drive.sectorSize)}, ${drive.serial}`,
  'other drives': ({ drives }) => drives.map((one) => `${one.name}, ${one.serial}`).join('; ') || 'none',
  'partition table': (table) => {
    const locked = table.partitions.filter((one) => one.encrypted).map((one) => one.name);
    const words = `${table.scheme.toUpperCase()}, ${table.partitions.length} partitions`;
    return locked.length > 0 ? `${words}; encrypted: ${locked.join(', ')}` : `${words}, none encrypted`;
  },
  health: ({ grade, note }) => (note ? `${grade}: ${note}` : grade),
  memory: ({ modules }) =>
    modules.length > 0 ? modules.map((one) => `${one.slot} ${binary(one.bytes)}`).join(', ') : 'no module in a slot',
  'drive choice': (drive) =>
    `${drive.maker} ${drive.name}, ${soldName(drive.bytes, drive.sectorSize)}, ${drive.serial}, ${linkName(drive.link)}`,
  'memory choice': (set) => `${set.count} × ${set.maker} ${set.name}, ${binary(set.total)} in all`,
  plan: ({ route, partitions }) => `${partitions.length} partitions, ${route}`,
  'old drive stays': ({ where }) => where,
};

/** What is known of the job, each with where it came from and when. */
export function FactsPanel({ job }: { job: JobView }) {
  const rows = job.origins.flatMap((origin) => {
    const key = origin.key as FactKey;
    const tell = TELLING[key] as ((value: unknown) => ReactNode) | undefined;
    const value = job.snapshot.facts[key];
    return tell && value ? [{ ...origin, told: tell(value) }] : [];
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
        <ul className={styles.history}>
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
