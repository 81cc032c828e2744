import Button from '@mui/material/Button';
import { useWatch } from 'react-hook-form';
import type { JobView } from '@udrel/contract/types';
import { oldStaysAt } from '@udrel/core/steps';
import { Foot, Sheet } from '../../../ui';
import { Field, FormTrouble, Tick } from '../../../features/form/Field';
import { useFactForm } from '../../../features/form/kept-form';
import styles from '../../../features/job/job.module.css';
import { spins } from '@udrel/core/estimate';
import { useTakesQuery } from '../../../api/api';
import { range } from '../../../format/time';
import { DESTINATIONS } from './destinations';

/** Where the old drive stays. Wiping needs the customer's consent. */
export function OldDriveStays({ job }: { job: JobView }) {
  const known = job.snapshot.facts['old drive stays'];
  const staysAt = oldStaysAt(job.snapshot);
  const site = job.device.model.sites.find(({ id }) => id === staysAt)?.name;
  const usual = staysAt === null ? DESTINATIONS[0] : `in the device, at ${site ?? staysAt}, for data`;
  const { form, busy, save } = useFactForm(job, 'old drive stays', {
    begin: { where: known?.where ?? (usual as string), consent: known?.consent ?? false },
    read: (body) => ({ ok: true, body }),
  });
  const [where, consent] = useWatch({ control: form.control, name: ['where', 'consent'] });
  const step = job.procedure.steps.find((one) => one.id === 'place old drive');
  const wipes = where.startsWith('wiped');
  const old = job.snapshot.facts['old drive'];
  return (
    <Sheet title="Old drive" aside={old ? `${old.maker} ${old.name}, ${old.serial}` : undefined}>
      <div className={styles.fields}>
        <Field
          form={form}
          name="where"
          className={styles.wide ?? ''}
          label="Where it stays"
          choices={[...new Set<string>([usual, ...DESTINATIONS, where])]}
        />
        {wipes && (
          <div className={styles.wide}>
            <Tick form={form} name="consent" label="The customer consents in writing" />
          </div>
        )}
      </div>
      {wipes && <Wiping job={job} />}
      <FormTrouble form={form} />
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
          onClick={() => void save()}
        >
          {known ? 'Correct it' : 'Note it'}
        </Button>
      </Foot>
    </Sheet>
  );
}

/** How long that takes, and by which way it reaches everything. */
function Wiping({ job }: { job: JobView }) {
  const { currentData: takes } = useTakesQuery({ tag: job.tag });
  const old = job.snapshot.facts['old drive'];
  if (!old || !takes?.wipe) return null;
  const { low, high, restsOn } = takes.wipe;
  const fails = job.snapshot.facts.health?.grade === 'failing';
  return (
    <p className="sub">
      {fails && 'It fails: it may take far longer, or not be reached everywhere; say so, or have it destroyed. '}
      Writing all of it over once takes <span className="mono">{range(low, high)}</span> ({restsOn}).
      {!spins(old.class) &&
        ' Its own erase command reaches what that does not, in minutes: use it where the drive has one (NIST SP 800-88).'}
    </p>
  );
}
