import Button from '@mui/material/Button';
import { useWatch } from 'react-hook-form';
import type { JobView } from '@udrel/contract/types';
import { unseenFunctions } from '@udrel/core/witness';
import { Field, FormTrouble } from '../../../features/form/Field';
import { useFactForm } from '../../../features/form/kept-form';
import { Foot, Sheet } from '../../../ui';
import { answersOf, FunctionList, type FunctionAnswer } from './FunctionList';

/** What of the device works when it comes: what is dead then is not blamed on the work, and what dies in it is seen. */
export function ArrivalForm({ job }: { job: JobView }) {
  const { 'functions on arrival': known, 'device read': read } = job.snapshot.facts;
  const names = job.device.model.functions;
  const { form, busy, save } = useFactForm(job, 'functions on arrival', {
    begin: { answers: answersOf(known?.results ?? []), note: known?.note ?? '' },
    read: ({ answers: told, note }) => {
      const results = names.flatMap((name) => (told[name] ? [{ name, works: told[name] === 'works' }] : []));
      return { ok: true, body: { results, note } };
    },
  });
  // By the name of the function, which may hold a dot: as one value.
  const answers = useWatch({ control: form.control, name: 'answers' });
  const answer = (told: Record<string, FunctionAnswer>) => form.setValue('answers', { ...answers, ...told });
  const open = names.filter((name) => !answers[name]);
  const unseen = read ? unseenFunctions(read, names) : [];
  // What the device itself does not tell of may be dead, or not built in: it is looked at.
  const rest = open.filter((name) => !unseen.includes(name));
  if (names.length === 0) return null;
  const dead = known?.results.filter(({ works }) => !works).length ?? 0;
  return (
    <Sheet
      title="Functions on arrival"
      aside={known ? `${known.results.length} of ${names.length} looked at, ${dead} dead` : 'before it is opened'}
    >
      <FunctionList
        of="on arrival"
        names={names}
        answerOf={(name) => answers[name] ?? ''}
        answer={(name, told) => answer({ [name]: told })}
        beside={(name) => unseen.includes(name) && <span className="sub"> not seen by the device itself</span>}
      />
      <Field form={form} name="note" label="What is dead, as the customer says it" />
      <FormTrouble form={form} />
      <div style={{ marginTop: 10 }}>
        <Foot note={open.length > 0 ? `${open.length} not looked at` : undefined}>
          <Button
            disabled={rest.length === 0}
            onClick={() => answer(Object.fromEntries(rest.map((name) => [name, 'works'])))}
          >
            The rest works
          </Button>
          <Button variant="outlined" disabled={busy || open.length === names.length} onClick={() => void save()}>
            {known ? 'Correct it' : 'Record it'}
          </Button>
        </Foot>
      </div>
    </Sheet>
  );
}
