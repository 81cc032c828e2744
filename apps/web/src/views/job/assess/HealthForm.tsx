import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import type { JobView } from '@udrel/contract/types';
import type { HealthGrade } from '@udrel/core/estimate';
import { Foot, Sheet, TroubleNote } from '../../../ui';
import { useTypedFact } from '../../../features/typed/typed-fact';
import { useJobChange } from '../../../features/job/useJobChange';
import styles from '../../../features/job/job.module.css';

const GRADES: readonly { grade: HealthGrade; means: string }[] = [
  { grade: 'good', means: 'nothing speaks against it' },
  { grade: 'watch', means: 'some loss seen, stable: copy soon' },
  { grade: 'failing', means: 'copy first, with a tool that retries; three to ten times the time' },
  { grade: 'unknown', means: 'it tells nothing of itself: not the same as good' },
];

/** How well the old drive is, in plain words, and what that means for the copy. */
export function HealthForm({ job }: { job: JobView }) {
  const known = job.snapshot.facts.health;
  const [grade, setGrade] = useTypedFact<HealthGrade>(job, 'health', 'grade', known?.grade ?? 'good');
  const [note, setNote] = useTypedFact(job, 'health', 'note', known?.note ?? '');
  const { record, busy, error } = useJobChange(job);
  return (
    <Sheet title="Health of the old drive" aside={known ? known.grade : 'not graded yet'}>
      <div className={styles.fields}>
        <TextField
          select
          label="Grade"
          value={grade}
          onChange={(event) => setGrade(event.target.value as HealthGrade)}
          slotProps={{ select: { native: true } }}
          helperText={GRADES.find((one) => one.grade === grade)?.means}
        >
          {GRADES.map((one) => (
            <option key={one.grade}>{one.grade}</option>
          ))}
        </TextField>
        <TextField
          label="What says so: hours, sectors, errors"
          value={note}
          onChange={(event) => setNote(event.target.value)}
          sx={{ gridColumn: 'span 4 !important' }}
        />
      </div>
      <TroubleNote error={error} />
      <Foot>
        <Button
          variant={known ? 'outlined' : 'contained'}
          disabled={busy}
          onClick={() => void record('health', { grade, note })}
        >
          {known ? 'Correct the health' : 'Record the health'}
        </Button>
      </Foot>
    </Sheet>
  );
}
