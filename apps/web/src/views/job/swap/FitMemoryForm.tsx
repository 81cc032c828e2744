import Button from '@mui/material/Button';
import type { JobView } from '@udrel/contract/types';
import { binary } from '@udrel/core/capacity';
import { memoryHolds } from '@udrel/core/steps';
import { Foot, OutcomeMark, Sheet, TroubleNote } from '../../../ui';
import { useJobChange } from '../../../features/job/useJobChange';

/** The memory goes in: it is known by its slots. */
export function FitMemoryForm({ job }: { job: JobView }) {
  const { record, busy, error } = useJobChange(job);
  const memory = job.snapshot.facts['memory choice'];
  const step = job.procedure.steps.find((one) => one.id === 'fit memory');
  return (
    <Sheet title="Fit the memory" aside={memory ? `${memory.maker} ${memory.name}` : 'nothing is reserved'}>
      {memory && (
        <p>
          {memoryHolds(job.snapshot) && (
            <>
              <OutcomeMark outcome="pass" /> <span>fitted</span>{' '}
            </>
          )}
          {memory.count} × {memory.name} into {memory.into.join(', ')}: {binary(memory.total)} in all
        </p>
      )}
      {memory && !memoryHolds(job.snapshot) && (
        <form
          onSubmit={(event) => {
            event.preventDefault();
            void record('memory fitted', { modules: memory.count });
          }}
        >
          <TroubleNote error={error} />
          <Foot note={step?.waitsFor[0]}>
            <Button type="submit" variant="contained" disabled={busy || step?.state === 'waiting'}>
              Memory is fitted
            </Button>
          </Foot>
        </form>
      )}
    </Sheet>
  );
}
