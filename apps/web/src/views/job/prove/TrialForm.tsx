import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import type { JobView } from '@udrel/contract/types';
import { replacesDrive } from '@udrel/core/steps';
import { fieldTrouble } from '../../../api/problem';
import { Foot, OutcomeMark, Sheet, TroubleNote } from '../../../ui';
import { useTypedFact } from '../typed-fact';
import { useJobChange } from '../useJobChange';

/** The trial start with the cover still loose and the old drive away; when it fails, what it did instead. */
export function TrialForm({ job }: { job: JobView }) {
  const known = job.snapshot.facts['trial start'];
  const copies = replacesDrive(job.snapshot);
  const [detached, setDetached] = useTypedFact(job, 'trial start', 'detached', !copies);
  const [note, setNote] = useTypedFact(job, 'trial start', 'note', '');
  const { record, busy, error } = useJobChange(job);
  const step = job.procedure.steps.find((one) => one.id === 'trial start');
  const wrong = fieldTrouble(error, 'value.note');
  const say = async (started: boolean) => {
    await record('trial start', { started, oldDriveDetached: detached, note });
  };
  return (
    <Sheet
      title="Trial start"
      aside={known ? (known.started ? 'it started' : 'it did not start') : 'before closing up'}
    >
      {known && (
        <p style={{ marginBottom: 10 }}>
          <OutcomeMark outcome={known.started && known.oldDriveDetached ? 'pass' : 'fail'} />{' '}
          {known.started ? 'The device started' : `It did not start: ${known.note}`}
          {known.started &&
            copies &&
            (known.oldDriveDetached ? ' without the old drive.' : ', but with the old drive attached.')}
        </p>
      )}
      {step?.state !== 'done' && (
        <>
          {copies && (
            <label style={{ display: 'flex', gap: 8, marginBottom: 12 }}>
              <input type="checkbox" checked={detached} onChange={(event) => setDetached(event.target.checked)} />
              The old drive is not attached
            </label>
          )}
          <TextField
            label="If it does not start: what it did instead"
            value={note}
            onChange={(event) => setNote(event.target.value)}
            error={wrong !== undefined}
            helperText={
              wrong ?? 'Seated? Seen in firmware? First in the boot order? Boot entry still at the old drive?'
            }
          />
          {!wrong && <TroubleNote error={error} />}
          <Foot note={step?.waitsFor[0]}>
            <Button disabled={busy || step?.state === 'waiting'} onClick={() => void say(false)}>
              It did not start
            </Button>
            <Button variant="contained" disabled={busy || step?.state === 'waiting'} onClick={() => void say(true)}>
              It started
            </Button>
          </Foot>
        </>
      )}
    </Sheet>
  );
}
