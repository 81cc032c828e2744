import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import type { JobView } from '@udrel/contract/types';
import { oldStaysAt } from '@udrel/core/steps';
import { Foot, Sheet, TroubleNote } from '../../../ui';
import { useTypedFact } from '../../../features/typed/typed-fact';
import { useJobChange } from '../../../features/job/useJobChange';
import styles from '../../../features/job/job.module.css';

const DESTINATIONS = [
  'returned in its bag, labelled',
  'kept here as a fallback for 14 days',
  'in an enclosure as a spare, returned',
  'wiped with consent',
] as const;

/** Where the old drive stays. Wiping needs the customer's consent. */
export function OldDriveStays({ job }: { job: JobView }) {
  const known = job.snapshot.facts['old drive stays'];
  const staysAt = oldStaysAt(job.snapshot);
  const site = job.device.model.sites.find(({ id }) => id === staysAt)?.name;
  const usual = staysAt === null ? DESTINATIONS[0] : `in the device, at ${site ?? staysAt}, for data`;
  const [where, setWhere] = useTypedFact<string>(job, 'old drive stays', 'where', known?.where ?? usual);
  const [consent, setConsent] = useTypedFact(job, 'old drive stays', 'consent', known?.consent ?? false);
  const { record, busy, error } = useJobChange(job);
  const step = job.procedure.steps.find((one) => one.id === 'place old drive');
  const wipes = where.startsWith('wiped');
  const old = job.snapshot.facts['old drive'];
  return (
    <Sheet title="Old drive" aside={old ? `${old.maker} ${old.name}, ${old.serial}` : undefined}>
      <div className={styles.fields}>
        <TextField
          select
          className={styles.wide}
          label="Where it stays"
          value={where}
          onChange={(event) => setWhere(event.target.value)}
          slotProps={{ select: { native: true } }}
        >
          {[...new Set<string>([usual, ...DESTINATIONS, where])].map((place) => (
            <option key={place}>{place}</option>
          ))}
        </TextField>
        {wipes && (
          <label className={styles.wide} style={{ display: 'flex', gap: 8, alignItems: 'center' }}>
            <input type="checkbox" checked={consent} onChange={(event) => setConsent(event.target.checked)} />
            The customer consents in writing
          </label>
        )}
      </div>
      <TroubleNote error={error} />
      <Foot
        note={
          step?.waitsFor[0] ??
          (staysAt === null
            ? 'Advice: do not attach it at start-up; two installations in one machine get in each other’s way.'
            : 'Advice: it still holds the system it came with. Have that cleared away once the new drive has proven itself.')
        }
      >
        <Button
          variant={step?.state === 'ready' ? 'contained' : 'outlined'}
          disabled={busy || step?.state === 'waiting' || (wipes && !consent)}
          onClick={() => void record('old drive stays', { where, consent })}
        >
          {known ? 'Correct it' : 'Note it'}
        </Button>
      </Foot>
    </Sheet>
  );
}
