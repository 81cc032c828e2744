import Dialog from '@mui/material/Dialog';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { jobEndpoints, urlOf } from '@udrel/contract/endpoints';
import { EVENT_SORTS, type EventSort } from '@udrel/contract/shapes';
import type { EventFilter, EventView } from '@udrel/contract/types';
import { useDeferredValue, useState } from 'react';
import { useParams, useSearchParams } from 'react-router';
import { useEventCountQuery, useEventsInfiniteQuery } from '../../api/api';
import { readingOf } from '../../features/list/filter-words';
import { DayFilter, TickedFilter, TypedFilter } from '../../features/list/filters';
import { List } from '../../features/list/List';
import type { Column } from '../../features/list/ListTable';
import { fileOf, orderIn, sortOf } from '../../features/list/order';
import { fullMoment, moment } from '../../format/time';
import { Tag } from '../../ui';
import styles from '../../features/list/list-table.module.css';

const FIELDS = ['person', 'notes', 'from', 'until'] as const;

function filterOf(given: URLSearchParams): EventFilter {
  const { text, tick, days } = readingOf(given);
  return { ...text('person'), ...tick('notes'), ...days() };
}

const COLUMNS: readonly Column<EventView, EventSort>[] = [
  { id: 'seq', title: 'No.', by: 'number', figure: true, width: 70, cell: ({ seq }) => seq },
  { id: 'at', title: 'When', width: 170, cell: ({ at }) => moment(at) },
  { id: 'what', title: 'What', always: true, cell: ({ sentence }) => sentence },
  { id: 'by', title: 'Who', by: 'person', width: 190, wideOnly: true, cell: ({ by }) => by },
];

/** The whole history of a job as a list. */
export default function HistoryPage() {
  const { tag: given = '' } = useParams();
  const tag = given.toUpperCase();
  const [search] = useSearchParams();
  const filter = useDeferredValue(filterOf(search));
  const order = orderIn(search, EVENT_SORTS, { by: 'number', way: 'down' });
  const asked = { ...filter, ...sortOf(order) };
  const [read, setRead] = useState<EventView | null>(null);
  return (
    <>
      <title>{`${tag} history, Udrel`}</title>
      <div className={styles.filters}>
        <h1>
          History of <Tag tag={tag} />
        </h1>
        <TypedFilter name="person" label="Who" width={150} />
        <DayFilter name="from" label="From" />
        <DayFilter name="until" label="Until" />
        <TickedFilter name="notes" label="notes alone" />
      </div>
      <List
        kept="history"
        title="History"
        words={['entry', 'entries']}
        columns={COLUMNS}
        usuallyHidden={[]}
        fields={FIELDS}
        order={order}
        pages={useEventsInfiniteQuery({ tag, ...asked })}
        count={useEventCountQuery({ tag, ...filter }).currentData}
        file={fileOf(urlOf(jobEndpoints.eventExport, { tag }), asked)}
        keyOf={({ seq }) => String(seq)}
        open={setRead}
        empty="Nothing of that is recorded."
      />
      {read && (
        <Dialog open onClose={() => setRead(null)} fullWidth maxWidth="sm" aria-labelledby="entry-title">
          <DialogTitle id="entry-title">
            Entry {read.seq} of {tag}
          </DialogTitle>
          <DialogContent>
            <p style={{ overflowWrap: 'anywhere' }}>{read.sentence}</p>
            <p className="sub">
              {read.by}, {fullMoment(read.at)}
              {read.corrects.length > 0 && `; puts right ${read.corrects.join(', ')}`}
            </p>
          </DialogContent>
        </Dialog>
      )}
    </>
  );
}
