import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useWatch } from 'react-hook-form';
import type { JobView } from '@udrel/contract/types';
import { functionChecks } from '@udrel/core/steps';
import { provenOf } from '@udrel/core/witness';
import { Field, FormTrouble } from '../../../features/form/Field';
import { useFactForm } from '../../../features/form/kept-form';
import { Foot, Sheet } from '../../../ui';
import { answersOf, FunctionList, type FunctionAnswer } from './FunctionList';

/** Checks made from what the work did and what the model has; each forgotten ribbon shows as one dead function. */
export function FunctionsForm({ job }: { job: JobView }) {
  const { functions: known, 'functions on arrival': came } = job.snapshot.facts;
  const names = functionChecks(job.snapshot, job.device.model.functions);
  const { proves, dead } = provenOf(job.snapshot, names);
  const cameDead = (name: string) => came?.results.some((one) => one.name === name && !one.works) === true;
  const shows = (name: string) => (proves.includes(name) ? 'works' : '');
  const { form, busy, save } = useFactForm(job, 'functions', {
    begin: {
      answers: answersOf(known?.results ?? []),
      reasons: Object.fromEntries((known?.results ?? []).flatMap(({ name, why }) => (why ? [[name, why]] : []))),
      note: known?.note ?? '',
    } as { answers: Record<string, FunctionAnswer>; reasons: Record<string, string>; note: string },
    read: ({ answers: told, reasons: typed, note }) => {
      const results = names.map((name) => {
        const works = (told[name] || shows(name)) === 'works';
        const why = (typed[name] ?? '').trim();
        return { name, works, ...(works || !why ? {} : { why }) };
      });
      return { ok: true, body: { results, note } };
    },
    nameOf: (field) => (field.startsWith('results.') ? 'reasons' : field),
  });
  // By the name of the function, which may hold a dot: as one value.
  const [answers, reasons] = useWatch({ control: form.control, name: ['answers', 'reasons'] });
  const answer = (told: Record<string, FunctionAnswer>) => form.setValue('answers', { ...answers, ...told });
  const answerOf = (name: string) => answers[name] || shows(name);
  const step = job.procedure.steps.find((one) => one.id === 'check functions');
  const open = names.filter((name) => !answerOf(name));
  // What the device misses is not among the rest: it is looked at by itself.
  const rest = open.filter((name) => !dead.some((one) => one.name === name));
  const failing = names.filter((name) => answers[name] === 'dead' && !cameDead(name));
  return (
    <Sheet
      title="Functions"
      aside={
        known
          ? `${known.results.filter((one) => one.works).length} of ${known.results.length} work`
          : `${names.length} to check`
      }
    >
      <FunctionList
        of="function"
        names={names}
        answerOf={answerOf}
        answer={(name, told) => answer({ [name]: told })}
        beside={(name) => (
          <span className="sub">
            {shows(name) && ' proven by the device'}
            {cameDead(name) && ' dead when it came'}
            {dead.flatMap((one) => (one.name === name ? [` ${one.why}`] : []))}
          </span>
        )}
      />
      {failing.map((name) => (
        <TextField
          key={name}
          size="small"
          fullWidth
          margin="dense"
          label={`${name}: why it does not work`}
          value={reasons[name] ?? ''}
          onChange={(event) => form.setValue('reasons', { ...reasons, [name]: event.target.value })}
        />
      ))}
      <Field form={form} name="note" label="Note" />
      <FormTrouble form={form} />
      <div style={{ marginTop: 10 }}>
        <Foot note={step?.waitsFor[0] ?? (open.length > 0 ? `${open.length} not checked yet` : undefined)}>
          <Button
            disabled={rest.length === 0}
            onClick={() => answer(Object.fromEntries(rest.map((name) => [name, cameDead(name) ? 'dead' : 'works'])))}
          >
            The rest works
          </Button>
          <Button
            variant={step?.state === 'ready' ? 'contained' : 'outlined'}
            disabled={busy || open.length > 0 || step?.state === 'waiting'}
            onClick={() => void save()}
          >
            Record the functions
          </Button>
        </Foot>
      </div>
    </Sheet>
  );
}
