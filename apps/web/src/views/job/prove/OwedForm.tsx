import type { JobView } from '@udrel/contract/types';
import { owedBack } from '@udrel/core/steps';
import { Field, FormTrouble } from '../../../features/form/Field';
import { useFactForm } from '../../../features/form/kept-form';
import { Sheet } from '../../../ui';
import { RecordFoot } from './RecordFoot';
import styles from '../../../features/job/job.module.css';

const ANSWERS = ['as before', 'stays changed'] as const;

/** What was switched to make the device start: it is set back before it goes home, or it is said why not. */
export function OwedForm({ job }: { job: JobView }) {
  const known = job.snapshot.facts['owed back'];
  const list = owedBack(job.snapshot);
  const { form, busy, save } = useFactForm(job, 'owed back', {
    begin: {
      items: list.map(({ what, known: one }) => ({
        what,
        answer: one ? ANSWERS[one.back ? 0 : 1] : '',
        note: one?.note ?? '',
      })),
    },
    read: ({ items }) => {
      const open = items.flatMap(({ answer, note }, index) => [
        ...(answer === '' ? [{ field: `items.${index}.answer`, sentence: 'Say which.' }] : []),
        ...(answer === ANSWERS[1] && note.trim() === ''
          ? [{ field: `items.${index}.note`, sentence: 'Say why, and who agreed to it.' }]
          : []),
      ]);
      if (open.length > 0) return { ok: false, problems: open };
      return {
        ok: true,
        body: { items: items.map(({ answer, ...one }) => ({ ...one, back: answer === ANSWERS[0] })) },
      };
    },
  });
  const step = job.procedure.steps.find(({ id }) => id === 'owed back');
  if (!step) return null;
  return (
    <Sheet title="Owed back" aside={known ? 'recorded' : 'before it goes home'}>
      {list.map(({ what, why }, index) => (
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
      ))}
      <FormTrouble form={form} />
      <RecordFoot step={step} known={known !== undefined} busy={busy} save={save} />
    </Sheet>
  );
}
