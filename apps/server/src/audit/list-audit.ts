import { AUDITED } from '@udrel/contract/audited';
import type { JobEvent } from '@udrel/contract/events';
import type { AuditSort } from '@udrel/contract/shapes';
import type { AuditFilter, AuditRow } from '@udrel/contract/types';
import { sentenceOf } from '../jobs/event-sentences';
import { wordsIn } from '../platform/database/database';
import { escapeLike } from '../platform/database/like';
import type { Listed } from '../platform/database/listed';
import { auditSentence } from './audit';

interface StoredRow {
  id: string;
  at: Date;
  by: string;
  kind: string;
  data: Record<string, unknown>;
  corrects: number[];
  tag: string | null;
}

const KINDS: readonly string[] = Object.values(AUDITED).flat();
const { access: _access, accounts: _accounts, shop: _shop, ...ofJobs } = AUDITED;
/** What of it is noted in the histories of jobs. There is an index of these: one more wants it made anew. */
const KINDS_OF_JOBS: readonly string[] = Object.values(ofJobs).flat();

/** Accounts and access, and what jobs have that an owner looks back at; both are read by an index of their time. */
export const AUDIT_LIST: Listed<AuditFilter, AuditSort, StoredRow, AuditRow> = {
  from: `(select u.id::text as id, u.at, u.by, u.kind, u.data, '[]'::jsonb as corrects, null::uuid as job_id from audit u
          union all
          select (e.job_id::text || '.' || e.seq::text), e.at, e.by, e.kind, e.data, e.corrects, e.job_id
            from event e where e.kind in ${wordsIn(KINDS_OF_JOBS)}) a`,
  alias: 'a',
  joins: 'left join staff s on s.id = a.by left join job j on j.id = a.job_id',
  joined: ['s', 'j'],
  tie: { key: 'a.id', type: 'text' },
  sorts: {
    time: { key: 'a.at', type: 'timestamptz', usually: 'down' },
    person: { key: "coalesce(lower(s.name), '')", type: 'text' },
  },
  usual: 'time',
  columns: `a.id, a.at, a.kind, a.data, a.corrects, j.tag,
            coalesce(s.name, case when a.kind in ('password reset', 'backup key set') then 'at the server' else 'nobody' end) as by`,
  conditions: ({ group, person, tag, from, until }, value) => [
    `a.kind in ${wordsIn(group ? AUDITED[group] : KINDS)}`,
    ...(person ? [`s.name ilike ${value(`%${escapeLike(person)}%`)}`] : []),
    ...(tag ? [`j.tag = ${value(tag.trim().toUpperCase())}`] : []),
    ...(from ? [`a.at >= ${value(from)}::timestamptz`] : []),
    ...(until ? [`a.at < ${value(until)}::timestamptz`] : []),
  ],
  row: ({ data, corrects, at, ...row }) => {
    const sentence = auditSentence(row.kind, data) ?? sentenceOf({ kind: row.kind, data, corrects } as JobEvent);
    return { ...row, at: at.toISOString(), sentence };
  },
  file: { columns: ['at', 'by', 'kind', 'tag', 'sentence'], line: (row) => row },
};
