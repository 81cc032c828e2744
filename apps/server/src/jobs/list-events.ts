import type { EventSort } from '@udrel/contract/shapes';
import type { EventFilter, EventView } from '@udrel/contract/types';
import { escapeLike } from '../platform/database/like';
import type { Listed } from '../platform/database/listed';
import { toldEvent, type StoredEvent } from './view-job';

/** The whole history of one job as a list. */
export const EVENT_LIST: Listed<EventFilter & { jobId: string }, EventSort, StoredEvent, EventView> = {
  from: 'event e',
  alias: 'e',
  joins: 'join staff s on s.id = e.by',
  joined: ['s'],
  tie: { key: 'e.seq', type: 'int' },
  sorts: { number: { key: 'e.seq', type: 'int', usually: 'down' }, person: { key: 'lower(s.name)', type: 'text' } },
  usual: 'number',
  columns: 'e.seq, e.kind, e.data, e.corrects, s.name as by, e.at',
  conditions: ({ jobId, person, notes, from, until }, value) => [
    `e.job_id = ${value(jobId)}`,
    ...(person ? [`s.name ilike ${value(`%${escapeLike(person)}%`)}`] : []),
    ...(notes ? ["e.kind = 'note'"] : []),
    ...(from ? [`e.at >= ${value(from)}::timestamptz`] : []),
    ...(until ? [`e.at < ${value(until)}::timestamptz`] : []),
  ],
  row: toldEvent,
  file: {
    columns: ['seq', 'at', 'by', 'kind', 'sentence', 'corrects'],
    line: (row) => ({ ...row, corrects: row.corrects.join(' ') }),
  },
};
