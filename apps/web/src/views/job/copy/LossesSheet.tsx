import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import type { JobView } from '@udrel/contract/types';
import { targetName, type TargetId } from '@udrel/core/layout';
import { latestRun, untoldLosses } from '@udrel/core/steps';
import { fieldTrouble } from '../../../api/problem';
import { Foot, OutcomeMark, Sheet, TroubleNote } from '../../../ui';
import { LossList } from '../../../ui/LossList';
import { useJobChange } from '../../../features/job/useJobChange';

/** What a copy lost, acknowledged by each name once the customer was told: the job goes on only then. */
export function LossesSheet({ job, on }: { job: JobView; on: TargetId }) {
  const run = latestRun(job.snapshot, on);
  if (run?.outcome !== 'ended with losses') return null;
  const open = untoldLosses(job.snapshot, on);
  const [next] = open;
  return (
    <Sheet
      title={`Lost in the copy onto the ${targetName(on)}`}
      aside={open.length === 0 ? 'the customer was told' : `${open.length} of ${run.losses.length} to be told`}
    >
      <LossList losses={run.losses} />
      {next === undefined ? (
        <p style={{ marginTop: 8 }}>
          <OutcomeMark outcome="pass" /> told, each by its name; it stands on the customer document
        </p>
      ) : (
        <Tell key={next} job={job} on={on} name={next} />
      )}
    </Sheet>
  );
}

function Tell({ job, on, name }: { job: JobView; on: TargetId; name: string }) {
  const [typed, setTyped] = useState('');
  const { change, busy, error } = useJobChange(job);
  const step = job.procedure.steps.find(({ id }) => id === 'tell losses');
  const wrong = fieldTrouble(error, 'names');
  return (
    <form
      style={{ marginTop: 12 }}
      onSubmit={(event) => {
        event.preventDefault();
        void change('tellLosses', { onto: on, names: [typed.trim()] });
      }}
    >
      <TextField
        label={`Type “${name}” once the customer was told`}
        value={typed}
        onChange={(event) => setTyped(event.target.value)}
        error={wrong !== undefined}
        helperText={wrong}
      />
      {!wrong && <TroubleNote error={error} />}
      <Foot note={step?.state === 'waiting' ? step.waitsFor[0] : undefined}>
        <Button type="submit" variant="contained" disabled={busy || step?.state === 'waiting' || typed.trim() === ''}>
          It is told
        </Button>
      </Foot>
    </form>
  );
}
