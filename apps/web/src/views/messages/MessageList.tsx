import { useDeferredValue, useState } from 'react';
import { useSearchParams } from 'react-router';
import { messageEndpoints, urlOf } from '@udrel/contract/endpoints';
import { MESSAGE_SORTS, MESSAGE_STATES, type MessageSort } from '@udrel/contract/shapes';
import type { MessageFilter, MessageView } from '@udrel/contract/types';
import { MESSAGE_KINDS } from '@udrel/core/messages';
import { useMessageCountQuery, useMessagesInfiniteQuery, useMessagesToSeeQuery } from '../../api/after';
import { readingOf } from '../../features/list/filter-words';
import { ChosenFilter, TickedFilter, TypedFilter } from '../../features/list/filters';
import { List } from '../../features/list/List';
import type { Column } from '../../features/list/ListTable';
import { fileOf, orderIn, sortOf } from '../../features/list/order';
import { moment } from '../../format/time';
import { Tag } from '../../ui';
import styles from '../../features/list/list-table.module.css';
import { MessageDialog } from './MessageDialog';

const FIELDS = ['find', 'state', 'kind', 'open'] as const;

function filterOf(given: URLSearchParams): MessageFilter {
  const { text, known, tick } = readingOf(given);
  return { ...text('find'), ...known('state', MESSAGE_STATES), ...known('kind', MESSAGE_KINDS), ...tick('open') };
}

const COLUMNS: readonly Column<MessageView, MessageSort>[] = [
  { id: 'made', title: 'Made', by: 'made', width: 150, always: true, cell: ({ madeAt }) => moment(madeAt) },
  { id: 'kind', title: 'About', width: 110, cell: ({ kind }) => kind },
  { id: 'tag', title: 'Job', width: 92, cell: ({ tag }) => <Tag tag={tag} /> },
  { id: 'customer', title: 'Customer', cell: ({ customer }) => customer },
  {
    id: 'by',
    title: 'By',
    cell: ({ channel, address }) => (
      <>
        {channel} <span className="mono sub">{address || 'nothing known'}</span>
      </>
    ),
  },
  {
    id: 'state',
    title: 'State',
    width: 220,
    cell: ({ state, settledAt, why, tries }) => (
      <span title={why}>
        {state === 'failed' ? <b className="danger">failed</b> : state}
        <span className="sub">
          {state === 'waiting' && tries > 0 && `, tried ${tries} times`}
          {settledAt && ` ${moment(settledAt)}`}
        </span>
      </span>
    ),
  },
];

/** Every message, the newest first; what waits for somebody is one filter away. */
export function MessageList() {
  const [given] = useSearchParams();
  const [open, setOpen] = useState<MessageView | null>(null);
  const { data: toSee } = useMessagesToSeeQuery();
  const filter = useDeferredValue(filterOf(given));
  const order = orderIn(given, MESSAGE_SORTS, { by: 'made', way: 'down' });
  const asked = { ...filter, ...sortOf(order) };
  return (
    <>
      <div className={styles.filters}>
        <h1>Messages</h1>
        <TypedFilter name="find" label="Customer, job or words in it" width={240} />
        <ChosenFilter name="kind" label="About" options={MESSAGE_KINDS} width={130} />
        <ChosenFilter name="state" label="State" options={MESSAGE_STATES} width={130} />
        <TickedFilter name="open" label="To be seen to" />
        {toSee?.standIn && (
          <a href={toSee.standIn} target="_blank" rel="noreferrer">
            What came in at the demo’s stand-in
          </a>
        )}
      </div>
      <List
        kept="messages"
        title="Messages"
        words={['message', 'messages']}
        columns={COLUMNS}
        usuallyHidden={[]}
        fields={FIELDS}
        order={order}
        pages={useMessagesInfiniteQuery(asked)}
        count={useMessageCountQuery(filter).currentData}
        file={fileOf(urlOf(messageEndpoints.messageExport), asked)}
        keyOf={({ id }) => id}
        open={setOpen}
        empty="No message is like that. Which are made, and how they go, the owner says under How they go."
      />
      {open && <MessageDialog key={open.id} message={open} close={() => setOpen(null)} />}
    </>
  );
}
