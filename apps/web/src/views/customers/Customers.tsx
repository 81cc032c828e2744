import { useDeferredValue } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import { shopEndpoints, urlOf } from '@udrel/contract/endpoints';
import { CUSTOMER_SORTS, type CustomerSort } from '@udrel/contract/shapes';
import type { CustomerFilter, CustomerRow } from '@udrel/contract/types';
import { useCustomerCountQuery, useCustomerRowsInfiniteQuery } from '../../api/api';
import { readingOf } from '../../features/list/filter-words';
import { TickedFilter, TypedFilter } from '../../features/list/filters';
import { List } from '../../features/list/List';
import type { Column } from '../../features/list/ListTable';
import { fileOf, orderIn, sortOf } from '../../features/list/order';
import { dayOf } from '../../format/time';
import { BringInCards } from './BringInCards';
import styles from '../../features/list/list-table.module.css';

const FIELDS = ['find', 'open'] as const;

function filterOf(given: URLSearchParams): CustomerFilter {
  const { text, tick } = readingOf(given);
  return { ...text('find'), ...tick('open') };
}

const COLUMNS: readonly Column<CustomerRow, CustomerSort>[] = [
  { id: 'name', title: 'Name', by: 'name', always: true, cell: ({ name }) => name },
  { id: 'phone', title: 'Phone', width: 180, cell: ({ phone }) => <span className="mono">{phone || '–'}</span> },
  { id: 'email', title: 'Mail', wideOnly: true, cell: ({ email }) => email || '–' },
  { id: 'open', title: 'Open', figure: true, width: 90, cell: ({ openJobs }) => (openJobs > 0 ? openJobs : '–') },
  { id: 'jobs', title: 'Jobs', figure: true, width: 90, cell: ({ jobs }) => jobs },
  {
    id: 'since',
    title: 'Since',
    by: 'since',
    figure: true,
    width: 130,
    wideOnly: true,
    cell: ({ since }) => dayOf(since),
  },
];

/** Everybody who brought something, by name; a row opens their card. */
export default function Customers() {
  const [given] = useSearchParams();
  const navigate = useNavigate();
  const filter = useDeferredValue(filterOf(given));
  const order = orderIn(given, CUSTOMER_SORTS, { by: 'name', way: 'up' });
  const asked = { ...filter, ...sortOf(order) };
  return (
    <>
      <title>Customers, Udrel</title>
      <div className={styles.filters}>
        <h1>Customers</h1>
        <TypedFilter name="find" label="Name or phone number" width={220} />
        <TickedFilter name="open" label="with an open job" />
        <BringInCards />
      </div>
      <List
        kept="customers"
        title="Customers"
        words={['customer', 'customers']}
        columns={COLUMNS}
        usuallyHidden={[]}
        fields={FIELDS}
        order={order}
        pages={useCustomerRowsInfiniteQuery(asked)}
        count={useCustomerCountQuery(filter).currentData}
        file={fileOf(urlOf(shopEndpoints.customerExport), asked)}
        keyOf={({ id }) => id}
        open={({ id }) => void navigate(`/customers/${id}`)}
        empty="Nobody is called like that. Whoever is new is made when a job is booked in."
      />
    </>
  );
}
