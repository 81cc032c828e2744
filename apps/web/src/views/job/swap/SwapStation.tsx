import { MATTERS_INSIDE, SEEN_INSIDE, type SeenInside } from '@udrel/core/facts';
import { TARGET_IDS, targetName } from '@udrel/core/layout';
import type { StepId } from '@udrel/core/stations';
import { changesOf } from '@udrel/core/steps';
import type { JobView } from '@udrel/contract/types';
import Button from '@mui/material/Button';
import { useWatch } from 'react-hook-form';
import { JobLessons } from '../../../features/job/JobLessons';
import { Field, FormTrouble, Ticks } from '../../../features/form/Field';
import { useFactForm } from '../../../features/form/kept-form';
import { tellFact } from '../../../format/facts';
import { Foot, OutcomeMark, Sheet } from '../../../ui';
import { PutBackForm } from '../end/EndForms';
import { FitDriveForm } from './FitDriveForm';
import { FitMemoryForm } from './FitMemoryForm';
import { RefitForm } from './RefitForm';
import { DisassemblySheet } from './DisassemblySheet';
import { LearntSheet } from './picture/LearntSheet';
import styles from './swap.module.css';

/** Screws, cables and moved parts, out and back; in between the new part goes in. */
export function SwapStation({ job }: { job: JobView }) {
  const has = (id: StepId) => job.procedure.steps.some((step) => step.id === id);
  return (
    <>
      {job.snapshot.end && <PutBackForm job={job} />}
      <DisassemblySheet job={job} />
      <LearntSheet job={job} />
      <InAndOut job={job} />
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

/** What goes in and what comes out for good, beside the sheet of what only comes out to get there. */
function InAndOut({ job }: { job: JobView }) {
  const changes = changesOf(job.snapshot);
  // After an end without work the way back says what was fitted and comes out again.
  if (changes.length === 0 || job.snapshot.end) return null;
  const open = changes.filter(({ done }) => !done).length;
  return (
    <Sheet title="Goes in, comes out" aside={open === 0 ? 'all done' : `${open} of ${changes.length} open`}>
      <table>
        <thead>
          <tr>
            <th>
              <span className="unseen">Done</span>
            </th>
            <th>Way</th>
            <th>What</th>
            <th className="figure">Pieces</th>
            <th>Where</th>
          </tr>
        </thead>
        <tbody>
          {changes.map(({ way, what, count, where, done }) => (
            <tr key={`${way} ${what} ${where}`}>
              <td>
                <OutcomeMark outcome={done ? 'pass' : 'unknown'} />
              </td>
              <td>{way}</td>
              <td>{what}</td>
              <td className="figure">{count}</td>
              <td>{where}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </Sheet>
  );
}

/** What was seen when it was opened that nobody had told of: said now, it is not held against the shop later. */
function SeenInsideForm({ job }: { job: JobView }) {
  const known = job.snapshot.facts['seen inside'];
  const { form, busy, save } = useFactForm(job, 'seen inside', {
    begin: { what: known?.what ?? ([] as SeenInside[]), note: known?.note ?? '', told: known?.told ?? '' },
    read: ({ told: said, ...body }) => ({ ok: true, body: said.trim() ? { ...body, told: said } : body }),
  });
  const [what, note, told] = useWatch({ control: form.control, name: ['what', 'note', 'told'] });
  const step = job.procedure.steps.find((one) => one.id === 'strip down');
  const same = known?.note === note && known.what.join() === what.join() && (known.told ?? '') === told;
  const matters = what.some((one) => MATTERS_INSIDE.includes(one));
  return (
    <Sheet title="Seen inside" aside={known ? tellFact('seen inside', known) : 'not noted yet'}>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void save();
        }}
      >
        <div className={styles.seen}>
          <Ticks form={form} name="what" options={SEEN_INSIDE} />
        </div>
        <Field form={form} name="note" label="What about it, and where; photograph it beside this" sx={{ mt: 1 }} />
        {matters && (
          <Field form={form} name="told" label="Told the customer: how, and what they said to it" sx={{ mt: 1 }} />
        )}
        <FormTrouble form={form} />
        <Foot
          note={
            step?.state === 'waiting'
              ? step.waitsFor[0]
              : what.includes('a swollen battery')
                ? 'Do not charge or press it. Tell the customer before going on.'
                : matters && !told.trim()
                  ? 'Before anything is fitted the customer is told.'
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
