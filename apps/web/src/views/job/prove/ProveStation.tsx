import type { JobView } from '@udrel/contract/types';
import { AsItCameForm } from '../end/EndForms';
import { MeasureForm } from '../measure/MeasureForm';
import { ReadsSheet } from '../measure/ReadsSheet';
import { StopwatchSheet } from '../measure/StopwatchSheet';
import { OwedForm } from '../owed/OwedForm';
import { BringForm } from './BringForm';
import { Compared } from './Compared';
import { FunctionsForm } from '../functions/FunctionsForm';
import { FirstStart } from '../copy/FirstStart';
import { CameBack } from '../back/CameBack';
import { GrowForm } from './GrowForm';
import { MemoryTestSheet } from './MemoryTestSheet';
import { NoStartGuide } from './NoStartGuide';
import { OutsideStart } from './OutsideStart';
import { RepairForm } from './RepairForm';
import { TrialForm } from './TrialForm';
import { WitnessSheet } from './WitnessSheet';

/** It starts without the old drive, it is faster, and everything works. */
export function ProveStation({ job }: { job: JobView }) {
  if (job.snapshot.end) {
    return (
      <>
        <CameBack job={job} />
        <AsItCameForm job={job} />
        <OwedForm job={job} />
      </>
    );
  }
  return (
    <>
      <CameBack job={job} />
      <OutsideStart job={job} />
      <MemoryTestSheet job={job} />
      <RepairForm job={job} />
      {!job.snapshot.facts['trial start']?.started && <FirstStart job={job} />}
      <TrialForm job={job} />
      <NoStartGuide job={job} />
      <OwedForm job={job} />
      <GrowForm job={job} />
      <BringForm job={job} />
      <StopwatchSheet job={job} when="after" />
      <ReadsSheet job={job} when="after" />
      <MeasureForm job={job} fact="after" title="After: same test, same settings" />
      <Compared job={job} />
      <WitnessSheet job={job} />
      <FunctionsForm job={job} />
    </>
  );
}
