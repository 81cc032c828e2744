import type { JobView } from '@udrel/contract/types';
import { wants } from '@udrel/core/steps';
import { useMatchQuery } from '../../../api/api';
import { Loaded } from '../../../ui';
import { DriveMatchPanel } from './DriveMatchPanel';
import { MemoryMatchPanel } from './MemoryMatchPanel';

/** What fits, why, how fast it will be there, and what is on the shelf. */
export function MatchStation({ job }: { job: JobView }) {
  const { data, error } = useMatchQuery(job.tag);
  return (
    <Loaded data={data} error={error} what="what fits">
      {(match) => (
        <>
          {wants(job.snapshot, 'new drive') && <DriveMatchPanel job={job} match={match} />}
          {wants(job.snapshot, 'memory') && <MemoryMatchPanel job={job} match={match} />}
        </>
      )}
    </Loaded>
  );
}
