import { Link } from 'react-router';
import type { BackupLate, StaysToSee } from '@udrel/contract/types';
import { may } from '@udrel/contract/permissions';
import { useSessionQuery } from '../../api/api';
import { useBackupStateQuery, useMessagesToSeeQuery, useSetUpProgressQuery, useStaysToSeeQuery } from '../../api/after';
import { calendarDay, moment } from '../../format/time';
import { TroubleNote } from '../../ui';
import styles from './floor.module.css';

/** What wants hands beside the bench: customers to be told, what stays with us longer than agreed or is not found, the shop that is not backed up. */
export default function ToSee() {
  return (
    <>
      <Messages />
      <Stays />
      <Backups />
      <SetUp />
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

const EACH_QUARTER = { pollingInterval: 900_000, skipPollingIfUnfocused: true };

function Backups() {
  const { data, error } = useBackupStateQuery(undefined, EACH_QUARTER);
  if (!data) return error ? <TroubleNote error={error} /> : null;
  return data.late && <NotBackedUp late={data.late} />;
}

function NotBackedUp({ late: { key, since, problem } }: { late: BackupLate }) {
  const role = useSessionQuery().data?.staff?.role;
  return (
    <section aria-labelledby="backups" className={styles.ready}>
      <div className={styles.head}>
        <h2 id="backups">The shop is not backed up</h2>
        <span className="sub">
          {key ? (since ? `since ${moment(since)}` : 'not once yet') : 'there is no key for it yet'}
        </span>
      </div>
      <p>
        {problem}{' '}
        {may(role, 'keep the shop safe') ? (
          <Link to="/shop?page=keeping">{key ? 'See what was tried' : 'Make the key'}</Link>
        ) : (
          'Tell the owner.'
        )}
      </p>
    </section>
  );
}

/** A shop that is not set up yet, for whoever sets it up. */
function SetUp() {
  const role = useSessionQuery().data?.staff?.role;
  const { data } = useSetUpProgressQuery(undefined, { skip: !may(role, 'set rates') });
  const open = data?.steps.filter(({ state }) => state === 'open').length ?? 0;
  if (!data || data.over || open === 0) return null;
  return (
    <section aria-labelledby="set-up" className={styles.ready}>
      <div className={styles.head}>
        <h2 id="set-up">The shop is not set up yet</h2>
        <span className="sub">
          {open} {open === 1 ? 'step is' : 'steps are'} open
        </span>
      </div>
      <p>
        <Link to="/shop/set-up">Go on with the set-up</Link>
      </p>
    </section>
  );
}
