import Button from '@mui/material/Button';
import { useDeferredValue, useState } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import { moneyEndpoints, urlOf } from '@udrel/contract/endpoints';
import { BILL_SORTS, BILL_STATES, type BillSort } from '@udrel/contract/shapes';
import type { BillFilter, BillRow } from '@udrel/contract/types';
import { useBillCountQuery, useBillsInfiniteQuery } from '../../api/api';
import { readingOf } from '../../features/list/filter-words';
import { ChosenFilter, DayFilter, TypedFilter } from '../../features/list/filters';
import { List } from '../../features/list/List';
import type { Column } from '../../features/list/ListTable';
import { fileOf, orderIn, sortOf } from '../../features/list/order';
import { calendarDay, today } from '../../format/time';
import { money } from '../../format/units';
import { Tag } from '../../ui';
import { DayField } from '../../ui/days/DayField';
import styles from '../../features/list/list-table.module.css';

const FIELDS = ['find', 'state', 'from', 'until'] as const;

function filterOf(given: URLSearchParams): BillFilter {
  const { text, known, calendarDays } = readingOf(given);
  return { ...text('find'), ...known('state', BILL_STATES), ...calendarDays() };
}

const COLUMNS: readonly Column<BillRow, BillSort>[] = [
  {
    id: 'number',
    title: 'Number',
    by: 'number',
    always: true,
    width: 180,
    cell: ({ kind, number }) => (
      <>
        <span className="mono">{number}</span> {kind === 'credit note' && <span className="sub">credit note</span>}
      </>
    ),
  },
  { id: 'tag', title: 'Job', width: 92, cell: ({ tag }) => <Tag tag={tag} /> },
  { id: 'customer', title: 'Customer', by: 'customer', cell: ({ customer }) => customer },
  {
    id: 'phone',
    title: 'Phone',
    cell: ({ phone }) => <span className="mono">{phone}</span>,
    width: 140,
    wideOnly: true,
  },
  {
    id: 'issued',
    title: 'Issued',
    figure: true,
    width: 120,
    wideOnly: true,
    cell: ({ issued }) => calendarDay(issued),
  },
  {
    id: 'due',
    title: 'To be paid until',
    by: 'due',
    figure: true,
    width: 210,
    cell: ({ kind, due, open }) =>
      kind === 'bill' ? (
        <>
          {open > 0 && due < today() && <b className="danger">overdue </b>}
          {calendarDay(due)}
        </>
      ) : (
        '–'
      ),
  },
  {
    id: 'total',
    title: 'Total',
    by: 'total',
    figure: true,
    width: 120,
    cell: ({ kind, total }) => money(kind === 'bill' ? total : -total),
  },
  { id: 'open', title: 'Open', figure: true, width: 120, cell: ({ open }) => (open > 0 ? money(open) : '–') },
];

/** Every bill and credit note; those that are not paid in time are one filter away. */
export function Bills() {
  const [given] = useSearchParams();
  const navigate = useNavigate();
  const filter = useDeferredValue(filterOf(given));
  const order = orderIn(given, BILL_SORTS, { by: 'number', way: 'down' });
  const asked = { ...filter, ...sortOf(order) };
  return (
    <>
      <div className={styles.filters}>
        <h1>Bills</h1>
        <TypedFilter name="find" label="Number, customer or order" width={220} />
        <ChosenFilter name="state" label="Payment" options={BILL_STATES} width={120} />
        <DayFilter name="from" label="From" />
        <DayFilter name="until" label="Until" />
        <DayBook />
      </div>
      <List
        kept="bills"
        title="Bills"
        words={['bill', 'bills']}
        columns={COLUMNS}
        usuallyHidden={[]}
        fields={FIELDS}
        order={order}
        pages={useBillsInfiniteQuery(asked)}
        count={useBillCountQuery(filter).currentData}
        file={fileOf(urlOf(moneyEndpoints.billExport), asked)}
        keyOf={({ id }) => id}
        open={({ tag }) => void navigate(`/jobs/${tag}/hand-over`)}
        empty="No bill is like that. Bills are written where a job is handed over."
      />
    </>
  );
}

/** All that was billed and paid on a day, as a file. */
function DayBook() {
  const [day, setDay] = useState(today());
  return (
    <>
      <DayField label="Book of the day" value={day} onChange={setDay} width={180} />
      <Button component="a" href={`${urlOf(moneyEndpoints.dayBookExport)}?day=${day}`} disabled={day === ''}>
        Save the book
      </Button>
    </>
  );
}
