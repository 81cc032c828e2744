import type { StepId } from '@udrel/core/stations';
import Button from '@mui/material/Button';
import { useWatch } from 'react-hook-form';
import type { JobView } from '@udrel/contract/types';
import { replacesDrive, type Step } from '@udrel/core/steps';
import { Foot, Sheet } from '../../../ui';
import { Field, FormTrouble, When } from '../../../features/form/Field';
import { useFactForm } from '../../../features/form/kept-form';
import styles from '../../../features/job/job.module.css';

const stepOf = (job: JobView, id: StepId): Step | undefined => job.procedure.steps.find((step) => step.id === id);
const variant = (step: Step | undefined) => (step?.state === 'ready' ? 'contained' : 'outlined');

/** After an end without work: the old drive is back in the device, known by its serial. */
export function PutBackForm({ job }: { job: JobView }) {
  const step = stepOf(job, 'put back');
  const { form, busy, save } = useFactForm(job, 'put back', {
    begin: { serial: '' },
    read: (body) => ({ ok: true, body }),
  });
  const serial = useWatch({ control: form.control, name: 'serial' });
  if (!step) return null;
  const drive = replacesDrive(job.snapshot);
  const known = job.snapshot.facts['put back'];
  return (
    <Sheet title={step.title} aside={known ? 'done' : undefined}>
      {drive && <Field form={form} name="serial" label="Serial of the drive that is in the device again" serial />}
      <FormTrouble form={form} />
      <Foot note={step.waitsFor[0]}>
        <Button
          variant={variant(step)}
          disabled={busy || step.state === 'waiting' || (drive && serial.trim() === '')}
          onClick={() => void save()}
        >
          It is as it came
        </Button>
      </Foot>
    </Sheet>
  );
}

/** After an end without work: whether the device starts as it came. */
export function AsItCameForm({ job }: { job: JobView }) {
  const step = stepOf(job, 'see as it came');
  const { form, busy, save } = useFactForm(job, 'as it came', {
    begin: { note: '' },
    read: ({ note }) => ({ ok: true, body: { starts: true, note } }),
  });
  if (!step) return null;
  return (
    <Sheet title="Starts as it came" aside={step.state === 'done' ? 'seen' : 'with the old drive, closed'}>
      <Field form={form} name="note" label="If it does not: what it did instead" />
      <FormTrouble form={form} />
      <Foot note={step.waitsFor[0]}>
        <Button disabled={busy || step.state === 'waiting'} onClick={() => void save({ starts: false })}>
          It does not
        </Button>
        <Button
          variant={variant(step)}
          disabled={busy || step.state === 'waiting'}
          onClick={() => void save({ starts: true })}
        >
          It does
        </Button>
      </Foot>
    </Sheet>
  );
}

/** After nobody fetched it: where it is kept, and until when. */
export function KeptUntilForm({ job }: { job: JobView }) {
  const step = stepOf(job, 'keep');
  const known = job.snapshot.facts['kept until'];
  const { form, busy, save } = useFactForm(job, 'kept until', {
    begin: { given: { place: known?.place ?? job.belongings[0]?.place ?? '', until: known?.until ?? '' } },
    read: ({ given }) => ({ ok: true, body: given }),
    nameOf: (field) => `given.${field}`,
  });
  if (!step) return null;
  return (
    <Sheet title="Kept for the customer" aside={known ? 'noted' : 'nobody fetched it'}>
      <div className={styles.fields}>
        <Field form={form} name="given.place" className={styles.wide ?? ''} label="Where it is kept" />
        <div className={styles.wide}>
          <When form={form} name="given.until" label="Until" width="100%" />
        </div>
      </div>
      <FormTrouble form={form} />
      <Foot note={step.waitsFor[0]}>
        <Button variant={variant(step)} disabled={busy || step.state === 'waiting'} onClick={() => void save()}>
          {known ? 'Correct it' : 'Note it'}
        </Button>
      </Foot>
    </Sheet>
  );
}
