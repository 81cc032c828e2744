import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import { useState } from 'react';
import type { JobView } from '@udrel/contract/types';
import { disassemblyBalance, learntOf } from '@udrel/core/disassembly';
import { useJobChange } from '../../../../features/job/useJobChange';
import { Foot, Sheet, TroubleNote } from '../../../../ui';

/** What a closed sheet shows otherwise than its model: taken into it, the next job begins with that. */
export function LearntSheet({ job }: { job: JobView }) {
  const { change, busy, error } = useJobChange(job);
  const [left, setLeft] = useState<string[]>([]);
  const { disassembly } = job.snapshot;
  const { opened, balanced } = disassemblyBalance(disassembly);
  const learnt = learntOf(disassembly, job.device.model.disassembly);
  if (!opened || !balanced || learnt.length === 0 || job.device.model.stub) return null;
  const taken = learnt.map(({ id }) => id).filter((id) => !left.includes(id));
  return (
    <Sheet title="Learnt about this model" aside={`${learnt.length} otherwise than it is described`}>
      {learnt.map(({ id, sentence }) => (
        <div key={id}>
          <FormControlLabel
            label={sentence}
            control={
              <Checkbox
                checked={!left.includes(id)}
                onChange={(event) => setLeft(event.target.checked ? left.filter((one) => one !== id) : [...left, id])}
              />
            }
          />
        </div>
      ))}
      <TroubleNote error={error} />
      <Foot note="The next job of this model begins with it.">
        <Button
          variant="outlined"
          disabled={busy || taken.length === 0}
          onClick={() => void change('teachSheet', { items: taken })}
        >
          Take {taken.length} into the model
        </Button>
      </Foot>
    </Sheet>
  );
}
