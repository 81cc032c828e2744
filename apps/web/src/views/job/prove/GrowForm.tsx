import Button from '@mui/material/Button';
import { useWatch } from 'react-hook-form';
import type { JobView } from '@udrel/contract/types';
import { binary } from '@udrel/core/capacity';
import { TAKES_OVER } from '@udrel/core/layout';
import { leftToGrow } from '@udrel/core/steps';
import { Field, FormTrouble } from '../../../features/form/Field';
import { useFactForm } from '../../../features/form/kept-form';
import { Foot, OutcomeMark, Sheet } from '../../../ui';

/** A volume that was copied encrypted has room behind it: it is decrypted on the new drive and grows, or why not. */
export function GrowForm({ job }: { job: JobView }) {
  const { 'volume grown': known, plan } = job.snapshot.facts;
  const { form, busy, save } = useFactForm(job, 'volume grown', {
    begin: { note: known?.note ?? '' },
    read: ({ note }) => ({ ok: true, body: { grown: true, note } }),
  });
  const note = useWatch({ control: form.control, name: 'note' });
  const step = job.procedure.steps.find(({ id }) => id === 'grow volume');
  const volume = leftToGrow(job.snapshot);
  if (!step || !volume) return null;
  const free = plan?.drives.find(({ id }) => id === TAKES_OVER)?.leftFree ?? 0;
  const idle = busy || step.state === 'waiting';
  return (
    <Sheet title={`Let ${volume.name} grow`} aside={`${binary(free)} lie free behind it`}>
      {known ? (
        <p>
          <OutcomeMark outcome={known.grown ? 'pass' : 'limit'} /> {known.grown ? 'It has grown' : 'It stays as it is'}
          {known.note && `: ${known.note}`}
        </p>
      ) : (
        <p className="sub">
          Decrypt it in its own system with the key that was kept, let it take the room behind it, and encrypt it again
          where the customer wants that.
        </p>
      )}
      <Field form={form} name="note" label="What was done, or why it stays as it is" sx={{ mt: 1.5 }} />
      <FormTrouble form={form} />
      <Foot note={step.waitsFor[0] ?? (note.trim() === '' ? 'It stays as it is: say why.' : undefined)}>
        <Button disabled={idle || note.trim() === ''} onClick={() => void save({ grown: false })}>
          It stays as it is
        </Button>
        <Button variant={known ? 'outlined' : 'contained'} disabled={idle} onClick={() => void save({ grown: true })}>
          It has grown
        </Button>
      </Foot>
    </Sheet>
  );
}
