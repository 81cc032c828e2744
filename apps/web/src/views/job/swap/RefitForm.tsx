import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import type { JobView } from '@udrel/contract/types';
import { oldStaysAt, refittedHolds } from '@udrel/core/steps';
import { fieldTrouble } from '../../../api/problem';
import { Foot, OutcomeMark, Sheet, TroubleNote } from '../../../ui';
import { SerialField } from '../../../ui/SerialField';
import { useTypedFact } from '../../../features/typed/typed-fact';
import { useJobChange } from '../../../features/job/useJobChange';

/** The old drive is attached again for data, once the device has started without it, and it starts from the new one still. */
export function RefitForm({ job }: { job: JobView }) {
  const [serial, setSerial] = useTypedFact(job, 'old drive refitted', 'serial', '');
  const [note, setNote] = useTypedFact(job, 'old drive refitted', 'note', '');
  const { record, busy, error } = useJobChange(job);
  const { 'old drive': old, 'old drive moves': moved, 'old drive refitted': refitted } = job.snapshot.facts;
  const step = job.procedure.steps.find((one) => one.id === 'refit old');
  const site = job.device.model.sites.find((one) => one.id === oldStaysAt(job.snapshot))?.name ?? '';
  const wrong = { serial: fieldTrouble(error, 'value.serial'), note: fieldTrouble(error, 'value.note') };
  const say = (startsFromNew: boolean) => void record('old drive refitted', { serial, startsFromNew, note });
  const idle = busy || step?.state === 'waiting' || serial.trim() === '';
  return (
    <Sheet
      title={moved ? 'Move the old drive to its new site' : 'Attach the old drive again'}
      aside={old ? `${old.maker} ${old.name}, at ${site}, for data` : 'for data'}
    >
      {refittedHolds(job.snapshot) ? (
        <p>
          <OutcomeMark outcome="pass" /> attached <span className="mono">{refitted?.serial}</span>, starts from the new
          drive
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
          <SerialField label="Serial of the old drive" value={serial} set={setSerial} wrong={wrong.serial} />
          <TextField
            fullWidth
            sx={{ marginTop: '12px' }}
            label="What it did instead, if it starts from the old one"
            value={note}
            onChange={(event) => setNote(event.target.value)}
            error={wrong.note !== undefined}
            helperText={wrong.note}
          />
          {!wrong.serial && !wrong.note && <TroubleNote error={error} />}
          <Foot note={step?.waitsFor[0] ?? 'Power off first. Then start it once with both attached.'}>
            <Button disabled={idle} onClick={() => say(false)}>
              It starts from the old one
            </Button>
            <Button variant="contained" disabled={idle} onClick={() => say(true)}>
              Attached, starts from the new drive
            </Button>
          </Foot>
        </>
      )}
    </Sheet>
  );
}
