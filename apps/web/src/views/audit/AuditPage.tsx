import { AUDIT_GROUPS } from '@udrel/contract/audited';
import { shopEndpoints, urlOf } from '@udrel/contract/endpoints';
import { AUDIT_SORTS, type AuditSort } from '@udrel/contract/shapes';
import type { AuditFilter, AuditRow } from '@udrel/contract/types';
import { useDeferredValue } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import { useAuditCountQuery, useAuditInfiniteQuery } from '../../api/api';
import { readingOf } from '../../features/list/filter-words';
import { ChosenFilter, DayFilter, TypedFilter } from '../../features/list/filters';
import { List } from '../../features/list/List';
import type { Column } from '../../features/list/ListTable';
import { fileOf, orderIn, sortOf } from '../../features/list/order';
import { moment } from '../../format/time';
import { Tag } from '../../ui';
import styles from '../../features/list/list-table.module.css';

const FIELDS = ['group', 'person', 'tag', 'from', 'until'] as const;

function filterOf(given: URLSearchParams): AuditFilter {
  const { text, known, days } = readingOf(given);
  return { ...known('group', AUDIT_GROUPS), ...text('person'), ...text('tag'), ...days() };
}

const COLUMNS: readonly Column<AuditRow, AuditSort>[] = [
  { id: 'at', title: 'When', by: 'time', width: 170, cell: ({ at }) => moment(at) },
  { id: 'what', title: 'What', always: true, cell: ({ sentence }) => sentence },
  { id: 'tag', title: 'Job', width: 92, cell: ({ tag }) => tag && <Tag tag={tag} /> },
  { id: 'by', title: 'Who', by: 'person', width: 190, wideOnly: true, cell: ({ by }) => by },
];

/** Everything that an owner looks back at: sign-ins, secrets shown, gates passed, corrections, money. */
export default function AuditPage() {
  const [given] = useSearchParams();
  const navigate = useNavigate();
  const filter = useDeferredValue(filterOf(given));
  const order = orderIn(given, AUDIT_SORTS, { by: 'time', way: 'down' });
  const asked = { ...filter, ...sortOf(order) };
  return (
    <>
      <title>Audit, Udrel</title>
      <div className={styles.filters}>
        <h1>Audit</h1>
        <ChosenFilter name="group" label="About" options={AUDIT_GROUPS} width={140} />
        <TypedFilter name="person" label="Who" width={150} />
        <TypedFilter name="tag" label="Job" width={100} />
        <DayFilter name="from" label="From" />
        <DayFilter name="until" label="Until" />
      </div>
      <List
        kept="audit"
        title="Audit"
        words={['entry', 'entries']}
        columns={COLUMNS}
        usuallyHidden={[]}
        fields={FIELDS}
        order={order}
        pages={useAuditInfiniteQuery(asked, { refetchOnMountOrArgChange: true })}
        count={useAuditCountQuery(filter, { refetchOnMountOrArgChange: true }).currentData}
        file={fileOf(urlOf(shopEndpoints.auditExport), asked)}
        keyOf={({ id }) => id}
        open={({ tag }) => tag && void navigate(`/jobs/${tag}/history`)}
        empty="Nothing of that is noted."
      />
    </>
  );
}
