import { useBerthsQuery } from '../../api/api';
import { useCallForHands } from '../this-browser/hands-call';
import styles from './shell.module.css';

/** How many berths are busy: hatched runs by itself, marigold wants hands. */
export function BenchLights() {
  const { data = [] } = useBerthsQuery(undefined, { pollingInterval: 60_000, skipPollingIfUnfocused: true });
  useCallForHands();
  const busy = data.filter((berth) => berth.busy).length;
  return (
    <div className={styles.bench} aria-label={`Bench: ${busy} of ${data.length} berths busy`} role="status">
      <span className={styles.benchWord}>Bench</span>
      {data.slice(0, 12).map(({ number, busy: tag, handsWanted }) => {
        const look = handsWanted ? styles.hands : tag ? styles.busy : '';
        const words = tag ? `${tag}${handsWanted ? ', wants hands' : ''}` : 'free';
        return <span key={number} className={`${styles.berth} ${look}`} title={`Berth ${number}: ${words}`} />;
      })}
      <span className="mono">
        {busy} of {data.length}
      </span>
    </div>
  );
}
