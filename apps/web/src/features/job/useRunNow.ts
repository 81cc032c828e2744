import { useEffect } from 'react';
import type { JobView, RunView } from '@udrel/contract/types';
import { useJobRunsQuery } from '../../api/api';

/**
 * Something of a run as it stands this second: what is chosen of it, so that only who shows what changed is drawn anew.
 * Of a run that is over it is what the job says.
 */
export function useRunNow<T>(tag: string, run: RunView, choose: (now: RunView) => T): T {
  return useJobRunsQuery(
    { tag },
    { selectFromResult: ({ data }) => ({ chosen: choose(data?.find(({ id }) => id === run.id) ?? run) }) },
  ).chosen;
}

/**
 * Has a job read anew when something that runs has come to want hands, or wants none any more: what it counts each second
 * changes no step.
 */
export function useStepsOfRuns(job: JobView, readAnew: () => void): void {
  const known = wanting(job.snapshot.runs.filter(({ outcome }) => outcome === 'running'));
  const { now } = useJobRunsQuery(
    { tag: job.tag },
    { skip: known === '', selectFromResult: ({ data }) => ({ now: data && wanting(data) }) },
  );
  useEffect(() => {
    if (known !== '' && now !== undefined && now !== known) readAnew();
    // Read once for each change: the job may say the same as before.
    // eslint-disable-next-line react-hooks/exhaustive-deps -- what it says is compared, not waited for
  }, [now]);
}

const wanting = (runs: readonly { id: string; wants: unknown }[]) =>
  runs.map(({ id, wants }) => `${id} ${String(wants)}`).join();
