import { Link } from 'react-router';
import { useStaysToSeeQuery } from '../../api/api';
import { calendarDay } from '../../format/time';
import { TroubleNote } from '../../ui';
import styles from './floor.module.css';

/** What stays with us and wants hands: kept longer than was agreed, or not found at its place. */
export default function StaysToSee() {
  const { data, error } = useStaysToSeeQuery();
  if (!data) return error ? <TroubleNote error={error} /> : null;
  if (data.first.length === 0) return null;
  const { due, missing, first } = data;
  return (
    <section aria-labelledby="stays" className={styles.ready}>
      <div className={styles.head}>
        <h2 id="stays">What stays with us</h2>
        <span className="sub">
          {due > 0 && <Link to="/stays?state=due">{due} due</Link>}
          {due > 0 && missing > 0 && ', '}
          {missing > 0 && (
            <Link to="/stays?state=missing" className="danger">
              {missing} missing
            </Link>
          )}
        </span>
      </div>
      <ul className={styles.fetch}>
        {first.map(({ label, name, customer, until, missing: gone }) => (
          <li key={label}>
            <Link to={`/stays?find=${label}`} className="mono">
              {label}
            </Link>{' '}
            {name}{' '}
            <span className="sub">
              {customer}
              {gone ? ', missing' : until ? `, kept until ${calendarDay(until)}` : ''}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
