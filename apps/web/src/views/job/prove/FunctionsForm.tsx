import Button from '@mui/material/Button';
import { useWatch } from 'react-hook-form';
import type { JobView } from '@udrel/contract/types';
import { Foot, Sheet } from '../../../ui';
import { Field, FormTrouble } from '../../../features/form/Field';
import { useFactForm } from '../../../features/form/kept-form';
import { checksOf, witnessHere } from './witness';
import styles from './prove.module.css';

type Answer = 'works' | 'dead' | '';

/** Checks made from what the model has; each forgotten ribbon shows as one dead function. */
export function FunctionsForm({ job }: { job: JobView }) {
  const known = job.snapshot.facts.functions;
  const again = job.snapshot.facts['device read again'];
  const names = checksOf(job);
  const witness = again ? witnessHere(job, again) : null;
  const shows = (name: string) => (witness?.proves.includes(name) ? 'works' : '');
  const { form, busy, save } = useFactForm(job, 'functions', {
    begin: {
      answers: Object.fromEntries(
        (known?.results ?? []).map((one): [string, Answer] => [one.name, one.works ? 'works' : 'dead']),
      ),
      note: known?.note ?? '',
    },
    read: ({ answers: told, note }) => {
      return {
        ok: true,
        body: { results: names.map((name) => ({ name, works: (told[name] || shows(name)) === 'works' })), note },
      };
    },
  });
  // By the name of the function, which may hold a dot: as one value.
  const answers = useWatch({ control: form.control, name: 'answers' });
  const answerOf = (name: string) => answers[name] || shows(name);
  const answer = (told: Record<string, Answer>) => form.setValue('answers', { ...answers, ...told });
  const step = job.procedure.steps.find((one) => one.id === 'check functions');
  const open = names.filter((name) => !answerOf(name));
  // What the device misses is not among the rest: it is looked at by itself.
  const rest = open.filter((name) => !witness?.dead.some((one) => one.name === name));
  return (
    <Sheet
      title="Functions"
      aside={
        known
          ? `${known.results.filter((one) => one.works).length} of ${known.results.length} work`
          : `${names.length} to check`
      }
    >
      <ul className={styles.checks}>
        {names.map((name) => (
          <li key={name}>
            <span>
              {name}
              {shows(name) && <span className="sub"> proven by the device</span>}
              {witness?.dead
                .filter((one) => one.name === name)
                .map(({ why }) => (
                  <span key={why} className="sub">
                    {' '}
                    {why}
                  </span>
                ))}
            </span>
            {(['works', 'dead'] as const).map((told) => (
              <label key={told}>
                <input
                  type="radio"
                  name={`function ${name}`}
                  checked={answerOf(name) === told}
                  onChange={() => answer({ [name]: told })}
                />
                {told}
              </label>
            ))}
          </li>
        ))}
      </ul>
      <Field form={form} name="note" label="Note" />
      <FormTrouble form={form} />
      <div style={{ marginTop: 10 }}>
        <Foot note={step?.waitsFor[0] ?? (open.length > 0 ? `${open.length} not checked yet` : undefined)}>
          <Button
            disabled={rest.length === 0}
            onClick={() => answer(Object.fromEntries(rest.map((name) => [name, 'works'])))}
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
