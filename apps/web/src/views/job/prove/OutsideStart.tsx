import Button from '@mui/material/Button';
import { may } from '@udrel/contract/permissions';
import type { JobView } from '@udrel/contract/types';
import { anyFitted, copies, copyTrusted } from '@udrel/core/steps';
import { useSessionQuery } from '../../../api/api';
import { Field, FormTrouble } from '../../../features/form/Field';
import { useFactForm } from '../../../features/form/kept-form';
import { useJobChange } from '../../../features/job/useJobChange';
import { Foot, OutcomeMark, Sheet, TroubleNote } from '../../../ui';
import { SwitchedBesides } from '../owed/SwitchedBesides';
import { FirmwareKeys } from './FirmwareKeys';
import { StartedFoot } from './StartedFoot';

/** A start from the finished drive while it is still in its enclosure: what it shows is known before anything is opened. */
export function OutsideStart({ job }: { job: JobView }) {
  const { snapshot } = job;
  const known = snapshot.facts['outside start'];
  const step = job.procedure.steps.find(({ id }) => id === 'outside start');
  const { startsOutside } = job.device.model.firmware;
  const role = useSessionQuery().data?.staff?.role;
  const { change, busy: teaching, error } = useJobChange(job);
  const { form, busy, save } = useFactForm(job, 'outside start', {
    begin: { note: known?.note ?? '' },
    read: ({ note }) => ({ ok: true, body: { started: true, note } }),
  });
  const opened = snapshot.disassembly.some(({ out }) => out > 0);
  const asks =
    startsOutside === undefined && copies(snapshot) && copyTrusted(snapshot) && !anyFitted(snapshot) && !opened;
  if (asks && role !== undefined && may(role, 'describe models')) {
    return (
      <Sheet title="A start from outside" aside="before anything is opened">
        <p className="sub">
          Nobody has noted whether this model starts from a drive on USB. Try it with the finished drive in its
          enclosure: what does not start there need not be fitted.
        </p>
        <TroubleNote error={error} />
        <Foot>
          <Button disabled={teaching} onClick={() => void change('teachFirmware', { startsOutside: false })}>
            This model does not
          </Button>
          <Button disabled={teaching} onClick={() => void change('teachFirmware', { startsOutside: true })}>
            This model does
          </Button>
        </Foot>
      </Sheet>
    );
  }
  if (!step || (step.state === 'done' && !known)) return null;
  return (
    <Sheet title="A start from outside" aside={known ? undefined : 'before anything is opened'}>
      {known && (
        <p style={{ marginBottom: 8 }}>
          <OutcomeMark outcome={known.started ? 'pass' : 'fail'} />{' '}
          {known.started ? 'It started from its enclosure.' : 'It did not start from its enclosure.'} {known.note}
        </p>
      )}
      {!anyFitted(snapshot) && (
        <>
          <FirmwareKeys job={job} />
          <SwitchedBesides job={job} why="start from outside" />
          <p className="sub" style={{ margin: '8px 0' }}>
            Choose the finished drive in the start menu. Both drives hold the same system while the old one is in: look
            whether it comes up, change nothing, and shut it down.
          </p>
          <Field form={form} name="note" label="What it did" />
          <FormTrouble form={form} />
          <StartedFoot step={step} busy={busy} save={save} />
        </>
      )}
    </Sheet>
  );
}
