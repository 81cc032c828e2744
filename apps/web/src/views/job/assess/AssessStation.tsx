import type { JobView } from '@udrel/contract/types';
import { copies, fitsDrive, replacesDrive } from '@udrel/core/steps';
import { ArrivalForm } from '../functions/ArrivalForm';
import { MeasureForm } from '../measure/MeasureForm';
import { ReadsSheet } from '../measure/ReadsSheet';
import { StopwatchSheet } from '../measure/StopwatchSheet';
import { HealthForm } from './HealthForm';
import { MemoryForm } from './MemoryForm';
import { OtherDrivesForm } from './OtherDrivesForm';
import { OldDriveForm } from './OldDriveForm';
import { StubSheet } from './StubSheet';
import { PartitionForm } from './PartitionForm';
import { ReadSheet } from './read/ReadSheet';

/** What is in the device, how well it is, and how fast it was. */
export function AssessStation({ job }: { job: JobView }) {
  const copied = copies(job.snapshot);
  if (job.device.model.stub) return <StubSheet job={job} />;
  return (
    <>
      <ReadSheet job={job} />
      {replacesDrive(job.snapshot) && <OldDriveForm job={job} />}
      {fitsDrive(job.snapshot) && job.device.model.sites.length > 1 && <OtherDrivesForm job={job} />}
      {copied && <PartitionForm key={job.snapshot.facts['old drive']?.serial} job={job} />}
      {copied && <HealthForm job={job} />}
      {job.device.model.memory.slots.length > 0 && <MemoryForm job={job} />}
      <ArrivalForm job={job} />
      <StopwatchSheet job={job} when="before" />
      <ReadsSheet job={job} when="before" />
      <MeasureForm job={job} fact="before" title="Before: start-up and rates" />
    </>
  );
}
