import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import type { JobView } from '@udrel/contract/types';
import { fieldTrouble } from '../../api/problem';
import { Foot, TroubleNote } from '../../ui';
import { Lessons } from '../lessons/Lessons';
import { onceTaken } from '../typed/typed';
import { useJobChange } from './useJobChange';

/** What is known of the model from earlier jobs, and what this one adds to it. */
export function JobLessons({ job }: { job: JobView }) {
  const [text, setText] = useState('');
  const { change, busy, error } = useJobChange(job);
  if (job.device.model.stub) return null;
  const wrong = fieldTrouble(error, 'text');
  return (
    <Lessons modelId={job.device.model.id}>
      {!job.closedAt && (
        <form
          onSubmit={(event) => {
            event.preventDefault();
            void change('addLesson', { text }).then((done) => done && setText(onceTaken(text, '')));
          }}
        >
          <Foot>
            <TextField
              label="For the next one of this model"
              value={text}
              onChange={(event) => setText(event.target.value)}
              error={wrong !== undefined}
              helperText={wrong}
              sx={{ flex: '1 1 180px' }}
            />
            <Button type="submit" disabled={busy || text.trim().length < 3}>
              Write it down
            </Button>
          </Foot>
          {!wrong && <TroubleNote error={error} />}
        </form>
      )}
    </Lessons>
  );
}
