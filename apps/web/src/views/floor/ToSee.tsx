import { Link } from 'react-router';
import type { StaysToSee } from '@udrel/contract/types';
import { useMessagesToSeeQuery, useStaysToSeeQuery } from '../../api/after';
import { calendarDay } from '../../format/time';
import { TroubleNote } from '../../ui';
import styles from './floor.module.css';

/** What wants hands at the counter: customers to be told, and what stays with us longer than agreed or is not found. */
export default function ToSee() {
  return (
    <>
      <Messages />
      <Stays />
    </>
  );
}

function Messages() {
  const { data, error } = useMessagesToSeeQuery();
  if (!data) return error ? <TroubleNote error={error} /> : null;
  const { toLookAt, failed, declined, stayedAway } = data;
  if (toLookAt + failed + declined.length + stayedAway.length === 0) return null;
  return (
    <section aria-labelledby="to-tell" className={styles.ready}>
      <div className={styles.head}>
        <h2 id="to-tell">Customers to be told</h2>
        <span className="sub">
          {toLookAt > 0 && (
            <Link to="/messages?state=to+look+at">
              {toLookAt} {toLookAt === 1 ? 'message' : 'messages'} to look at
            </Link>
          )}
          {toLookAt > 0 && failed > 0 && ', '}
          {failed > 0 && (
            <Link to="/messages?state=failed" className="danger">
              {failed} failed
            </Link>
          )}
        </span>
      </div>
      {declined.length + stayedAway.length > 0 && (
        <ul className={styles.fetch}>
          {declined.map(({ order, tag, customer }) => (
            <li key={order}>
              <Link to={`/jobs/${tag}/match`} className="mono">
                {tag}
              </Link>{' '}
              <span className="sub">{customer} said no to the quote</span>
            </li>
          ))}
          {stayedAway.map(({ tag, customer, days }) => (
            <li key={tag}>
              <Link to={`/jobs/${tag}/hand-over`} className="mono">
                {tag}
              </Link>{' '}
              <span className="sub">
                {customer}, ready for {days} days: call, or end it as not collected
              </span>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}

function Stays() {
  const { data, error } = useStaysToSeeQuery();
  if (!data) return error ? <TroubleNote error={error} /> : null;
  return data.first.length === 0 ? null : <StaysFound stays={data} />;
}

function StaysFound({ stays: { due, missing, first } }: { stays: StaysToSee }) {
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
