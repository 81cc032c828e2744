import Button from '@mui/material/Button';
import { useWatch } from 'react-hook-form';
import type { JobView } from '@udrel/contract/types';
import { oldSoldered, oldStaysAt, refittedHolds } from '@udrel/core/steps';
import { Foot, OutcomeMark, Sheet } from '../../../ui';
import { Field, FormTrouble } from '../../../features/form/Field';
import { useFactForm } from '../../../features/form/kept-form';

/** The old drive is attached again for data, once the device has started without it, and it starts from the new one still. */
export function RefitForm({ job }: { job: JobView }) {
  const soldered = oldSoldered(job.snapshot);
  const { form, busy, save } = useFactForm(job, 'old drive refitted', {
    // What is on the board has no label to read: it is the one that was read in Assess.
    begin: { serial: soldered ? (job.snapshot.facts['old drive']?.serial ?? '') : '', note: '' },
    read: (typed) => ({ ok: true, body: { ...typed, startsFromNew: true } }),
  });
  const serial = useWatch({ control: form.control, name: 'serial' });
  const { 'old drive': old, 'old drive moves': moved, 'old drive refitted': refitted } = job.snapshot.facts;
  const step = job.procedure.steps.find((one) => one.id === 'refit old');
  const site = job.device.model.sites.find((one) => one.id === oldStaysAt(job.snapshot))?.name ?? '';
  const idle = busy || step?.state === 'waiting' || serial.trim() === '';
  return (
    <Sheet
      title={
        soldered
          ? 'See which drive it starts from'
          : moved
            ? 'Move the old drive to its new site'
            : 'Attach the old drive again'
      }
      aside={old ? `${old.maker} ${old.name}, at ${site}, for data` : 'for data'}
    >
      {refittedHolds(job.snapshot) ? (
        <p>
          <OutcomeMark outcome="pass" /> {soldered ? 'on the board' : 'attached'}{' '}
          <span className="mono">{refitted?.serial}</span>, starts from the new drive
        </p>
      ) : (
        <>
          {refitted && (
            <p style={{ marginBottom: 10 }}>
              <OutcomeMark outcome="fail" /> It did not start from the new drive: {refitted.note}
            </p>
          )}
          {moved && moved.partsNeeded.length > 0 && (
            <p style={{ marginBottom: 10 }}>With: {moved.partsNeeded.join(', ')}</p>
          )}
          {!soldered && <Field form={form} name="serial" label="Serial of the old drive" serial />}
          <Field
            form={form}
            name="note"
            label="What it did instead, if it starts from the old one"
            sx={{ marginTop: '12px' }}
          />
          <FormTrouble form={form} />
          <Foot
            note={
              step?.waitsFor[0] ?? (soldered ? SOLDERED : 'Power off first. Then start it once with both attached.')
            }
          >
            <Button disabled={idle} onClick={() => void save({ startsFromNew: false })}>
              It starts from the old one
            </Button>
            <Button variant="contained" disabled={idle} onClick={() => void save({ startsFromNew: true })}>
              {soldered ? 'It starts from the new drive' : 'Attached, starts from the new drive'}
            </Button>
          </Foot>
        </>
      )}
    </Sheet>
  );
}

const SOLDERED = 'Look at the size of the drive that the system runs from, or at its start order.';
