import Button from '@mui/material/Button';
import type { JobView } from '@udrel/contract/types';
import { binary, soldName } from '@udrel/core/capacity';
import { fittedHolds, oldStaysAt, replacesDrive, wants } from '@udrel/core/steps';
import { fieldTrouble } from '../../../api/problem';
import { Foot, OutcomeMark, Sheet, TroubleNote } from '../../../ui';
import { SerialField } from '../../../ui/SerialField';
import { useTypedFact } from '../../../features/typed/typed-fact';
import { useJobChange } from '../../../features/job/useJobChange';
import styles from '../../../features/job/job.module.css';

/** The new part goes in: a drive once more by its serial, memory by what was reserved. */
export function FitForm({ job }: { job: JobView }) {
  const [serial, setSerial] = useTypedFact(job, 'fitted', 'serial', '');
  const { record, busy, error } = useJobChange(job);
  const { fitted, 'drive choice': drive, 'memory choice': memory } = job.snapshot.facts;
  const byDrive = replacesDrive(job.snapshot);
  const step = job.procedure.steps.find((one) => one.id === 'fit');
  const wrong = fieldTrouble(error, 'value.serial');
  const site = job.device.model.sites.find((one) => one.id === drive?.siteId)?.name ?? '';
  const modules =
    memory &&
    `${memory.count} × ${memory.maker} ${memory.name} into ${memory.into.join(', ')}: ${binary(memory.total)} in all`;
  const what = byDrive
    ? drive && `${drive.maker} ${drive.name}, ${soldName(drive.bytes, drive.sectorSize)}, at ${site}`
    : modules;
  const staysAt = oldStaysAt(job.snapshot);
  const to = job.device.model.sites.find((one) => one.id === staysAt)?.name ?? '';
  return (
    <Sheet title={byDrive ? 'Fit the new drive' : 'Fit the memory'} aside={what ?? 'nothing is reserved'}>
      {fitted && fittedHolds(job.snapshot) ? (
        <p>
          <OutcomeMark outcome="pass" /> fitted <span className="mono">{fitted.serial}</span>
        </p>
      ) : (
        <form
          onSubmit={(event) => {
            event.preventDefault();
            void record('fitted', { serial });
          }}
        >
          {drive && drive.partsNeeded.length > 0 && byDrive && (
            <p style={{ marginBottom: 10 }}>With: {drive.partsNeeded.join(', ')}</p>
          )}
          {byDrive && wants(job.snapshot, 'memory') && modules && <p style={{ marginBottom: 10 }}>And {modules}</p>}
          {staysAt !== null && (
            <p style={{ marginBottom: 10 }}>
              The old drive goes on for data at {to}: leave it off until the device has started without it.
            </p>
          )}
          <div className={styles.fields}>
            {byDrive && (
              <SerialField
                className={styles.wide}
                label="Serial of the drive that goes in"
                value={serial}
                set={setSerial}
                wrong={wrong}
              />
            )}
          </div>
          {!wrong && <TroubleNote error={error} />}
          <Foot
            note={
              step?.waitsFor[0] ??
              'Move tray, bracket, pad and pull tab over, the same way round. Do not close it up yet.'
            }
          >
            <Button
              type="submit"
              variant="contained"
              disabled={busy || step?.state === 'waiting' || (byDrive && serial.trim() === '')}
            >
              It is fitted
            </Button>
          </Foot>
        </form>
      )}
    </Sheet>
  );
}
