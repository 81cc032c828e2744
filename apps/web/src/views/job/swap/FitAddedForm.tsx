import Button from '@mui/material/Button';
import type { JobView } from '@udrel/contract/types';
import { soldName } from '@udrel/core/capacity';
import { addedHolds } from '@udrel/core/steps';
import { fieldTrouble } from '../../../api/problem';
import { Foot, OutcomeMark, Sheet, TroubleNote } from '../../../ui';
import { SerialField } from '../../../ui/SerialField';
import { useTypedFact } from '../../../features/typed/typed-fact';
import { useJobChange } from '../../../features/job/useJobChange';

/** The drive that joins the others goes in, by its serial. */
export function FitAddedForm({ job }: { job: JobView }) {
  const [serial, setSerial] = useTypedFact(job, 'added fitted', 'serial', '');
  const { record, busy, error } = useJobChange(job);
  const { 'added choice': drive, 'added fitted': fitted } = job.snapshot.facts;
  const step = job.procedure.steps.find((one) => one.id === 'fit added');
  const wrong = fieldTrouble(error, 'value.serial');
  const site = job.device.model.sites.find((one) => one.id === drive?.siteId)?.name ?? '';
  return (
    <Sheet
      title="Fit the added drive"
      aside={
        drive
          ? `${drive.maker} ${drive.name}, ${soldName(drive.bytes, drive.sectorSize)}, at ${site}`
          : 'nothing is reserved'
      }
    >
      {fitted && addedHolds(job.snapshot) ? (
        <p>
          <OutcomeMark outcome="pass" /> fitted <span className="mono">{fitted.serial}</span>
        </p>
      ) : (
        <form
          onSubmit={(event) => {
            event.preventDefault();
            void record('added fitted', { serial });
          }}
        >
          {drive && drive.partsNeeded.length > 0 && (
            <p style={{ marginBottom: 10 }}>With: {drive.partsNeeded.join(', ')}</p>
          )}
          <SerialField label="Serial of the drive that is added" value={serial} set={setSerial} wrong={wrong} />
          {!wrong && <TroubleNote error={error} />}
          <Foot note={step?.waitsFor[0]}>
            <Button
              type="submit"
              variant="contained"
              disabled={busy || step?.state === 'waiting' || serial.trim() === ''}
            >
              It is added
            </Button>
          </Foot>
        </form>
      )}
    </Sheet>
  );
}
