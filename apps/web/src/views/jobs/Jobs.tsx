import Button from '@mui/material/Button';
import { useDeferredValue, useMemo } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import { jobEndpoints, urlOf } from '@udrel/contract/endpoints';
import { JOB_SORTS, type JobSort } from '@udrel/contract/shapes';
import type { CountView } from '@udrel/contract/types';
import { useJobCountQuery, useJobsInfiniteQuery } from '../../api/api';
import { SHORT } from '../../api/define';
import { ColumnMenu, FilterMenu, useHidden } from '../../features/list/ListMenus';
import { ListTable, type Order } from '../../features/list/ListTable';
import { moment } from '../../format/time';
import { whole } from '../../format/units';
import { Empty, Loaded, Sheet } from '../../ui';
import listStyles from '../../features/list/list-table.module.css';
import { JOB_COLUMNS, USUALLY_HIDDEN } from './job-columns';
import { filterOf, isFiltered, JobFilters } from './JobFilters';

/** All jobs, newest first or as a heading sorts them. Filter and order stand in the address. */
export default function Jobs() {
  const [given, setGiven] = useSearchParams();
  const navigate = useNavigate();
  const [hidden, setHidden] = useHidden('jobs', USUALLY_HIDDEN);
  const filter = useDeferredValue(filterOf(given));
  const order = orderOf(given);
  const asked = {
    ...filter,
    ...(order.by === 'tag' && order.way === 'down' ? {} : { sort: order.by, way: order.way }),
  };
  const jobs = useJobsInfiniteQuery(asked);
  const count = useJobCountQuery(filter).currentData ?? null;
  const { data, error, hasNextPage, fetchNextPage, isFetching, fulfilledTimeStamp, refetch } = jobs;
  const rows = useMemo(() => data?.pages.flatMap((page) => page.rows) ?? [], [data]);
  const setOrder = ({ by, way }: Order<JobSort>) =>
    setGiven(
      (now) => {
        const next = new URLSearchParams(now);
        next.set('sort', by);
        next.set('way', way);
        return next;
      },
      { replace: true },
    );
  return (
    <>
      <title>Jobs, Udrel</title>
      <JobFilters />
      <div className={listStyles.line}>
        <span role="status">{countWords(count)}</span>
        {isFiltered(given) && <Button onClick={() => setGiven({}, { replace: true })}>No filter</Button>}
        {(data?.pages.length ?? 0) > SHORT && fulfilledTimeStamp !== undefined && (
          <span>
            as it stood {moment(new Date(fulfilledTimeStamp).toISOString())}
            <Button onClick={() => void refetch()}>Read anew</Button>
          </span>
        )}
        <span className="grow" />
        <FilterMenu list="jobs" />
        <ColumnMenu columns={JOB_COLUMNS} hidden={hidden} setHidden={setHidden} />
        <Button
          component="a"
          href={`${urlOf(jobEndpoints.jobExport)}?${new URLSearchParams(words(asked)).toString()}`}
          download
        >
          All as CSV
        </Button>
      </div>
      <Loaded data={data} error={error} what="the jobs">
        {() =>
          rows.length === 0 ? (
            <Empty>No job is like that. Change the filter, or press b to book one in.</Empty>
          ) : (
            <Sheet>
              <ListTable
                name="Jobs"
                columns={JOB_COLUMNS}
                hidden={hidden}
                rows={rows}
                keyOf={({ tag }) => tag}
                total={count && !count.more ? count.count : null}
                order={order}
                setOrder={setOrder}
                more={hasNextPage && !isFetching ? () => void fetchNextPage() : null}
                open={({ tag }) => void navigate(`/jobs/${tag}`)}
              />
            </Sheet>
          )
        }
      </Loaded>
    </>
  );
}

function orderOf(given: URLSearchParams): Order<JobSort> {
  const by = JOB_SORTS.find((one) => one === given.get('sort')) ?? 'tag';
  const usual = by === 'tag' ? 'down' : 'up';
  const way = given.get('way');
  return { by, way: way === 'up' || way === 'down' ? way : usual };
}

function countWords(count: CountView | null): string {
  if (!count) return 'counting …';
  if (count.more) return `more than ${whole(count.count)} jobs`;
  return count.count === 1 ? '1 job' : `${whole(count.count)} jobs`;
}

const words = (asked: object) =>
  Object.fromEntries(Object.entries(asked).map(([name, value]) => [name, String(value)]));
