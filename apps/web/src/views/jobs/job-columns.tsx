import type { JobSort } from '@udrel/contract/shapes';
import type { JobRow } from '@udrel/contract/types';
import type { Column } from '../../features/list/ListTable';
import { moment } from '../../format/time';
import { Tag } from '../../ui';

/** What can be shown of each job in the list. */
export const JOB_COLUMNS: readonly Column<JobRow, JobSort>[] = [
  { id: 'tag', title: 'Tag', by: 'tag', always: true, width: 92, cell: ({ tag }) => <Tag tag={tag} /> },
  { id: 'order', title: 'Order', cell: ({ order }) => String(order), figure: true, width: 70 },
  { id: 'customer', title: 'Customer', by: 'customer', cell: ({ customer }) => customer },
  { id: 'device', title: 'Device', by: 'device', cell: ({ device }) => device, roomy: true },
  { id: 'serial', title: 'Serial', cell: ({ serial }) => <span className="mono">{serial}</span> },
  { id: 'wish', title: 'Wish', cell: ({ wish }) => wish, roomy: true },
  {
    id: 'station',
    title: 'Station',
    by: 'station',
    wideOnly: true,
    width: 100,
    cell: ({ closedAt, station }) => (closedAt ? 'closed' : station),
  },
  { id: 'next', title: 'Next', cell: ({ closedAt, next }) => (closedAt ? '' : next) },
  { id: 'technician', title: 'In hand', by: 'technician', cell: ({ technician }) => technician || '–' },
  {
    id: 'booked',
    title: 'Booked',
    by: 'booked',
    figure: true,
    width: 160,
    wideOnly: true,
    cell: ({ bookedAt }) => moment(bookedAt),
  },
  {
    id: 'promised',
    title: 'Promised',
    by: 'promised',
    figure: true,
    width: 160,
    wideOnly: true,
    cell: ({ promisedAt }) => (promisedAt ? moment(promisedAt) : '–'),
  },
  {
    id: 'closed',
    title: 'Closed',
    by: 'closed',
    figure: true,
    width: 160,
    wideOnly: true,
    cell: ({ closedAt }) => (closedAt ? moment(closedAt) : '–'),
  },
];

/** What is left out until somebody wants it. */
export const USUALLY_HIDDEN: readonly string[] = ['order', 'serial', 'technician', 'booked', 'closed'];
