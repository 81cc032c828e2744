import Button from '@mui/material/Button';
import { Suspense, useState } from 'react';
import { useSearchParams } from 'react-router';
import { may } from '@udrel/contract/permissions';
import type { JobView } from '@udrel/contract/types';
import type { Step } from '@udrel/core/steps';
import { useSessionQuery } from '../../../api/api';
import { late } from '../../../ui/late';

const CorrectionDialog = late(async () => ({ default: (await import('./CorrectionDialog')).CorrectionDialog }));

/** Takes the stamp of a step back, where there is one. */
export function RetractStamp({ job, step }: { job: JobView; step: Step }) {
  const [open, setOpen] = useState(false);
  const role = useSessionQuery().data?.staff?.role;
  if (!job.retractable.includes(step.id) || !may(role, 'correct the work')) return null;
  return (
    <>
      <Button size="small" onClick={() => setOpen(true)} aria-label={`Take back: ${step.title}`}>
        Take back
      </Button>
      {open && <RetractDialog job={job} step={step} close={() => setOpen(false)} />}
    </>
  );
}

/** The same for the step that the address names, as a notice leads to it. */
export function RetractAsked({ job }: { job: JobView }) {
  const [asked, setAsked] = useSearchParams();
  const step = job.procedure.steps.find(({ id }) => id === asked.get('takeBack'));
  if (!step || !job.retractable.includes(step.id)) return null;
  return <RetractDialog job={job} step={step} close={() => setAsked({}, { replace: true })} />;
}

function RetractDialog({ job, step, close }: { job: JobView; step: Step; close: () => void }) {
  return (
    <Suspense fallback={null}>
      <CorrectionDialog
        job={job}
        kind="work"
        correction={{ what: 'stamp', step: step.id }}
        title={`${job.tag}: take back “${step.title}”`}
        deed="Take it back"
        close={close}
      />
    </Suspense>
  );
}
