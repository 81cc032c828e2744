import { INSTALLED_FILES, type InstalledFiles } from '@udrel/core/facts';
import Button from '@mui/material/Button';
import { useWatch } from 'react-hook-form';
import type { JobView } from '@udrel/contract/types';
import { Foot, OutcomeMark, Sheet } from '../../../ui';
import { Field, FormTrouble } from '../../../features/form/Field';
import { useFactForm } from '../../../features/form/kept-form';
import styles from '../../../features/job/job.module.css';

const OPEN = { system: '', files: INSTALLED_FILES[0] as InstalledFiles, note: '' };

/** A system put on the new drive afresh: which one, and what became of the customer's files. */
export function InstallForm({ job }: { job: JobView }) {
  const known = job.snapshot.facts.installed;
  const { form, busy, save } = useFactForm(job, 'installed', {
    begin: { form: known ?? OPEN },
    read: ({ form: body }) => ({ ok: true, body }),
    nameOf: (field) => `form.${field}`,
  });
  const system = useWatch({ control: form.control, name: 'form.system' });
  const step = job.procedure.steps.find((one) => one.id === 'install');
  return (
    <Sheet
      title="Installed afresh"
      aside={known ? `${known.system}, files ${known.files}` : 'once the new drive is in'}
    >
      {known && (
        <p style={{ marginBottom: 10 }}>
          <OutcomeMark outcome="pass" /> {known.system}; files: {known.files}
          {known.note && `; ${known.note}`}
        </p>
      )}
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void save();
        }}
      >
        <div className={styles.fields}>
          <Field form={form} name="form.system" label="System and its version" />
          <Field form={form} name="form.files" label="The customer’s files" choices={INSTALLED_FILES} />
          <Field form={form} name="form.note" className={styles.wide ?? ''} label="Note" />
        </div>
        <FormTrouble form={form} />
        <Foot note={step?.waitsFor[0]}>
          <Button
            type="submit"
            variant={known ? 'outlined' : 'contained'}
            disabled={busy || step?.state === 'waiting' || system.trim() === ''}
          >
            {known ? 'Correct it' : 'It is installed'}
          </Button>
        </Foot>
      </form>
    </Sheet>
  );
}
