import Button from '@mui/material/Button';
import { useDeferredValue } from 'react';
import { useWatch } from 'react-hook-form';
import { Link } from 'react-router';
import { useWhatIfQuery } from '../../api/after';
import { fromShopClock } from '../../format/shop-formats';
import { duration, fieldMoment, moment } from '../../format/time';
import { OutcomeMark, TroubleNote } from '../../ui';
import type { DeviceFields } from './booking-form';
import styles from './book-in.module.css';

/** Slips that are named; of more it is said how many. */
const NAMED = 3;

/** When it can honestly be promised with all that is open, and what else would be late if it is promised as typed. */
export function HonestPromise({ form, at }: DeviceFields) {
  const [wishes, promised] = useWatch({ control: form.control, name: [`${at}.wishes`, `${at}.promised`] });
  const typed = useDeferredValue(promised);
  const promisedAt = typed === '' ? null : fromShopClock(typed);
  const dated = promisedAt !== null && !Number.isNaN(promisedAt.getTime()) ? promisedAt.toISOString() : null;
  const { currentData: found, error } = useWhatIfQuery({
    wishes: wishes.map(({ kind }) => kind).join(','),
    ...(dated ? { promisedAt: dated } : {}),
  });
  if (error) return <TroubleNote error={error} />;
  if (!found) return <p className={`sub ${styles.honest}`}>Looking through what is open …</p>;
  const { usually, late, promise, slips, open, hands } = found;
  const short = dated !== null && dated < late;
  return (
    <div className={styles.honest} role="status">
      <OutcomeMark outcome={short ? 'limit' : 'pass'} />
      <div>
        With {open} open {open === 1 ? 'job' : 'jobs'} and {hands} at the bench it is usually ready{' '}
        <b>{moment(usually)}</b>, nine times in ten by <b>{moment(late)}</b>
        {short ? ': later than what is promised.' : '.'}
        {slips.length > 0 && (
          <div className="danger">
            Promised so, it makes late:{' '}
            {slips.slice(0, NAMED).map(({ tag, customer, by }, n) => (
              <span key={tag}>
                {n > 0 && ', '}
                <Link to={`/jobs/${tag}`}>{tag}</Link> {customer} by {duration(by * 60)}
              </span>
            ))}
            {slips.length > NAMED && `, and ${slips.length - NAMED} more`}
          </div>
        )}
      </div>
      {short && (
        <Button onClick={() => form.setValue(`${at}.promised`, fieldMoment(new Date(promise)), { shouldDirty: true })}>
          Promise {moment(promise)}
        </Button>
      )}
    </div>
  );
}
