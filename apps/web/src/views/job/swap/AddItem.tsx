import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import type { JobView } from '@udrel/contract/types';
import { DISASSEMBLY_KINDS, type DisassemblyKind } from '@udrel/core/disassembly';
import { fieldTrouble } from '../../../api/problem';
import { useJobChange } from '../../../features/job/useJobChange';
import { TroubleNote } from '../../../ui';
import styles from './swap.module.css';

const NOTHING = { stage: '1', kind: 'screw' as DisassemblyKind, name: '', count: '1' };

/** Something is in the device that the model's sheet does not have: put on the job's, and offered to the model once it is closed. */
export function AddItem({ job }: { job: JobView }) {
  const [typed, setTyped] = useState<typeof NOTHING>();
  const { change, busy, error } = useJobChange(job);
  const step = job.procedure.steps.find(({ id }) => id === 'strip down');
  const last = job.snapshot.disassembly.at(-1)?.stage ?? 1;
  if (!typed) {
    return (
      <Button disabled={step?.state === 'waiting'} onClick={() => setTyped({ ...NOTHING, stage: String(last) })}>
        Something else is in it …
      </Button>
    );
  }
  const wrong = (field: string) => fieldTrouble(error, field);
  const whole = (text: string) => (/^\d{1,2}$/.test(text.trim()) ? Number(text) : Number.NaN);
  const [stage, count] = [whole(typed.stage), whole(typed.count)];
  const sound = stage >= 1 && stage <= 20 && count >= 1 && count <= 60 && typed.name.trim() !== '';
  const field = (key: 'stage' | 'name' | 'count', label: string) => (
    <TextField
      size="small"
      label={label}
      value={typed[key]}
      onChange={(event) => setTyped({ ...typed, [key]: event.target.value })}
      error={wrong(key) !== undefined}
      helperText={wrong(key)}
      {...(key === 'name' ? { autoFocus: true } : { slotProps: { htmlInput: { inputMode: 'numeric' as const } } })}
    />
  );
  return (
    <form
      className={styles.adding}
      onSubmit={(event) => {
        event.preventDefault();
        const { kind, name } = typed;
        void change('addDisassemblyItem', { stage, kind, name, count }).then((done) => done && setTyped(undefined));
      }}
    >
      {field('stage', 'Stage')}
      <TextField
        select
        size="small"
        label="Kind"
        value={typed.kind}
        onChange={(event) => setTyped({ ...typed, kind: event.target.value as DisassemblyKind })}
        slotProps={{ select: { native: true } }}
      >
        {DISASSEMBLY_KINDS.map((one) => (
          <option key={one}>{one}</option>
        ))}
      </TextField>
      {field('name', 'What it is')}
      {field('count', 'How many')}
      <Button onClick={() => setTyped(undefined)}>Leave it</Button>
      <Button type="submit" variant="contained" disabled={busy || !sound}>
        Put it on the sheet
      </Button>
      {['stage', 'name', 'count'].every((key) => wrong(key) === undefined) && <TroubleNote error={error} />}
    </form>
  );
}
