import type { ReactNode } from 'react';
import type { JobView } from '@udrel/contract/types';
import { wants } from '@udrel/core/steps';
import { useMatchQuery } from '../../../api/api';
import { Loaded } from '../../../ui';
import { DriveMatchPanel } from './DriveMatchPanel';
import { MemoryMatchPanel } from './MemoryMatchPanel';

/** What fits, why, how fast it will be there, and what is on the shelf. Steps and gates stand under the drawing. */
export function MatchStation({ job, side }: { job: JobView; side: ReactNode }) {
  const { currentData: data, error } = useMatchQuery(job.tag);
  return (
    <Loaded data={data} error={error} what="what fits">
      {(match) =>
        wants(job.snapshot, 'new drive') ? (
          <DriveMatchPanel job={job} match={match} side={side} />
        ) : (
          <MemoryMatchPanel job={job} match={match} side={side} />
        )
      }
    </Loaded>
  );
}
