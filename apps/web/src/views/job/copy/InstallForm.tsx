import { INSTALLED_FILES, type InstalledFiles } from '@udrel/core/facts';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import type { JobView } from '@udrel/contract/types';
import { fieldTrouble } from '../../../api/problem';
import { Foot, OutcomeMark, Sheet, TroubleNote } from '../../../ui';
import { useTypedFact } from '../../../features/typed/typed-fact';
import { useJobChange } from '../../../features/job/useJobChange';
import styles from '../../../features/job/job.module.css';

const OPEN = { system: '', files: INSTALLED_FILES[0] as InstalledFiles, note: '' };

/** A system put on the new drive afresh: which one, and what became of the customer's files. */
export function InstallForm({ job }: { job: JobView }) {
  const known = job.snapshot.facts.installed;
  const [given, setGiven] = useTypedFact(job, 'installed', 'form', known ?? OPEN);
  const { record, busy, error } = useJobChange(job);
  const step = job.procedure.steps.find((one) => one.id === 'install');
  const wrong = fieldTrouble(error, 'value.system');
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
          void record('installed', given);
        }}
      >
        <div className={styles.fields}>
          <TextField
            label="System and its version"
            value={given.system}
            onChange={(event) => setGiven({ ...given, system: event.target.value })}
            error={wrong !== undefined}
            helperText={wrong}
          />
          <TextField
            label="The customer’s files"
            select
            value={given.files}
            onChange={(event) => setGiven({ ...given, files: event.target.value as InstalledFiles })}
            slotProps={{ select: { native: true } }}
          >
            {INSTALLED_FILES.map((one) => (
              <option key={one} value={one}>
                {one}
              </option>
            ))}
          </TextField>
          <TextField
            className={styles.wide}
            label="Note"
            value={given.note}
            onChange={(event) => setGiven({ ...given, note: event.target.value })}
          />
        </div>
        {!wrong && <TroubleNote error={error} />}
        <Foot note={step?.waitsFor[0]}>
          <Button
            type="submit"
            variant={known ? 'outlined' : 'contained'}
            disabled={busy || step?.state === 'waiting' || given.system.trim() === ''}
          >
            {known ? 'Correct it' : 'It is installed'}
          </Button>
        </Foot>
      </form>
    </Sheet>
  );
}
