import Button from '@mui/material/Button';
import { useNavigate } from 'react-router';
import type { HandsView } from '@udrel/contract/types';
import { duration, slackWords } from '../../format/time';
import { stationPath } from '../../paths/station-path';
import { Tag } from '../../ui';
import { isPressing, type Planned } from './planned';
import styles from './floor.module.css';

/** How many of what wants hands now are laid into colour. */
const NEXT = 3;

/** Who has the job in hand, or that it was put down and how. */
function Held({ holding: { claimed, handOff } }: Pick<HandsView, 'holding'>) {
  if (claimed) return <>, in hand: {claimed.name}</>;
  if (!handOff) return null;
  return (
    <b>
      , put down by {handOff.by}
      {handOff.next ? `: ${handOff.next}` : ''}
    </b>
  );
}

/** One thing that hands must do next: when, what, for which job, how long, and a button that leads to it. */
export function HandsRow(props: {
  row: HandsView;
  at: number;
  of: number;
  measure: (row: HTMLLIElement | null) => void;
  planned: Planned | null;
  /** Whose rows begin here, where they are told apart. */
  head: string | undefined;
}) {
  const { row, at, of, measure, planned, head } = props;
  const hands = planned?.hands.get(row.tag);
  const navigate = useNavigate();
  const minutes = Math.round(row.inMinutes);
  const slack = slackWords(row.slack);
  const urgent = isPressing(row, planned);
  return (
    <li
      ref={measure}
      data-index={at}
      aria-posinset={at + 1}
      aria-setsize={of}
      className={[styles.row, urgent && styles.now, urgent && at < NEXT && styles.next].filter(Boolean).join(' ')}
    >
      {head !== undefined && <h3 className={styles.whose}>{head}</h3>}
      <span className={styles.when}>
        {minutes > 0 ? (
          `in ${duration(minutes * 60)}`
        ) : planned && hands && !row.step.calls ? (
          <planned.When hands={hands} now={Date.parse(planned.schedule.now)} />
        ) : (
          'now'
        )}
      </span>
      <div style={{ minWidth: 0 }}>
        <div className={styles.what}>{row.step.title}</div>
        <div className={`${styles.for} sub`} title={`${row.device}, ${row.customer}`}>
          <Tag tag={row.tag} /> {row.device} / {row.customer}
          <Held holding={row.holding} />
        </div>
      </div>
      <span className="figure sub">
        {row.step.minutes} min
        <span className={slack.late ? `${styles.slack} danger` : 'unseen'} style={{ display: 'block' }}>
          {slack.late ? 'late' : slack.text}
        </span>
      </span>
      <span className={styles.does}>
        {planned?.Take && hands && (!row.holding.claimed || hands.begin) && minutes === 0 && (
          <planned.Take hands={hands} />
        )}
        <Button
          onClick={() => void navigate(`/jobs/${row.tag}/${stationPath(row.step.station)}`)}
          aria-label={`Open ${row.tag}: ${row.step.title}`}
        >
          Open
        </Button>
      </span>
    </li>
  );
}
