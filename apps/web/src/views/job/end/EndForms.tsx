import type { StepId } from '@udrel/core/stations';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { DayField } from '../../../ui/days/DayField';
import type { JobView } from '@udrel/contract/types';
import { replacesDrive, type Step } from '@udrel/core/steps';
import { fieldTrouble } from '../../../api/problem';
import { Foot, Sheet, TroubleNote } from '../../../ui';
import { SerialField } from '../../../ui/SerialField';
import { useTypedFact } from '../../../features/typed/typed-fact';
import { useJobChange } from '../../../features/job/useJobChange';
import styles from '../../../features/job/job.module.css';

const stepOf = (job: JobView, id: StepId): Step | undefined => job.procedure.steps.find((step) => step.id === id);
const variant = (step: Step | undefined) => (step?.state === 'ready' ? 'contained' : 'outlined');

/** After an end without work: the old drive is back in the device, known by its serial. */
export function PutBackForm({ job }: { job: JobView }) {
  const step = stepOf(job, 'put back');
  const [serial, setSerial] = useTypedFact(job, 'put back', 'serial', '');
  const { record, busy, error } = useJobChange(job);
  if (!step) return null;
  const drive = replacesDrive(job.snapshot);
  const known = job.snapshot.facts['put back'];
  const wrong = fieldTrouble(error, 'value.serial');
  const save = () => record('put back', { serial });
  return (
    <Sheet title={step.title} aside={known ? 'done' : undefined}>
      {drive && (
        <SerialField
          label="Serial of the drive that is in the device again"
          value={serial}
          set={setSerial}
          wrong={wrong}
        />
      )}
      {!wrong && <TroubleNote error={error} />}
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
  const [note, setNote] = useTypedFact(job, 'as it came', 'note', '');
  const { record, busy, error } = useJobChange(job);
  if (!step) return null;
  const wrong = fieldTrouble(error, 'value.note');
  const say = (starts: boolean) => record('as it came', { starts, note });
  return (
    <Sheet title="Starts as it came" aside={step.state === 'done' ? 'seen' : 'with the old drive, closed'}>
      <TextField
        label="If it does not: what it did instead"
        value={note}
        onChange={(event) => setNote(event.target.value)}
        error={wrong !== undefined}
        helperText={wrong}
      />
      {!wrong && <TroubleNote error={error} />}
      <Foot note={step.waitsFor[0]}>
        <Button disabled={busy || step.state === 'waiting'} onClick={() => void say(false)}>
          It does not
        </Button>
        <Button variant={variant(step)} disabled={busy || step.state === 'waiting'} onClick={() => void say(true)}>
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
  const [given, setGiven] = useTypedFact(job, 'kept until', 'given', {
    place: known?.place ?? job.belongings[0]?.place ?? '',
    until: known?.until ?? '',
  });
  const { record, busy, error } = useJobChange(job);
  if (!step) return null;
  const save = () => record('kept until', given);
  return (
    <Sheet title="Kept for the customer" aside={known ? 'noted' : 'nobody fetched it'}>
      <div className={styles.fields}>
        <TextField
          className={styles.wide ?? ''}
          label="Where it is kept"
          value={given.place}
          onChange={(event) => setGiven({ ...given, place: event.target.value })}
          error={fieldTrouble(error, 'value.place') !== undefined}
          helperText={fieldTrouble(error, 'value.place')}
        />
        <div className={styles.wide}>
          <DayField
            label="Until"
            value={given.until}
            onChange={(until) => setGiven({ ...given, until })}
            width="100%"
            wrong={fieldTrouble(error, 'value.until')}
          />
        </div>
      </div>
      <TroubleNote error={error} />
      <Foot note={step.waitsFor[0]}>
        <Button variant={variant(step)} disabled={busy || step.state === 'waiting'} onClick={() => void save()}>
          {known ? 'Correct it' : 'Note it'}
        </Button>
      </Foot>
    </Sheet>
  );
}
