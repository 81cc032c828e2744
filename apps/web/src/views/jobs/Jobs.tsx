import { useDeferredValue } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import { jobEndpoints, urlOf } from '@udrel/contract/endpoints';
import { JOB_SORTS } from '@udrel/contract/shapes';
import { useJobCountQuery, useJobsInfiniteQuery } from '../../api/api';
import { List } from '../../features/list/List';
import { fileOf, orderIn, sortOf } from '../../features/list/order';
import { JOB_COLUMNS, USUALLY_HIDDEN } from './job-columns';
import { filterOf, JOB_FIELDS, JobFilters } from './JobFilters';

/** All jobs, newest first or as a heading sorts them. */
export default function Jobs() {
  const [given] = useSearchParams();
  const navigate = useNavigate();
  const filter = useDeferredValue(filterOf(given));
  const order = orderIn(given, JOB_SORTS, { by: 'tag', way: 'down' });
  const asked = { ...filter, ...sortOf(order) };
  return (
    <>
      <title>Jobs, Udrel</title>
      <JobFilters />
      <List
        kept="jobs"
        title="Jobs"
        words={['job', 'jobs']}
        columns={JOB_COLUMNS}
        usuallyHidden={USUALLY_HIDDEN}
        fields={JOB_FIELDS}
        order={order}
        pages={useJobsInfiniteQuery(asked)}
        count={useJobCountQuery(filter).currentData}
        file={fileOf(urlOf(jobEndpoints.jobExport), asked)}
        keyOf={({ tag }) => tag}
        open={({ tag }) => void navigate(`/jobs/${tag}`)}
        empty="No job is like that. Change the filter, or press b to book one in."
      />
    </>
  );
}
