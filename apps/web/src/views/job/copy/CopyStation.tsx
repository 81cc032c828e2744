import type { JobView } from '@udrel/contract/types';
import { copyTargets, wants } from '@udrel/core/steps';
import { BeginRun } from './BeginRun';
import { FirstStart } from './FirstStart';
import { InstallForm } from './InstallForm';
import { IdentityCheck } from './IdentityCheck';
import { LossesSheet } from './LossesSheet';
import { PastRuns } from './PastRuns';
import { ReadBackSheet } from './ReadBackSheet';
import { RunningRun } from './RunningRun';

/** What runs stands first; else every drive is made certain and the copy begins; then reading back and what was tried before. */
export function CopyStation({ job }: { job: JobView }) {
  if (wants(job.snapshot, 'fresh installation')) return <InstallForm job={job} />;
  const copies = job.runs.filter(({ kind }) => kind === 'copy');
  const running = copies.find((run) => run.outcome === 'running');
  return (
    <>
      {running && <RunningRun key={running.id} job={job} run={running} />}
      {copyTargets(job.snapshot).map((on) => (
        <LossesSheet key={on} job={job} on={on} />
      ))}
      <IdentityCheck job={job} />
      {!running && <BeginRun job={job} />}
      <FirstStart job={job} />
      {copyTargets(job.snapshot).map((on) => (
        <ReadBackSheet key={on} job={job} on={on} />
      ))}
      <PastRuns job={job} runs={copies.filter((run) => run.outcome !== 'running')} />
    </>
  );
}
