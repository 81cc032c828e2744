import type { StepId } from '@udrel/core/stations';
import type { JobView } from '@udrel/contract/types';
import { PutBackForm } from '../end/EndForms';
import { JobLessons } from '../../../features/job/JobLessons';
import { FitAddedForm } from './FitAddedForm';
import { FitForm } from './FitForm';
import { RefitForm } from './RefitForm';
import { StripSheet } from './StripSheet';

/** Screws, cables and moved parts, out and back; in between the new part goes in. */
export function SwapStation({ job }: { job: JobView }) {
  const has = (id: StepId) => job.procedure.steps.some((step) => step.id === id);
  return (
    <>
      {job.snapshot.end && <PutBackForm job={job} />}
      <StripSheet job={job} />
      {has('fit') && <FitForm job={job} />}
      {has('fit added') && <FitAddedForm job={job} />}
      {has('refit old') && <RefitForm job={job} />}
      <JobLessons job={job} />
    </>
  );
}
