import Button from '@mui/material/Button';
import { useEffect } from 'react';
import { useWatch } from 'react-hook-form';
import type { JobView } from '@udrel/contract/types';
import { owedBack, type Owed } from '@udrel/core/steps';
import { Field, FormTrouble } from '../../../features/form/Field';
import { useFactForm } from '../../../features/form/kept-form';
import { Foot, Sheet } from '../../../ui';
import { RecordFoot } from '../../../features/job/RecordFoot';
import { SwitchedBesides } from './SwitchedBesides';
import styles from '../../../features/job/job.module.css';

const ANSWERS = ['as before', 'stays changed'] as const;

const rowOf = ({ what, known }: Owed) => ({
  what,
  answer: known ? ANSWERS[known.back ? 0 : 1] : '',
  note: known?.note ?? '',
});

/** What was switched for the job: it is set back before the device goes home, or it is said why not. */
export function OwedForm({ job }: { job: JobView }) {
  const known = job.snapshot.facts['owed back'];
  const list = owedBack(job.snapshot);
  const { form, busy, save } = useFactForm(job, 'owed back', {
    begin: { items: list.map(rowOf) },
    read: ({ items }) => {
      const open = items.flatMap(({ answer, note }, index) => [
        ...(answer === '' ? [{ field: `items.${index}.answer`, sentence: 'Say which.' }] : []),
        ...(answer === ANSWERS[1] && note.trim() === ''
          ? [{ field: `items.${index}.note`, sentence: 'Say why, and who agreed to it.' }]
          : []),
      ]);
      if (open.length > 0) return { ok: false, problems: open };
      const told = items.filter(({ what }) => list.some((one) => one.what === what));
      return {
        ok: true,
        body: { items: told.map(({ answer, ...one }) => ({ ...one, back: answer === ANSWERS[0] })) },
      };
    },
  });
  const items = useWatch({ control: form.control, name: 'items' });
  const added = list.filter(({ what }) => !items.some((one) => one.what === what));
  // More may become owed while this is typed.
  useEffect(() => {
    if (added.length > 0) form.setValue('items', [...items, ...added.map(rowOf)]);
  });
  const step = job.procedure.steps.find(({ id }) => id === 'owed back');
  return (
    <Sheet title="Owed back" aside={known && step?.state === 'done' ? 'recorded' : 'before it goes home'}>
      {!step && <p className="sub">Nothing was switched for this job.</p>}
      {list.map(({ what, why }) => {
        const index = items.findIndex((one) => one.what === what);
        if (index < 0) return null;
        return (
          <div key={what} role="group" className={styles.fields} aria-label={what}>
            <p className={styles.full}>
              <b>{what}</b> <span className="sub">{why}</span>
            </p>
            <Field form={form} name={`items.${index}.answer`} label="It is now" choices={['', ...ANSWERS]} />
            <Field
              form={form}
              name={`items.${index}.note`}
              className={styles.rest ?? ''}
              label="How it stands; why it stays changed, and who agreed"
            />
          </div>
        );
      })}
      <FormTrouble form={form} />
      {step && <RecordFoot step={step} known={known !== undefined} busy={busy} save={save} />}
      <Foot note="Whatever else was switched, taken out or put on for this job is noted here.">
        <SwitchedBesides job={job} label="Something else was switched …" />
      </Foot>
      <FirmwareReset job={job} />
    </Sheet>
  );
}

/** A reset, a dead coin cell or an update of the firmware loses all of its settings. */
function FirmwareReset({ job }: { job: JobView }) {
  const known = job.snapshot.facts['firmware reset'];
  const { form, busy, save } = useFactForm(job, 'firmware reset', {
    begin: { note: known?.note ?? '' },
    read: ({ note }) => ({ ok: true, body: { reset: true, note } }),
  });
  return (
    <>
      <Field form={form} name="note" label="Did the firmware lose its settings? How that came" sx={{ mt: 1 }} />
      <FormTrouble form={form} />
      <Foot note={known?.reset ? 'All of its settings are owed back.' : undefined}>
        {known?.reset && (
          <Button disabled={busy} onClick={() => void save({ reset: false })}>
            Not reset after all
          </Button>
        )}
        <Button variant="outlined" disabled={busy} onClick={() => void save()}>
          {known?.reset ? 'Correct it' : 'The firmware was reset'}
        </Button>
      </Foot>
    </>
  );
}
