import { useDeferredValue, useState } from 'react';
import { useSearchParams } from 'react-router';
import { custodyEndpoints, urlOf } from '@udrel/contract/endpoints';
import { STAY_SORTS, STAY_STATES, type StaySort } from '@udrel/contract/shapes';
import type { StayFilter, StayView } from '@udrel/contract/types';
import { useStayCountQuery, useStaysInfiniteQuery } from '../../api/after';
import { readingOf } from '../../features/list/filter-words';
import { ChosenFilter, TypedFilter } from '../../features/list/filters';
import { List } from '../../features/list/List';
import type { Column } from '../../features/list/ListTable';
import { fileOf, orderIn, sortOf } from '../../features/list/order';
import { calendarDay, dayOf, today } from '../../format/time';
import styles from '../../features/list/list-table.module.css';
import { StayDialog } from './StayDialog';

const FIELDS = ['find', 'state'] as const;

function filterOf(given: URLSearchParams): StayFilter {
  const { text, known } = readingOf(given);
  return { ...text('find'), ...known('state', STAY_STATES) };
}

const COLUMNS: readonly Column<StayView, StaySort>[] = [
  {
    id: 'label',
    title: 'Label',
    by: 'label',
    always: true,
    width: 110,
    cell: ({ label }) => <span className="mono">{label}</span>,
  },
  {
    id: 'name',
    title: 'What',
    cell: ({ name, serial }) => (
      <>
        {name} {serial && <span className="mono sub">{serial}</span>}
      </>
    ),
  },
  { id: 'customer', title: 'Customer', by: 'customer', width: 190, cell: ({ customer }) => customer },
  {
    id: 'why',
    title: 'Why it is here',
    width: 230,
    cell: ({ stay, open, gone, missingSince }) =>
      gone ? (
        gone
      ) : (
        <>
          {missingSince && <b className="danger">missing </b>}
          {stay ?? (open ? 'its job is open' : 'left behind')}
        </>
      ),
  },
  { id: 'place', title: 'Place', by: 'place', width: 110, cell: ({ place }) => place || 'not noted' },
  {
    id: 'until',
    title: 'Kept until',
    by: 'until',
    figure: true,
    width: 190,
    cell: ({ until, gone, goneAt }) =>
      gone && goneAt ? (
        `went ${dayOf(goneAt)}`
      ) : until === null ? (
        'no day agreed'
      ) : (
        <>
          {until < today() && <b className="danger">due </b>}
          {calendarDay(until)}
        </>
      ),
  },
];

/** What lies here for whom, where and until when; pressing one moves it, keeps it longer or gives it back. */
export function Here() {
  const [given] = useSearchParams();
  const [open, setOpen] = useState<StayView | null>(null);
  const filter = useDeferredValue(filterOf(given));
  const order = orderIn(given, STAY_SORTS, { by: 'until', way: 'up' });
  const asked = { ...filter, ...sortOf(order) };
  return (
    <>
      <div className={styles.filters}>
        <h1>What stays</h1>
        <TypedFilter name="find" label="Label, thing, serial, place or customer" width={300} />
        <ChosenFilter name="state" label="Which" options={STAY_STATES} width={150} />
      </div>
      <List
        kept="stays"
        title="What stays"
        words={['thing', 'things']}
        columns={COLUMNS}
        usuallyHidden={[]}
        fields={FIELDS}
        order={order}
        pages={useStaysInfiniteQuery(asked)}
        count={useStayCountQuery(filter).currentData}
        file={fileOf(urlOf(custodyEndpoints.stayExport), asked)}
        keyOf={({ id }) => id}
        open={setOpen}
        empty="Nothing lies here after its job. What does is noted where a job is handed over."
      />
      {open && <StayDialog key={open.id} stay={open} close={() => setOpen(null)} />}
    </>
  );
}
