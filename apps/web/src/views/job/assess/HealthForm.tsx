import Button from '@mui/material/Button';
import { useWatch } from 'react-hook-form';
import type { JobView } from '@udrel/contract/types';
import { HEALTH_GRADES, type HealthGrade } from '@udrel/core/estimate';
import { Foot, Sheet } from '../../../ui';
import { Field, FormTrouble } from '../../../features/form/Field';
import { useFactForm } from '../../../features/form/kept-form';
import styles from '../../../features/job/job.module.css';

const MEANS: Readonly<Record<HealthGrade, string>> = {
  good: 'nothing speaks against it',
  watch: 'some loss seen, stable: copy soon',
  failing: 'copy first, with a tool that retries; three to ten times the time',
  unknown: 'it tells nothing of itself: not the same as good',
};

/** Nobody has looked yet. */
const NOT_GRADED = ['', 'not graded yet'] as const;

/** How well the old drive is, in plain words, and what that means for the copy. */
export function HealthForm({ job }: { job: JobView }) {
  const known = job.snapshot.facts.health;
  const { form, busy, save } = useFactForm(job, 'health', {
    begin: { grade: known?.grade ?? ('' as HealthGrade | ''), note: known?.note ?? '' },
    read: ({ grade, note }) =>
      grade === ''
        ? {
            ok: false,
            problems: [{ field: 'grade', sentence: 'Say how it is: unknown where it tells nothing of itself.' }],
          }
        : { ok: true, body: { grade, note } },
  });
  const grade = useWatch({ control: form.control, name: 'grade' });
  return (
    <Sheet title="Health of the old drive" aside={known ? known.grade : 'not graded yet'}>
      <div className={styles.fields}>
        <Field
          form={form}
          name="grade"
          label="Grade"
          choices={[NOT_GRADED, ...HEALTH_GRADES]}
          help={grade === '' ? undefined : MEANS[grade]}
        />
        <Field
          form={form}
          name="note"
          label="What says so: hours, sectors, errors"
          sx={{ gridColumn: 'span 4 !important' }}
        />
      </div>
      <FormTrouble form={form} />
      <Foot>
        <Button variant={known ? 'outlined' : 'contained'} disabled={busy} onClick={() => void save()}>
          {known ? 'Correct the health' : 'Record the health'}
        </Button>
      </Foot>
    </Sheet>
  );
}
