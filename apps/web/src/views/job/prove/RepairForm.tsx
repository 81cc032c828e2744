import Button from '@mui/material/Button';
import type { JobView } from '@udrel/contract/types';
import { Foot, Sheet } from '../../../ui';
import { Field, FormTrouble } from '../../../features/form/Field';
import { useFactForm } from '../../../features/form/kept-form';

const TO_REPAIR =
  'The new drive has identifiers of its own, another table or its loader elsewhere: what starts the system points at the old one. Repair it from a recovery medium of the same system and version.';
const NOTHING_LEFT = 'The device has started from the new drive: nothing is left to repair.';

/** The start files of a new drive that has identifiers or a table of its own, before it is started from the first time. */
export function RepairForm({ job }: { job: JobView }) {
  const known = job.snapshot.facts['start repaired'];
  const { form, busy, save } = useFactForm(job, 'start repaired', {
    begin: { note: known?.note ?? '' },
    read: (body) => ({ ok: true, body }),
  });
  const step = job.procedure.steps.find(({ id }) => id === 'repair start');
  if (!step) return null;
  return (
    <Sheet title="Start files" aside={step.state === 'done' ? 'seen to' : 'before the first start'}>
      <p className="sub">{step.state === 'done' && !known ? NOTHING_LEFT : TO_REPAIR}</p>
      {(step.state !== 'done' || known) && (
        <>
          <Field form={form} name="note" label="What was repaired, and from what" sx={{ mt: 1.5 }} />
          <FormTrouble form={form} />
          <Foot note={step.waitsFor[0]}>
            <Button
              variant={known ? 'outlined' : 'contained'}
              disabled={busy || step.state === 'waiting'}
              onClick={() => void save()}
            >
              {known ? 'Correct it' : 'Start repaired'}
            </Button>
          </Foot>
        </>
      )}
    </Sheet>
  );
}
