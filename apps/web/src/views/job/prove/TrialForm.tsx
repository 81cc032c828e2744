import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import type { JobView } from '@udrel/contract/types';
import { replacesDrive } from '@udrel/core/steps';
import { fieldTrouble } from '../../../api/problem';
import { moment } from '../../../format/time';
import { Foot, OutcomeMark, Sheet, TroubleNote } from '../../../ui';
import { useTypedFact } from '../../../features/typed/typed-fact';
import { useJobChange } from '../../../features/job/useJobChange';
import styles from '../../../features/job/job.module.css';

/** The trial start with the cover still loose and the old drive away; when it fails, what it did instead. */
export function TrialForm({ job }: { job: JobView }) {
  const known = job.snapshot.facts['trial start'];
  const copies = replacesDrive(job.snapshot);
  const [detached, setDetached] = useTypedFact(job, 'trial start', 'detached', !copies);
  const [note, setNote] = useTypedFact(job, 'trial start', 'note', '');
  const [done, setDone] = useTypedFact(job, 'trial start', 'done', '');
  const again = job.trials.length > 0;
  const { record, busy, error } = useJobChange(job);
  const step = job.procedure.steps.find((one) => one.id === 'trial start');
  const wrong = fieldTrouble(error, 'value.note');
  const say = async (started: boolean) => {
    await record('trial start', { started, oldDriveDetached: detached, note, ...(done.trim() ? { done } : {}) });
  };
  return (
    <Sheet
      title="Trial start"
      aside={known ? (known.started ? 'it started' : 'it did not start') : 'before closing up'}
    >
      {job.trials.length > 0 && (
        <ol className={styles.trials} aria-label="Trial starts">
          {job.trials.map((trial, index) => (
            <li key={`${trial.at}${index}`}>
              <OutcomeMark outcome={trial.started && trial.oldDriveDetached ? 'pass' : 'fail'} />
              <span>
                {trial.done && <span>After: {trial.done}. </span>}
                {trial.started ? 'It started' : `It did not start: ${trial.note}`}
                {trial.started &&
                  copies &&
                  (trial.oldDriveDetached ? ' without the old drive.' : ', but with the old drive attached.')}
                <span className="sub">
                  {' '}
                  {moment(trial.at)}, {trial.by}
                </span>
              </span>
            </li>
          ))}
        </ol>
      )}
      {step?.state !== 'done' && (
        <>
          {copies && (
            <label style={{ display: 'flex', gap: 8, marginBottom: 12 }}>
              <input type="checkbox" checked={detached} onChange={(event) => setDetached(event.target.checked)} />
              The old drive is not attached
            </label>
          )}
          {again && (
            <TextField
              label="What was done since the last start"
              value={done}
              onChange={(event) => setDone(event.target.value)}
              sx={{ mb: 1.5 }}
            />
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
