import Button from '@mui/material/Button';
import { useWatch } from 'react-hook-form';
import { targetKey } from '@udrel/core/facts';
import { targetName, type TargetId } from '@udrel/core/layout';
import type { JobView } from '@udrel/contract/types';
import { soldName } from '@udrel/core/capacity';
import { fittedHolds, oldSoldered, oldStaysAt } from '@udrel/core/steps';
import { Foot, OutcomeMark, Sheet } from '../../../ui';
import { Field, FormTrouble } from '../../../features/form/Field';
import { useFactForm } from '../../../features/form/kept-form';

/** A drive goes in, once more by its serial. */
export function FitDriveForm({ job, on }: { job: JobView; on: TargetId }) {
  const key = targetKey(on, 'fitted');
  const { form, busy, save } = useFactForm(job, key, {
    begin: { serial: '' },
    read: (body) => ({ ok: true, body }),
  });
  const serial = useWatch({ control: form.control, name: 'serial' });
  const { [key]: fitted, [targetKey(on, 'choice')]: drive } = job.snapshot.facts;
  const step = job.procedure.steps.find((one) => one.id === `fit ${targetName(on)}`);
  const nameOf = (siteId?: string | null) => job.device.model.sites.find((one) => one.id === siteId)?.name ?? '';
  const staysAt = on === 'new' ? oldStaysAt(job.snapshot) : null;
  return (
    <Sheet
      title={`Fit the ${targetName(on)}`}
      aside={
        drive
          ? `${drive.maker} ${drive.name}, ${soldName(drive.bytes, drive.sectorSize)}, at ${nameOf(drive.siteId)}`
          : 'nothing is reserved'
      }
    >
      {fitted && fittedHolds(job.snapshot, on) ? (
        <p>
          <OutcomeMark outcome="pass" /> fitted <span className="mono">{fitted.serial}</span>
        </p>
      ) : (
        <form
          onSubmit={(event) => {
            event.preventDefault();
            void save();
          }}
        >
          {drive && drive.partsNeeded.length > 0 && (
            <p style={{ marginBottom: 10 }}>With: {drive.partsNeeded.join(', ')}</p>
          )}
          {staysAt !== null && (
            <p style={{ marginBottom: 10 }}>
              {oldSoldered(job.snapshot)
                ? 'The old drive is on the board and stays: before the first start put the new one first in the start order.'
                : `The old drive goes on for data at ${nameOf(staysAt)}: leave it off until the device has started without it.`}
            </p>
          )}
          <Field form={form} name="serial" label="Serial of the drive that goes in" serial />
          <FormTrouble form={form} />
          <Foot note={step?.waitsFor[0] ?? (on === 'new' ? MOVE_OVER : undefined)}>
            <Button
              type="submit"
              variant="contained"
              disabled={busy || step?.state === 'waiting' || serial.trim() === ''}
            >
              It is fitted
            </Button>
          </Foot>
        </form>
      )}
    </Sheet>
  );
}

const MOVE_OVER = 'Move tray, bracket, pad and pull tab over, the same way round. Do not close it up yet.';
