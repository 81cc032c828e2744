import DownloadOutlined from '@mui/icons-material/DownloadOutlined';
import Button from '@mui/material/Button';
import { useMemo, type ReactNode } from 'react';
import { useAddress } from './address';
import type { CountView, FilteredList, Page } from '@udrel/contract/types';
import { SHORT } from '../../api/define';
import { moment } from '../../format/time';
import { whole } from '../../format/units';
import { Empty, Loaded, Sheet } from '../../ui';
import { ColumnMenu, FilterMenu, useHidden } from './ListMenus';
import { ListTable, type Column, type Order } from './ListTable';
import { pressed } from './order';
import styles from './list-table.module.css';

/** What is asked of a list for its pages. */
interface Pages<Row> {
  data?: { pages: Page<Row>[] } | undefined;
  error?: unknown;
  hasNextPage: boolean;
  fetchNextPage: () => unknown;
  isFetching: boolean;
  fulfilledTimeStamp?: number | undefined;
  refetch: () => unknown;
}

interface Props<Row, By extends string> {
  /** What the browser and the account keep of it is kept under this name. */
  kept: FilteredList;
  /** What it is of: "Jobs"; one and many of them: "job", "jobs". */
  title: string;
  words: readonly [one: string, many: string];
  columns: readonly Column<Row, By>[];
  usuallyHidden: readonly string[];
  /** The fields of its filter, as they stand in the address. */
  fields: readonly string[];
  order: Order<By>;
  pages: Pages<Row>;
  count: CountView | undefined;
  /** Where all of it is as a file. */
  file: string;
  keyOf: (row: Row) => string;
  open: (row: Row) => void;
  /** What is said where there is none. */
  empty: ReactNode;
  /** Rows of which each is as high as what stands in it. */
  uneven?: boolean;
}

/** A list of the house: how many there are, kept filters, columns, a file of all, and the rows. Order and filter stand in the address. */
export function List<Row extends object, By extends string>(props: Props<Row, By>) {
  const { kept, title, words, columns, fields, pages, count, file, empty } = props;
  const { given, change } = useAddress();
  const [hidden, setHidden] = useHidden(kept, props.usuallyHidden);
  const { data, error, hasNextPage, fetchNextPage, isFetching, fulfilledTimeStamp, refetch } = pages;
  const rows = useMemo(() => data?.pages.flatMap((page) => page.rows) ?? [], [data]);
  // Turned from what the address says by now: a second press may come before the first is drawn.
  const press = (by: By) =>
    change((next) => {
      const { way } = pressed(next, by, props.order);
      next.set('sort', by);
      next.set('way', way);
    });
  return (
    <>
      <div className={styles.line}>
        <span role="status">{count || !error ? countWords(count, words) : ''}</span>
        {fields.some((name) => given.has(name)) && (
          <Button onClick={() => change((next) => fields.forEach((name) => next.delete(name)))}>No filter</Button>
        )}
        {(data?.pages.length ?? 0) > SHORT && fulfilledTimeStamp !== undefined && (
          <span>
            as it stood {moment(new Date(fulfilledTimeStamp).toISOString())}
            <Button onClick={() => void refetch()}>Read anew</Button>
          </span>
        )}
        <span className="grow" />
        <FilterMenu list={kept} />
        <ColumnMenu columns={columns} hidden={hidden} setHidden={setHidden} />
        <Button startIcon={<DownloadOutlined />} component="a" href={file} download>
          All as CSV
        </Button>
      </div>
      <Loaded data={data} error={error} what={`the ${words[1]}`}>
        {() =>
          rows.length === 0 ? (
            <Empty>{empty}</Empty>
          ) : (
            <Sheet>
              <ListTable
                name={title}
                columns={columns}
                hidden={hidden}
                rows={rows}
                keyOf={props.keyOf}
                total={count && !count.more ? count.count : null}
                order={props.order}
                press={press}
                more={hasNextPage && !isFetching ? () => void fetchNextPage() : null}
                open={props.open}
                uneven={props.uneven ?? false}
              />
            </Sheet>
          )
        }
      </Loaded>
    </>
  );
}

function countWords(count: CountView | undefined, [one, many]: readonly [string, string]): string {
  if (!count) return 'counting …';
  if (count.more) return `more than ${whole(count.count)} ${many}`;
  return count.count === 1 ? `1 ${one}` : `${whole(count.count)} ${many}`;
}
