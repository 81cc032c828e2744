import type { Station } from '@udrel/core/stations';
import { Link } from 'react-router';
import type { StationState } from '@udrel/core/steps';
import { stationPath } from '../../paths/station-path';
import styles from '../../features/job/job.module.css';

const WORDS = {
  done: 'done',
  open: 'hands needed',
  running: 'running by itself',
  ahead: 'ahead',
  left: 'not needed any more',
  absent: '',
} as const;

/** The stations that the wishes need, each with its number and state. */
export function Track({ tag, stations, here }: { tag: string; stations: readonly StationState[]; here: Station }) {
  return (
    <nav aria-label="Stations">
      <ol className={styles.track}>
        {stations.map(({ station, number, state }) => (
          <li key={station} className={styles.stop} data-state={state}>
            <Link
              to={`/jobs/${tag}/${stationPath(station)}`}
              className={styles.stopLink}
              aria-current={station === here ? 'step' : undefined}
            >
              <span className={styles.diamond} />
              <span className="sub mono" aria-hidden>
                {number}
              </span>{' '}
              {station}
              <span className="unseen">, {WORDS[state]}</span>
            </Link>
          </li>
        ))}
      </ol>
    </nav>
  );
}
