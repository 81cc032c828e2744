import { SEEN_INSIDE, type SeenInside } from '@udrel/core/facts';
import { TARGET_IDS, targetName } from '@udrel/core/layout';
import type { StepId } from '@udrel/core/stations';
import type { JobView } from '@udrel/contract/types';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import TextField from '@mui/material/TextField';
import { JobLessons } from '../../../features/job/JobLessons';
import { useJobChange } from '../../../features/job/useJobChange';
import { useTypedFact } from '../../../features/typed/typed-fact';
import { tellFact } from '../../../format/facts';
import { Foot, Sheet, TroubleNote } from '../../../ui';
import { PutBackForm } from '../end/EndForms';
import { FitDriveForm } from './FitDriveForm';
import { FitMemoryForm } from './FitMemoryForm';
import { RefitForm } from './RefitForm';
import { DisassemblySheet } from './DisassemblySheet';

/** Screws, cables and moved parts, out and back; in between the new part goes in. */
export function SwapStation({ job }: { job: JobView }) {
  const has = (id: StepId) => job.procedure.steps.some((step) => step.id === id);
  return (
    <>
      {job.snapshot.end && <PutBackForm job={job} />}
      <DisassemblySheet job={job} />
      {has('strip down') && <SeenInsideForm job={job} />}
      {TARGET_IDS.filter((on) => has(`fit ${targetName(on)}`)).map((on) => (
        <FitDriveForm key={on} job={job} on={on} />
      ))}
      {has('fit memory') && <FitMemoryForm job={job} />}
      {has('refit old') && <RefitForm job={job} />}
      <JobLessons job={job} />
    </>
  );
}

/** What was seen when it was opened that nobody had told of: said now, it is not held against the shop later. */
function SeenInsideForm({ job }: { job: JobView }) {
  const known = job.snapshot.facts['seen inside'];
  const [what, setWhat] = useTypedFact<SeenInside[]>(job, 'seen inside', 'what', known?.what ?? []);
  const [note, setNote] = useTypedFact(job, 'seen inside', 'note', known?.note ?? '');
  const { record, busy, error } = useJobChange(job);
  const step = job.procedure.steps.find((one) => one.id === 'strip down');
  const same = known?.note === note && known.what.join() === what.join();
  return (
    <Sheet title="Seen inside" aside={known ? tellFact('seen inside', known) : 'not noted yet'}>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void record('seen inside', { what, note });
        }}
      >
        {SEEN_INSIDE.map((one) => (
          <FormControlLabel
            key={one}
            label={one}
            control={
              <Checkbox
                checked={what.includes(one)}
                onChange={(_event, on) => setWhat(SEEN_INSIDE.filter((it) => (it === one ? on : what.includes(it))))}
              />
            }
          />
        ))}
        <TextField
          fullWidth
          label="What about it"
          value={note}
          onChange={(event) => setNote(event.target.value)}
          sx={{ mt: 1 }}
        />
        <TroubleNote error={error} />
        <Foot
          note={
            step?.state === 'waiting'
              ? step.waitsFor[0]
              : what.includes('a swollen battery')
                ? 'Do not charge or press it. Tell the customer before going on.'
                : undefined
          }
        >
          <Button type="submit" disabled={busy || step?.state === 'waiting' || same}>
            {what.length === 0 ? 'Nothing out of the ordinary' : 'Note it'}
          </Button>
        </Foot>
      </form>
    </Sheet>
  );
}
