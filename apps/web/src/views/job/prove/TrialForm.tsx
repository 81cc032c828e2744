import type { JobView } from '@udrel/contract/types';
import { oldSoldered, replacesDrive } from '@udrel/core/steps';
import { moment } from '../../../format/time';
import { OutcomeMark, Sheet } from '../../../ui';
import { Field, FormTrouble, Tick } from '../../../features/form/Field';
import { useFactForm } from '../../../features/form/kept-form';
import styles from '../../../features/job/job.module.css';
import { FirmwareKeys } from './FirmwareKeys';
import { StartedFoot } from './StartedFoot';

/** The trial start with the cover still loose and the old drive away; when it fails, what it did instead. */
export function TrialForm({ job }: { job: JobView }) {
  const known = job.snapshot.facts['trial start'];
  const soldered = oldSoldered(job.snapshot);
  const copies = replacesDrive(job.snapshot) && !soldered;
  const { form, busy, save } = useFactForm(job, 'trial start', {
    // What is on the board cannot be detached: it is not said that it was.
    begin: { detached: !copies && !soldered, note: '', done: '' },
    read: ({ detached, note, done }) => {
      return { ok: true, body: { started: true, oldDriveDetached: detached, note, ...(done.trim() ? { done } : {}) } };
    },
    nameOf: (field) => (field === 'oldDriveDetached' ? 'detached' : field),
  });
  const again = job.trials.length > 0;
  const step = job.procedure.steps.find((one) => one.id === 'trial start');
  return (
    <Sheet
      title="Trial start"
      aside={known ? (known.started ? 'it started' : 'it did not start') : 'before closing up'}
    >
      {job.trials.length > 0 && (
        <ol className={styles.trials} aria-label="Trial starts">
          {job.trials.map((trial, index) => (
            <li key={`${trial.at}${index}`}>
              <OutcomeMark outcome={trial.started && (trial.oldDriveDetached || soldered) ? 'pass' : 'fail'} />
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
      {step?.state !== 'waiting' && <FirmwareKeys job={job} />}
      {step?.state !== 'done' && (
        <>
          {soldered && (
            <p style={{ marginBottom: 12 }}>
              The old drive is on the board and stays attached: put the new one first in the start order.
            </p>
          )}
          {copies && (
            <div style={{ marginBottom: 12 }}>
              <Tick form={form} name="detached" label="The old drive is not attached" />
            </div>
          )}
          {again && <Field form={form} name="done" label="What was done since the last start" sx={{ mb: 1.5 }} />}
          <Field form={form} name="note" label="If it does not start: what it did instead" />
          <FormTrouble form={form} />
          <StartedFoot step={step} busy={busy} save={save} />
        </>
      )}
    </Sheet>
  );
}
