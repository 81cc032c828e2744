import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import type { JobView } from '@udrel/contract/types';
import { useChangeJobMutation } from '../../api/api';
import { moment } from '../../format/time';
import { Sheet, TroubleNote } from '../../ui';
import styles from './job.module.css';

/** What happened, newest first, and a note to add. */
export function History({ job }: { job: JobView }) {
  const [text, setText] = useState('');
  const [send, { error, isLoading }] = useChangeJobMutation();
  const add = async () => {
    const answer = await send({ tag: job.tag, path: '/notes', body: { text } });
    if (!answer.error) setText('');
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
          <Button type="submit" disabled={isLoading || text.trim() === ''}>
            Add
          </Button>
        </form>
      )}
      <TroubleNote error={error} />
      <ol className={styles.history} tabIndex={0} aria-label="History">
        {job.history.map((event) => (
          <li key={event.seq}>
            <span className="mono sub">{moment(event.at)}</span>
            <span>{event.sentence}</span>
            <span className="sub">{event.by}</span>
          </li>
        ))}
      </ol>
    </Sheet>
  );
}
