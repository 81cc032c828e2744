import type { Station } from '@udrel/core/stations';
import type { ReactNode } from 'react';
import { may } from '@udrel/contract/permissions';
import type { JobView } from '@udrel/contract/types';
import { useSessionQuery } from '../../api/api';
import { AssessStation } from './assess/AssessStation';
import { BookedStation } from './booked/BookedStation';
import { CopyStation } from './copy/CopyStation';
import { HandOverStation } from './hand-over/HandOverStation';
import { MatchStation } from './match/MatchStation';
import { PlanStation } from './plan/PlanStation';
import { ProveStation } from './prove/ProveStation';
import { StationSide } from './StationSide';
import { SwapStation } from './swap/SwapStation';
import styles from '../../features/job/job.module.css';

/** Stations of the counter too; the others are the bench's. */
const COUNTER: readonly Station[] = ['Book in', 'Hand over'];

/** The work of one station, beside it its steps and gates. A closed job, and what is not one's own, is only looked at. */
export function StationPage({ job, station }: { job: JobView; station: Station }) {
  const role = useSessionQuery().data?.staff?.role;
  const foreign = !COUNTER.includes(station) && !may(role, 'work on a job');
  const onlyLooking = job.closedAt !== null || foreign;
  if (station === 'Match') {
    return (
      <div key={station} role="group" aria-label={station}>
        {foreign && <Foreign />}
        <MatchStation job={job} side={<StationSide job={job} station={station} />} disabled={onlyLooking} />
      </div>
    );
  }
  if (station === 'Plan') {
    return (
      <div key={station} role="group" aria-label={station}>
        {foreign && <Foreign />}
        <PlanStation job={job} side={<StationSide job={job} station={station} />} disabled={onlyLooking} />
      </div>
    );
  }
  return (
    <div className={styles.station}>
      <fieldset key={station} disabled={onlyLooking} className={styles.work} aria-label={station}>
        {foreign && <Foreign />}
        <div className={styles.column}>{work(job, station)}</div>
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

function work(job: JobView, station: Exclude<Station, 'Match' | 'Plan'>): ReactNode {
  switch (station) {
    case 'Book in':
      return <BookedStation job={job} />;
    case 'Assess':
      return <AssessStation job={job} />;
    case 'Copy':
      return <CopyStation job={job} />;
    case 'Swap':
      return <SwapStation job={job} />;
    case 'Prove':
      return <ProveStation job={job} />;
    case 'Hand over':
      return <HandOverStation job={job} />;
  }
}
