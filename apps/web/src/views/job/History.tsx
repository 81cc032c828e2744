import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { Link } from 'react-router';
import type { EventView, JobView } from '@udrel/contract/types';
import { useHistoryInfiniteQuery } from '../../api/api';
import { moment } from '../../format/time';
import { Sheet, TroubleNote } from '../../ui';
import { useTypedText } from '../../features/typed/typed';
import { useJobChange } from '../../features/job/useJobChange';
import styles from '../../features/job/job.module.css';

function Entry({ event }: { event: EventView }) {
  return (
    <li>
      <span className="mono sub">{moment(event.at)}</span>
      <span>
        {event.sentence}
        {event.seq > 0 && <span className="sub mono"> #{event.seq}</span>}
      </span>
      <span className="sub">{event.by}</span>
    </li>
  );
}

/** Entries before those that came with the job, page by page, once they are asked for. */
function Earlier({ tag, from }: { tag: string; from: number }) {
  const [asked, setAsked] = useState(false);
  const pages = useHistoryInfiniteQuery({ tag, before: from }, { skip: !asked });
  const events = pages.data?.pages.flatMap((page) => page.events) ?? [];
  const left = (events.at(-1)?.seq ?? from) - 1;
  return (
    <>
      {events.map((event) => (
        <Entry key={event.seq} event={event} />
      ))}
      <TroubleNote error={pages.error} />
      {left > 0 && (
        <li>
          <Button disabled={pages.isFetching} onClick={() => (asked ? void pages.fetchNextPage() : setAsked(true))}>
            {left} earlier {left === 1 ? 'entry' : 'entries'}
          </Button>
        </li>
      )}
    </>
  );
}

/** What happened, newest first, and a note to add. */
export function History({ job }: { job: JobView }) {
  const [text, setText, taken] = useTypedText({ address: `/jobs/${job.tag}`, what: 'note' });
  const { change, busy, error } = useJobChange(job);
  const first = job.history.findLast(({ seq }) => seq > 0)?.seq ?? 1;
  const add = async () => {
    if (await change('addNote', { text })) taken(text);
  };
  return (
    <Sheet title="History" aside={<Link to={`/jobs/${job.tag}/history`}>{job.version} entries</Link>}>
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
          <Entry key={event.seq} event={event} />
        ))}
        {first > 1 && <Earlier key={first} tag={job.tag} from={first} />}
      </ol>
    </Sheet>
  );
}
