import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import type { JobView } from '@udrel/contract/types';
import { moment } from '../../format/time';
import { Sheet, TroubleNote } from '../../ui';
import { useTyped } from '../../ui/typed';
import { useJobChange } from './useJobChange';
import styles from './job.module.css';

/** What happened, newest first, and a note to add. */
export function History({ job }: { job: JobView }) {
  const [text, setText, forget] = useTyped({ address: `/jobs/${job.tag}`, what: 'note' }, '');
  const { change, busy, error } = useJobChange(job);
  const add = async () => {
    if (!(await change('/notes', { text }))) return;
    setText('');
    forget();
  };
  return (
    <Sheet title="History" aside={`${job.version} entries`}>
      {!job.closedAt && (
        <form
          style={{ display: 'flex', gap: 8, marginBottom: 8 }}
          onSubmit={(event) => {
            event.preventDefault();
            void add();
          }}
        >
          <TextField id="note" label="Note" value={text} onChange={(event) => setText(event.target.value)} />
          <Button type="submit" disabled={busy || text.trim() === ''}>
            Add
          </Button>
        </form>
      )}
      <TroubleNote error={error} />
      <ol className={styles.history} tabIndex={0} aria-label="History">
        {job.history.map((event) => (
          <li key={event.seq}>
            <span className="mono sub">{moment(event.at)}</span>
            <span>
              {event.sentence}
              {event.seq > 0 && <span className="sub mono"> #{event.seq}</span>}
            </span>
            <span className="sub">{event.by}</span>
          </li>
        ))}
      </ol>
    </Sheet>
  );
}
