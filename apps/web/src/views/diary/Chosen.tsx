import Button from '@mui/material/Button';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import type { DiaryView } from '@udrel/contract/types';
import { useAgreeBeginMutation, useSettleVisitMutation } from '../../api/after';
import { moment } from '../../format/time';
import { TroubleNote } from '../../ui';
import { Spoken } from '../../ui/Spoken';
import { VisitDialog } from './VisitDialog';
import styles from './diary.module.css';

/** What is chosen in the diary, and what can be done with it. */
export function Chosen({ tag, diary }: { tag: string; diary: DiaryView }) {
  const visit = diary.visits.find((one) => one.tag === tag);
  return visit ? <ChosenVisit key={tag} visit={visit} /> : <ChosenJob key={tag} tag={tag} diary={diary} />;
}

function ChosenVisit({ visit }: { visit: DiaryView['visits'][number] }) {
  const [changing, setChanging] = useState(false);
  const [settle, { error, isLoading }] = useSettleVisitMutation();
  const navigate = useNavigate();
  const end = async (as: 'came' | 'cancelled') => {
    const { data } = await settle({ id: visit.id, body: { as } });
    // They stand at the counter: what was agreed is on the page on which they are booked in.
    if (data && as === 'came') void navigate('/book-in', { state: { visit } });
  };
  return (
    <div className={styles.chosen} role="status">
      <span>
        <b>{visit.tag}</b> {visit.customer} {visit.phone && <span className="mono">{visit.phone}</span>} comes{' '}
        <b>{moment(visit.at)}</b>: {visit.wishes.join(', ')}
        {visit.note && <span className="sub">. {visit.note}</span>}
      </span>
      <span className={styles.does}>
        <Button onClick={() => setChanging(true)}>Change …</Button>
        <Button disabled={isLoading} onClick={() => void end('cancelled')}>
          Will not come
        </Button>
        <Button disabled={isLoading} onClick={() => void end('came')}>
          Came: book in
        </Button>
      </span>
      <TroubleNote error={error} />
      {changing && <VisitDialog visit={visit} close={() => setChanging(false)} />}
    </div>
  );
}

function ChosenJob({ tag, diary }: { tag: string; diary: DiaryView }) {
  const [agree, { error, isLoading }] = useAgreeBeginMutation();
  const pieces = diary.lanes.flatMap(({ pieces: all, name }) =>
    all.filter((one) => one.tag === tag).map((one) => ({ ...one, lane: name })),
  );
  const promise = diary.promises.find((one) => one.tag === tag);
  const next = pieces.find(({ version }) => version !== null);
  const version = next?.version;
  return (
    <div className={styles.chosen} role="status">
      <div>
        <Link to={`/jobs/${tag}`} className="mono">
          {tag}
        </Link>{' '}
        {pieces[0]?.customer ?? promise?.customer}
        {promise && (
          <>
            , promised <b>{moment(promise.promisedAt)}</b>, ready <Spoken range={promise} />
            {promise.asks && <span className="sub">, once its customer has answered</span>}
          </>
        )}
        <ul className={styles.pieces}>
          {pieces
            .sort((one, other) => (one.from < other.from ? -1 : 1))
            .map((one) => (
              <li key={`${one.from} ${one.lane}`}>
                <span className="mono">
                  <Spoken range={{ early: one.from, usually: one.from, late: one.until }} />
                </span>{' '}
                {one.lane}: {one.what}
              </li>
            ))}
        </ul>
      </div>
      {next?.agreedAt && version !== null && version !== undefined && (
        <Button disabled={isLoading} onClick={() => void agree({ tag, body: { version, at: null } })}>
          Begins as it comes
        </Button>
      )}
      <TroubleNote error={error} />
    </div>
  );
}
