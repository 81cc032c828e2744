import type { Station } from '@udrel/core/stations';
import { Suspense } from 'react';
import { may } from '@udrel/contract/permissions';
import type { JobView } from '@udrel/contract/types';
import { useSessionQuery } from '../../api/api';
import { Empty } from '../../ui';
import { StationSide } from './StationSide';
import { STATION_PAGES, STATION_WORK } from './stations';
import styles from '../../features/job/job.module.css';

/** Stations of the counter too; the others are the bench's. */
const COUNTER: readonly Station[] = ['Book in', 'Hand over'];

/** The work of one station, beside it its steps and gates. A closed job, and what is not one's own, is only looked at. */
export function StationPage({ job, station }: { job: JobView; station: Station }) {
  const role = useSessionQuery().data?.staff?.role;
  const foreign = !COUNTER.includes(station) && !may(role, 'work on a job');
  // Money is taken, billed and given back after closing too: that station says itself what of it is over.
  const onlyLooking = (job.closedAt !== null && station !== 'Hand over') || foreign;
  if (station === 'Match' || station === 'Plan') {
    const Page = STATION_PAGES[station];
    return (
      <div key={station} role="group" aria-label={station}>
        {foreign && <Foreign />}
        <Suspense fallback={<Empty>Opening {station} …</Empty>}>
          <Page job={job} side={<StationSide job={job} station={station} />} disabled={onlyLooking} />
        </Suspense>
      </div>
    );
  }
  const Work = STATION_WORK[station];
  return (
    <div className={styles.station}>
      <fieldset key={station} disabled={onlyLooking} className={styles.work} aria-label={station}>
        {foreign && <Foreign />}
        <div className={styles.column}>
          <Suspense fallback={<Empty>Opening {station} …</Empty>}>
            <Work job={job} />
          </Suspense>
        </div>
      </fieldset>
      <div className={styles.column}>
        <StationSide job={job} station={station} />
      </div>
    </div>
  );
}

function Foreign() {
  return <p className={styles.notice}>This is work of the bench: from the counter it is only looked at.</p>;
}
