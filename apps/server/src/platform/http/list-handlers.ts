import type { CountView, Page } from '@udrel/contract/types';
import { countListed, listedLines, listPage, type Listed } from '../database/listed';
import type { Call, STREAMED } from './handlers';
import { sendCsv } from './send-csv';

/** What answers for a list: a page of it, how many there are, and all of it as a file. */
export function listHandlers<Filter, Sort extends string, Stored extends object, Row>(
  name: string,
  kind: Listed<Filter, Sort, Stored, Row>,
) {
  type Query = Filter & { sort?: Sort | undefined; way?: 'up' | 'down' | undefined; after?: string | undefined };
  return {
    page: ({ manager, now }: Call, query: Query): Promise<Page<Row>> => listPage(manager, kind, query, now),
    count: ({ manager, now }: Call, filter: Filter): Promise<CountView> => countListed(manager, kind, filter, now),
    file: ({ reports, now, response }: Call, query: Query): Promise<typeof STREAMED> =>
      sendCsv(response, name, kind.file.columns, listedLines(reports.manager, kind, query, now)),
  };
}
