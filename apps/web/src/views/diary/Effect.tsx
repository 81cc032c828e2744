import { Link } from 'react-router';
import type { MovedView } from '@udrel/contract/types';
import { useMovedQuery } from '../../api/after';
import { duration, moment } from '../../format/time';
import { OutcomeMark, TroubleNote } from '../../ui';
import { Spoken } from '../../ui/Spoken';
import styles from './diary.module.css';

/** What moving something to a moment does to promises. */
export function Effect({ tag, at }: { tag: string; at: string }) {
  const { currentData: moved, error } = useMovedQuery({ tag, at });
  if (error) return <TroubleNote error={error} />;
  return (
    <div className={styles.effect} role="status">
      <OutcomeMark outcome={moved && moved.slips.length > 0 ? 'limit' : 'pass'} />
      <div>
        <b>{tag}</b> from <b>{moment(at)}</b>
        {moved ? <Told moved={moved} /> : ': looking through what is open …'}
      </div>
    </div>
  );
}

function Told({ moved: { ready, slips, gains } }: { moved: MovedView }) {
  return (
    <>
      : ready <Spoken range={ready} />. {slips.length === 0 && gains.length === 0 && 'No promise moves by it.'}
      {slips.length > 0 && (
        <span className="danger">
          Late by it: <Named of={slips} />.{' '}
        </span>
      )}
      {gains.length > 0 && (
        <>
          Less late: <Named of={gains} />.
        </>
      )}
    </>
  );
}

/** Jobs that are named; of more it is said how many. */
const NAMED = 4;

function Named({ of }: { of: MovedView['slips'] }) {
  return (
    <>
      {of.slice(0, NAMED).map(({ tag, customer, by }, n) => (
        <span key={tag}>
          {n > 0 && ', '}
          {tag.startsWith('B-') ? tag : <Link to={`/jobs/${tag}`}>{tag}</Link>} {customer} by {duration(by * 60)}
        </span>
      ))}
      {of.length > NAMED && `, and ${of.length - NAMED} more`}
    </>
  );
}
