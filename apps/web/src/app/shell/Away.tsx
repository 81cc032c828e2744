import Button from '@mui/material/Button';
import { useEffect } from 'react';
import { useSelector } from 'react-redux';
import { useBegun } from '../../features/typed/typed';
import { readOutbox } from '../../outbox/outbox';
import { useAppDispatch } from '../../store/dispatch';
import type { State } from '../../store/store';
import { Sheet } from '../../ui';
import { KeptEntry } from './KeptEntry';
import styles from './shell.module.css';

/** The application without its server: nothing of the shop can be shown, but what this browser keeps. */
export function Away() {
  const dispatch = useAppDispatch();
  const entries = useSelector((state: State) => state.outbox.entries);
  const begun = useBegun();
  useEffect(() => void dispatch(readOutbox()), [dispatch]);
  return (
    <main className={styles.away}>
      <title>No connection, Udrel</title>
      <h1>No connection</h1>
      <p role="status">
        The server does not answer. It is asked for every few seconds, and what you wanted opens once it is back.
      </p>
      <Sheet
        title="Kept in this browser"
        aside={entries.length === 0 ? 'nothing waits to be sent' : `${entries.length}`}
      >
        {entries.length > 0 && (
          <ul className={styles.kept}>
            {entries.map((entry) => (
              <KeptEntry key={entry.id} entry={entry} mine={false} />
            ))}
          </ul>
        )}
        {begun.length > 0 && <p className="sub">Typed and not recorded yet: {begun.map(nameOf).join(', ')}.</p>}
      </Sheet>
      <Button onClick={() => location.reload()}>Try now</Button>
    </main>
  );
}

const nameOf = ({ address, what }: { address: string; what: string }) =>
  [/^\/jobs\/([^/]+)/.exec(address)?.[1], what].filter(Boolean).join(' ');
