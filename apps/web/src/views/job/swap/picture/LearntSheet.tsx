import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import { useState } from 'react';
import type { JobView, LessonsView } from '@udrel/contract/types';
import { disassemblyBalance, learntOf } from '@udrel/core/disassembly';
import { useLessonsQuery } from '../../../../api/api';
import { useJobChange } from '../../../../features/job/useJobChange';
import { Foot, Sheet, TroubleNote } from '../../../../ui';

/** How far off the minutes of the model may be before others are offered: a fifth, and two minutes at least. */
const OFF = { share: 0.2, minutes: 2 };

/** The time that taking its devices apart took, where the model says another. */
function timeOf(said: number | undefined, told: LessonsView['stripped'] | undefined) {
  const minutes = told?.minutes ?? 0;
  if (minutes < 1 || (said !== undefined && Math.abs(minutes - said) <= Math.max(OFF.minutes, said * OFF.share)))
    return [];
  const jobs = told?.jobs === 1 ? 'one job' : `median of ${told?.jobs} jobs`;
  const sentence = `taking it apart: ${minutes} min, ${jobs}${said === undefined ? '' : `; the model says ${said}`}`;
  return [{ id: 'time', sentence, opening: minutes }];
}

/** What a closed sheet shows otherwise than its model: taken into it, the next job begins with that. */
export function LearntSheet({ job }: { job: JobView }) {
  const { change, busy, error } = useJobChange(job);
  // A time may hold a pause: it is taken only where somebody says so.
  const [left, setLeft] = useState<string[]>(['time']);
  const { disassembly } = job.snapshot;
  const { opened, balanced } = disassemblyBalance(disassembly);
  const { model } = job.device;
  const { data: lessons } = useLessonsQuery({ id: model.id }, { skip: model.stub || !opened || !balanced });
  const times = timeOf(model.opening, lessons?.stripped);
  const learnt = [...learntOf(disassembly, model.disassembly), ...times];
  if (!opened || !balanced || learnt.length === 0 || model.stub) return null;
  const taken = learnt.filter(({ id }) => !left.includes(id));
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
          onClick={() => {
            const [time] = taken.flatMap((one) => ('opening' in one ? [one.opening] : []));
            const items = taken.flatMap((one) => ('opening' in one ? [] : [one.id]));
            void change('teachSheet', { items, ...(time === undefined ? {} : { opening: time }) });
          }}
        >
          Take {taken.length} into the model
        </Button>
      </Foot>
    </Sheet>
  );
}
